import { inTaps, resampleKernel, type Kernel } from './kernel';
import { layOver, layOverInLight } from './lay-over';
import { PhotoReader } from './photo-reader';
import { kernelBytes, type RenderCode } from './render-code';
import type { Recipe, Source, SourcePlan } from './recipe';
import type { RoomPlan } from './room-plan';
import type { Size } from './size';

/** Lines of a photo, laid over what a line holds already. */
export interface PhotoLines {
  /** Once there is room. */
  begin(): void;
  /** Line `y` of the picture, over `line`, which is as wide as the picture. Lines come in order. */
  layLine(y: number, line: Int16Array): void;
}

/** Where a photo that is not slanted lies along one side of the picture. */
export interface Stretch {
  /** Whole pixels that it touches: from the first up to, not with, the last. */
  readonly from: number;
  readonly to: number;
  /** Where it begins and ends within them. */
  readonly start: number;
  readonly end: number;
  /** Of the turned photo: where its pixel `from` begins, and how many it gives to all of them. */
  readonly source: number;
  readonly span: number;
}

const snapped = (place: number): number =>
  Math.abs(place - Math.round(place)) < 1e-6 ? Math.round(place) : place;

/** How one side of a photo, `length` long, comes into one side of a picture; undefined where it lies outside. */
export function stretchOf(length: number, scale: number, offset: number, side: number): Stretch | undefined {
  const [start, end] = [snapped(offset), snapped(length * scale + offset)];
  const [from, to] = [Math.max(0, Math.floor(start)), Math.min(side, Math.ceil(end))];
  if (from >= to) return undefined;
  const perPixel = length / (end - start);
  return { from, to, start, end, source: (from - start) * perPixel, span: (to - from) * perPixel };
}

/** How much of pixel `i` of a stretch is inside the photo. */
const insideOf = ({ start, end }: Stretch, i: number): number =>
  Math.min(1, Math.min(i + 1, end) - Math.max(i, start));

/** Rows that are read together where something is done to them: what is done by place is found at a place for many rows. */
const BATCH = 16;

/** A photo whose rows stay rows: resampled across and then down, a row at a time. */
export class StraightLines implements PhotoLines {
  readonly #code: RenderCode;
  readonly #reader: PhotoReader;
  readonly #wide: Stretch;
  readonly #tall: Stretch;
  readonly #ringLength: number;
  readonly #turnedWidth: number;
  readonly #room: {
    readonly across: () => Uint8Array;
    readonly down: () => Uint8Array;
    readonly ring: () => Int16Array;
    readonly made: () => Int16Array;
  };
  readonly #kernels: readonly [across: Kernel, down: Kernel];
  #lent: { across: Kernel; down: Kernel; ring: Int16Array; made: Int16Array } | undefined;
  /** Rows that are resampled across: all up to this one. */
  #done = 0;
  /** Rows that are read together, and those of them that are there. */
  readonly #batch: number;
  #read: { from: number; to: number; data: Int16Array } | undefined;

  private constructor(
    code: RenderCode,
    source: Source,
    recipe: Recipe,
    plan: SourcePlan,
    [wide, tall]: readonly [Stretch, Stretch],
    room: RoomPlan,
  ) {
    const { turned } = plan;
    this.#code = code;
    this.#wide = wide;
    this.#tall = tall;
    this.#turnedWidth = turned.width;
    const { paint, key, photoSteps: steps, file } = recipe;
    this.#batch = paint || key || steps.length > 0 ? BATCH : 1;
    this.#reader = new PhotoReader(
      code,
      source,
      plan,
      { paint, key, steps, file },
      room,
      turned.width * this.#batch,
    );
    const across = inTaps(resampleKernel(turned.width, wide.source, wide.span, wide.to - wide.from), 2);
    const down = inTaps(resampleKernel(turned.height, tall.source, tall.span, tall.to - tall.from), 2);
    this.#kernels = [across, down];
    // Two pixels at a time.
    this.#ringLength = Math.ceil((wide.to - wide.from) / 2) * 8;
    this.#room = {
      across: room.take(kernelBytes(across)),
      down: room.take(kernelBytes(down)),
      ring: room.takeNumbers(this.#ringLength * down.taps),
      made: room.takeNumbers(this.#ringLength),
    };
  }

  /** Undefined where nothing of the photo is in the picture. */
  static of(
    code: RenderCode,
    source: Source,
    recipe: Recipe,
    plan: SourcePlan,
    size: Size,
    room: RoomPlan,
  ): StraightLines | undefined {
    const [across, , , down, x, y] = plan.map;
    const wide = stretchOf(plan.turned.width, across, x, size.width);
    const tall = stretchOf(plan.turned.height, down, y, size.height);
    return wide && tall && new StraightLines(code, source, recipe, plan, [wide, tall], room);
  }

  begin(): void {
    const [across, down] = this.#kernels;
    this.#lent = {
      across: this.#code.lend(across, this.#room.across()),
      down: this.#code.lend(down, this.#room.down()),
      ring: this.#room.ring(),
      made: this.#room.made(),
    };
    this.#reader.begin();
    this.#done = 0;
    this.#read = undefined;
  }

  /** A row of the photo, read together with those after it. */
  #row(y: number): Int16Array {
    const width = this.#turnedWidth;
    if (!this.#read || y < this.#read.from || y >= this.#read.to) {
      const data = this.#reader.read({ x: 0, y, width, height: this.#batch });
      this.#read = { from: y, to: y + this.#batch, data };
    }
    return this.#read.data.subarray((y - this.#read.from) * width * 4);
  }

  layLine(y: number, line: Int16Array): void {
    const [wide, tall] = [this.#wide, this.#tall];
    if (!this.#lent || y < tall.from || y >= tall.to) return;
    const { across, down, ring, made } = this.#lent;
    const top = down.first[y - tall.from] as number;
    const length = this.#ringLength;
    this.#done = Math.max(this.#done, top);
    // A filter that is padded with a tap of no weight may name a row below the last one.
    for (; this.#done < top + down.taps; this.#done++) {
      const at = (this.#done % down.taps) * length;
      this.#code.across(this.#row(this.#done), across, ring.subarray(at, at + length));
    }
    this.#code.down({ ring, length, rows: down.taps, down, line: y - tall.from }, made);
    const count = wide.to - wide.from;
    const cover = insideOf(tall, y);
    const inside = (i: number): number => cover * insideOf(wide, wide.from + i);
    const { mixesLight, isOpaque } = this.#reader;
    const lay = mixesLight ? layOverInLight : layOver;
    if (cover < 1 || !(mixesLight || isOpaque)) return lay(line, wide.from, made, 0, count, inside);
    // All but the ends, which may be inside by a part only, is simply there.
    const middle = made.subarray(4, Math.max(4, (count - 1) * 4));
    const start = (wide.from + 1) * 4;
    if (mixesLight) this.#code.layInLight(line.subarray(start, start + middle.length), middle);
    else line.set(middle, start);
    lay(line, wide.from, made, 0, 1, inside);
    if (count > 1) lay(line, wide.from, made, count - 1, count, inside);
  }
}
