import { chained, inverse, scaling, type Affine } from '../affine';
import type { Source } from '../recipe';
import type { RenderCode } from '../render-code';
import type { RoomPlan } from '../room-plan';
import type { Rect, Size } from '../size';
import { doSteps } from '../steps/step';
import { FULL } from '../steps/tile';
import type { TileReader } from '../tile-reader';
import { Band, OtherPicture } from './other-picture';
import type { Paint, PaintPicture } from './paint';
import type { PaintedStroke } from './stroke';
import { COVERED, COVERED_BITS, StrokeCover, type Stretch } from './stroke-cover';

/** Makes what reads a picture's source upright, with what is painted on it, in tiles of at most so many pixels. */
export type ReaderOf = (source: Source, picture: PaintPicture, largest: number) => TileReader;

/** The photo that is painted on, as it is read. */
export interface Canvas {
  /** Pixels of the turned source. */
  readonly size: Size;
  /** From these to parts of the upright photo. */
  readonly toPhoto: Affine;
  /** Pixels of its upright file. */
  readonly file: Size;
}

/** Where the pixels of a decoded upright picture lie in parts of it. */
function uprightParts({ pixels: { width, height }, orientation }: Source): Affine {
  return orientation >= 5 ? scaling(1 / height, 1 / width) : scaling(1 / width, 1 / height);
}

interface Layer {
  readonly stroke: PaintedStroke;
  readonly cover: StrokeCover;
}

/** Paints strokes on tiles of a photo. What no stroke covers is left as it is, to the bit. */
export class Painter {
  readonly #code: RenderCode;
  readonly #canvas: Canvas;
  readonly #layers: readonly Layer[];
  readonly #others: readonly OtherPicture[];
  readonly #cover: Uint16Array;
  readonly #lit: () => Int16Array;
  /** Whether the photo itself is painted back, and its pixels in a tile before anything was painted. */
  readonly #paintsBack: boolean;
  #own = new Int16Array();

  /** @throws RangeError where the source has not all of the pictures that are painted in. */
  constructor(
    code: RenderCode,
    canvas: Canvas,
    { pictures, strokes }: Paint,
    sources: readonly Source[],
    readerOf: ReaderOf,
    room: RoomPlan,
  ) {
    const { size, toPhoto } = canvas;
    this.#code = code;
    this.#canvas = canvas;
    this.#layers = strokes.map((stroke) => ({ stroke, cover: new StrokeCover(stroke, size, toPhoto) }));
    const band = new Band(size, room);
    this.#others = pictures.map((picture, i) => {
      const source = sources[i];
      if (!source) throw new RangeError('A picture that is painted in is missing.');
      const map = this.#mapTo(picture, source);
      return new OtherPicture(code, band, map, (largest) => readerOf(source, picture, largest), room);
    });
    this.#cover = new Uint16Array(size.width);
    this.#paintsBack = strokes.some(({ from }) => from === undefined);
    this.#lit = room.takeNumbers(size.width * 4);
  }

  /** From the canvas to the pixels of another source. */
  #mapTo({ file, map }: PaintPicture, source: Source): Affine {
    const { toPhoto, file: own } = this.#canvas;
    return [
      scaling(own.width, own.height),
      map,
      scaling(1 / file.width, 1 / file.height),
      inverse(uprightParts(source)),
    ].reduce(chained, toPhoto);
  }

  /** Once there is room. */
  begin(): void {
    for (const other of this.#others) other.begin();
  }

  /** Paints a tile; what lies beyond the edges of the photo stays as it is. */
  paint(data: Int16Array, { x, y, width, height }: Rect): void {
    const { size } = this.#canvas;
    const [from, to] = [Math.max(0, x), Math.min(size.width, x + width)];
    const [top, bottom] = [Math.max(0, y), Math.min(size.height, y + height)];
    if (from >= to) return;
    const near = this.#layers.filter(({ cover }) => cover.isNear(top, bottom));
    if (near.length === 0) return;
    if (this.#paintsBack) {
      if (this.#own.length < data.length) this.#own = new Int16Array(data.length);
      this.#own.set(data);
    }
    // Stroke by stroke: all that they paint in is made in the same room.
    for (const layer of near)
      for (let row = top; row < bottom; row++)
        this.#layRow(layer, row, { from, to }, data, (row - y) * width - x);
    // Beyond the edges reads as the edge does.
    this.#spread(data, { x, y, width, height });
  }

  /** Lays one stroke over a row, whose pixel 0 would lie at `at` of the tile. */
  #layRow({ stroke, cover }: Layer, y: number, { from, to }: Stretch, data: Int16Array, at: number): void {
    const covered = cover.row(y, from, to, this.#cover);
    if (covered.from >= covered.to) return;
    const isOwn = stroke.from === undefined;
    const over = isOwn ? this.#own : this.#rowOf(stroke, y, covered);
    for (let x = covered.from; x < covered.to; x++) {
      const part = this.#cover[x] as number;
      if (part === 0) continue;
      const own = (at + x) * 4;
      const other = isOwn ? own : x * 4;
      for (let c = 0; c < 4; c++) {
        const before = data[own + c] as number;
        // What is painted in hides what is behind the photo.
        const after = c === 3 && !isOwn ? FULL : (over[other + c] as number);
        data[own + c] =
          part === COVERED ? after : before + (((after - before) * part + COVERED / 2) >> COVERED_BITS);
      }
    }
  }

  /** What a stroke paints in, in a row. */
  #rowOf({ from: which, light }: PaintedStroke, y: number, { from, to }: Stretch): Int16Array {
    const row = (this.#others[which as number] as OtherPicture).row(y, from, to);
    if (!light) return row;
    const lit = this.#lit();
    const data = lit.subarray(from * 4, to * 4);
    data.set(row.subarray(from * 4, to * 4));
    const place = chained([1, 0, 0, 1, from, y], this.#canvas.toPhoto);
    doSteps(this.#code, [{ step: 'light', value: light }], { data, width: to - from, height: 1, place });
    return lit;
  }

  /** Repeats the edge of the photo in what a tile has beyond it. */
  #spread(data: Int16Array, { x, y, width, height }: Rect): void {
    const { size } = this.#canvas;
    const inside = (place: number, side: number): number => Math.min(side - 1, Math.max(0, place));
    if (x >= 0 && y >= 0 && x + width <= size.width && y + height <= size.height) return;
    for (let row = 0; row < height; row++) {
      const from = inside(y + row, size.height) - y;
      if (from < 0 || from >= height) continue;
      for (let column = 0; column < width; column++) {
        const left = inside(x + column, size.width) - x;
        if ((from === row && left === column) || left < 0 || left >= width) continue;
        const [to, at] = [(row * width + column) * 4, (from * width + left) * 4];
        data.copyWithin(to, at, at + 4);
      }
    }
  }
}
