import { chained, inverse, scaling, type Affine } from './affine';
import { Cutter } from './key/cutter';
import { KeyBlocks } from './key/key-blocks';
import type { KeyCut } from './key/key-cut';
import { Painter, type ReaderOf } from './paint/painter';
import type { Paint } from './paint/paint';
import { swapsSides, turnMatrix, uprightWalk, type Walk } from './orientation';
import type { Pixels } from './pixels';
import type { RenderCode } from './render-code';
import type { Source, SourcePlan } from './recipe';
import type { RoomPlan } from './room-plan';
import type { Rect, Size } from './size';
import { doSteps, type Step } from './steps/step';
import type { Tile } from './steps/tile';
import type { TileReader } from './tile-reader';

/** Whether pixels are see-through, as far as it was asked: while a picture is made it is asked for each that has a part in it. */
const seeThrough = new WeakMap<Pixels, boolean>();

/** Whether a picture has a pixel that is not wholly opaque. */
export function isSeeThrough(pixels: Pixels): boolean {
  if (pixels.order === 'RGBX' || pixels.order === 'BGRX') return false;
  let is = seeThrough.get(pixels);
  if (is === undefined) seeThrough.set(pixels, (is = hasAlpha(pixels)));
  return is;
}

function hasAlpha({ data }: Pixels): boolean {
  if (data.byteOffset % 4 !== 0) return data.some((each, i) => i % 4 === 3 && each !== 255);
  // Alpha is the highest byte: numbers are stored with the least one first wherever this runs.
  const whole = new Int32Array(data.buffer, data.byteOffset, data.length >> 2);
  for (let i = 0; i < whole.length; i++) if ((whole[i] as number) >> 24 !== -1) return true;
  return false;
}

/** What is done to a photo in its own pixels: what is painted on it, how it is cut out, and then its steps. */
export interface PhotoWork {
  readonly paint?: Paint | undefined;
  readonly key?: KeyCut | undefined;
  readonly steps: readonly Step[];
  /** Pixels of its upright file. */
  readonly file: Size;
}

/**
 * Reads parts of a decoded photo, turned and with all done that belongs to it, in tiles: as a whole it would take eight
 * bytes a pixel. Places beyond the edges read as the edge. What it reads is multiplied by alpha.
 */
export class PhotoReader implements TileReader {
  /** Whether what it reads hides all that is behind it. */
  readonly isOpaque: boolean;
  /** Whether its edges are mixed with what is behind as light is: they were cut out as such. */
  readonly mixesLight: boolean;
  readonly #code: RenderCode;
  readonly #pixels: Uint32Array;
  readonly #swap: boolean;
  /** Whether the photo itself has no pixel that is see-through. */
  readonly #opaque: boolean;
  readonly #plan: SourcePlan;
  readonly #steps: readonly Step[];
  readonly #painter: Painter | undefined;
  readonly #cutter: { readonly cutter: Cutter; readonly whole: PhotoReader } | undefined;
  readonly #walk: Walk;
  readonly #toPhoto: Affine;
  readonly #bytes: () => Uint8Array;
  readonly #tile: () => Int16Array;

  /** `largest` is the number of pixels in the largest tile that will be read. */
  constructor(
    code: RenderCode,
    source: Source,
    plan: SourcePlan,
    { paint, key, steps, file }: PhotoWork,
    room: RoomPlan,
    largest: number,
  ) {
    const { pixels, orientation } = source;
    const { width, height, order } = pixels;
    this.#code = code;
    this.#plan = plan;
    // A matte is no light.
    this.#steps = key?.view === 'matte' ? [] : steps;
    this.#swap = order.startsWith('B');
    const opaque = !isSeeThrough(pixels);
    this.#opaque = opaque;
    this.isOpaque = key ? key.view === 'matte' : opaque;
    this.mixesLight = key !== undefined;
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
    const canvas = { size: plan.turned, toPhoto: this.#toPhoto, file };
    this.#painter =
      paint && new Painter(code, canvas, paint, source.painted ?? [], uprightReader(code, room), room);
    if (!key) return;
    const side = new KeyBlocks(plan.turned).side;
    const whole = new PhotoReader(
      code,
      source,
      plan,
      { paint, steps: [], file },
      room,
      plan.turned.width * side,
    );
    const { width: wide } = plan.turned;
    const rowsOf = (y: number, rows: number): Int16Array =>
      whole.read({ x: 0, y, width: wide, height: rows });
    this.#cutter = { cutter: new Cutter(code, canvas, key, rowsOf, room), whole };
  }

  begin(): void {
    this.#painter?.begin();
    this.#cutter?.whole.begin();
    this.#cutter?.cutter.begin();
  }

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
    this.#code.widen(bytes, width * height, this.#swap, this.#opaque, data);
    this.#painter?.paint(data, { x, y, width, height });
    this.#cutter?.cutter.cut(data, { x, y, width, height });
    if (this.#steps.length > 0) {
      const tile: Tile = { data, width, height, place: chained([1, 0, 0, 1, x, y], this.#toPhoto) };
      doSteps(this.#code, this.#steps, tile);
    }
    if (!this.isOpaque) this.#code.premultiply(data);
    return numbers;
  }
}

/** Reads the pictures that are painted in: each as its file stands upright, with nothing done to it but what is painted on it. */
function uprightReader(code: RenderCode, room: RoomPlan): ReaderOf {
  return (source, { file, paint }, largest) => {
    const { orientation, pixels } = source;
    const { width, height } = pixels;
    const turned = swapsSides(orientation) ? { width: height, height: width } : { width, height };
    const plan: SourcePlan = { turn: orientation, turned, map: [1, 0, 0, 1, 0, 0], isStraight: true };
    return new PhotoReader(code, source, plan, { paint, steps: [], file }, room, largest);
  };
}
