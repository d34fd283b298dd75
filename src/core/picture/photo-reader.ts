import { chained, inverse, scaling, type Affine } from './affine';
import { turnMatrix, uprightWalk, type Walk } from './orientation';
import type { RenderCode } from './render-code';
import type { Source, SourcePlan } from './recipe';
import type { RoomPlan } from './room-plan';
import type { Rect } from './size';
import { doSteps, type Step } from './steps/step';
import { FULL, type Tile } from './steps/tile';

/** Whether a picture has a pixel that is not wholly opaque. */
export function isSeeThrough({ order, data }: Source['pixels']): boolean {
  if (order === 'RGBX' || order === 'BGRX') return false;
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return true;
  return false;
}

/** Colours multiplied by alpha, so that what is see-through weighs less when it is resampled. */
function premultiply(data: Int16Array): void {
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3] as number;
    if (alpha === FULL) continue;
    for (let c = i; c < i + 3; c++) data[c] = Math.round(((data[c] as number) * alpha) / FULL);
  }
}

/**
 * Reads parts of a decoded photo, turned and with the steps done that belong to it, in tiles: as a whole it would take eight
 * bytes a pixel. Places beyond the edges read as the edge.
 */
export class PhotoReader {
  /** Whether what it reads hides all that is behind it. */
  readonly isOpaque: boolean;
  readonly #code: RenderCode;
  readonly #pixels: Uint32Array;
  readonly #swap: boolean;
  readonly #plan: SourcePlan;
  readonly #steps: readonly Step[];
  readonly #walk: Walk;
  readonly #toPhoto: Affine;
  readonly #bytes: () => Uint8Array;
  readonly #tile: () => Int16Array;

  /** `largest` is the number of pixels in the largest tile that will be read. */
  constructor(
    code: RenderCode,
    { pixels, orientation }: Source,
    plan: SourcePlan,
    steps: readonly Step[],
    room: RoomPlan,
    largest: number,
  ) {
    const { width, height, order } = pixels;
    this.#code = code;
    this.#plan = plan;
    this.#steps = steps;
    this.#swap = order.startsWith('B');
    this.isOpaque = !isSeeThrough(pixels);
    // A pixel at a time: what does not begin on a whole pixel of memory is copied to where it does.
    const data = pixels.data.byteOffset % 4 === 0 ? pixels.data : pixels.data.slice();
    this.#pixels = new Uint32Array(data.buffer, data.byteOffset, width * height);
    this.#walk = uprightWalk(plan.turn, width, height);
    const upright = chained(
      inverse(turnMatrix(plan.turn, width, height)),
      turnMatrix(orientation, width, height),
    );
    const [across, down] = orientation >= 5 ? [height, width] : [width, height];
    this.#toPhoto = chained(upright, scaling(1 / across, 1 / down));
    this.#bytes = room.take(largest * 4);
    // A pixel more: filters in pairs may name one behind the last, with no weight.
    this.#tile = room.takeNumbers((largest + 1) * 4);
  }

  /** The pixels of a part of the turned photo, multiplied by alpha, and whatever is behind them; lent until the next is read. */
  read({ x, y, width, height }: Rect): Int16Array {
    const { turned } = this.#plan;
    const { origin, perColumn, perRow } = this.#walk;
    const bytes = this.#bytes();
    const gathered = new Uint32Array(bytes.buffer, bytes.byteOffset, width * height);
    const inside = perColumn === 1 && x >= 0 && x + width <= turned.width;
    for (let row = 0, to = 0; row < height; row++, to += width) {
      const line = origin + Math.min(turned.height - 1, Math.max(0, y + row)) * perRow;
      if (inside) gathered.set(this.#pixels.subarray(line + x, line + x + width), to);
      else
        for (let i = 0; i < width; i++) {
          const column = Math.min(turned.width - 1, Math.max(0, x + i));
          gathered[to + i] = this.#pixels[line + column * perColumn] as number;
        }
    }
    const numbers = this.#tile();
    const data = numbers.subarray(0, width * height * 4);
    this.#code.widen(bytes, width * height, this.#swap, this.isOpaque, data);
    if (this.#steps.length > 0) {
      const tile: Tile = { data, width, height, place: chained([1, 0, 0, 1, x, y], this.#toPhoto) };
      doSteps(this.#code, this.#steps, tile);
    }
    if (!this.isOpaque) premultiply(data);
    return numbers;
  }
}
