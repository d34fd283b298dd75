import { inverse, mapped, type Affine } from './affine';
import { phaseKernel, type PhaseKernel } from './kernel';
import { layOver, layOverInLight } from './lay-over';
import { PhotoReader } from './photo-reader';
import type { RenderCode } from './render-code';
import type { PhotoLines } from './resample-straight';
import type { Recipe, Source, SourcePlan } from './recipe';
import type { RoomPlan } from './room-plan';
import type { Rect, Size } from './size';

/** Sides of the blocks that are made at once, where one pixel of the photo makes one of the picture. */
const BLOCK = 128;
const FEWEST = 4;
/** Up to this slope rows are read across and then down: steeper ones would lose sharpness on the way, by as much as they lean. */
const GENTLE = 1 / 8;

interface Lent {
  readonly across: PhaseKernel;
  readonly down: PhaseKernel;
}

/** A block of the picture, and the part of the photo that it is made from. */
interface BlockJob {
  readonly tile: Int16Array;
  readonly needed: Rect;
  readonly block: Rect;
}

/** A photo that is turned by some degrees, or slanted: made in blocks, each from the part of the photo that it needs. */
export class SlantedLines implements PhotoLines {
  readonly #code: RenderCode;
  readonly #reader: PhotoReader;
  readonly #plan: SourcePlan;
  readonly #back: Affine;
  readonly #size: Size;
  readonly #block: number;
  readonly #isGentle: boolean;
  readonly #kernels: readonly [across: PhaseKernel, down: PhaseKernel];
  readonly #room: {
    readonly across: () => Uint8Array;
    readonly down: () => Uint8Array;
    readonly band: () => Int16Array;
    readonly rows: () => Int16Array;
  };
  #lent: Lent | undefined;
  /** The line with which the band begins that is made; none before the first. */
  #bandAt = Number.NaN;

  constructor(
    code: RenderCode,
    source: Source,
    recipe: Recipe,
    plan: SourcePlan,
    size: Size,
    room: RoomPlan,
  ) {
    this.#code = code;
    this.#plan = plan;
    this.#size = size;
    this.#back = inverse(plan.map);
    const [a, b, c, d] = this.#back;
    // How far one pixel of the picture reaches in the photo, across and down.
    const [across, down] = [Math.hypot(a, c), Math.hypot(b, d)];
    this.#isGentle = Math.max(Math.abs(b), Math.abs(c)) <= GENTLE * Math.min(a, d);
    this.#kernels = [phaseKernel(across), phaseKernel(down)];
    this.#block = Math.max(FEWEST, Math.min(BLOCK, Math.floor((4 * BLOCK) / Math.max(1, across, down))));
    const { width, height } = this.#neededFor({ x: 0, y: 0, width: this.#block, height: this.#block });
    // Where a block lies between pixels it may touch one more of them.
    const { paint, key, photoSteps: steps, file } = recipe;
    const work = { paint, key, steps, file };
    this.#reader = new PhotoReader(code, source, plan, work, room, (width + 2) * (height + 2));
    this.#room = {
      across: room.take(this.#kernels[0].weights.byteLength),
      down: room.take(this.#kernels[1].weights.byteLength),
      band: room.takeNumbers(size.width * this.#block * 4),
      rows: room.takeNumbers(this.#isGentle ? (this.#block + 1) * (height + 2) * 4 : 0),
    };
  }

  begin(): void {
    const [across, down] = this.#kernels;
    this.#lent = {
      across: this.#code.lend(across, this.#room.across()),
      down: this.#code.lend(down, this.#room.down()),
    };
    this.#reader.begin();
    this.#bandAt = Number.NaN;
  }

  layLine(y: number, line: Int16Array): void {
    const top = y - (y % this.#block);
    if (top !== this.#bandAt) this.#makeBand(top);
    const { width } = this.#size;
    const row = this.#room.band().subarray((y - top) * width * 4, (y - top + 1) * width * 4);
    const cover = (x: number): number => this.#cover(x, y);
    const [from, to] = this.#columnsInside(y, -0.5);
    const { mixesLight, isOpaque } = this.#reader;
    const lay = mixesLight ? layOverInLight : layOver;
    const [first, last] = mixesLight || isOpaque ? this.#columnsInside(y, 0.5) : [to, to];
    if (first >= last) return lay(line, 0, row, from, to, cover);
    const middle = row.subarray(first * 4, last * 4);
    if (mixesLight) this.#code.layInLight(line.subarray(first * 4, last * 4), middle);
    else line.set(middle, first * 4);
    lay(line, 0, row, from, first, cover);
    lay(line, 0, row, last, to, cover);
  }

  /** The columns of a line whose middles are inside the photo, by `margin` pixels of the picture at least. */
  #columnsInside(y: number, margin: number): readonly [from: number, to: number] {
    const [a, b, c, d] = this.#back;
    const { width, height } = this.#plan.turned;
    const [u, v] = mapped(this.#back, 0.5, y + 0.5);
    let [from, to] = [0, this.#size.width];
    const keepIn = (start: number, step: number, length: number, unit: number): void => {
      const [least, most] = [margin * unit - start, length - margin * unit - start];
      if (Math.abs(step) < 1e-12) {
        if (least > 0 || most < 0) to = from;
        return;
      }
      from = Math.max(from, Math.ceil(Math.min(least / step, most / step)));
      to = Math.min(to, Math.floor(Math.max(least / step, most / step)) + 1);
    };
    keepIn(u, a, width, Math.hypot(a, c));
    keepIn(v, b, height, Math.hypot(b, d));
    return [from, Math.max(from, to)];
  }

  /** The part of the photo that a block is made from. */
  #neededFor({ x, y, width, height }: Rect): Rect {
    const corners = [
      [x, y],
      [x + width, y],
      [x, y + height],
      [x + width, y + height],
    ].map(([left = 0, top = 0]) => mapped(this.#back, left, top));
    const [wide, tall] = this.#kernels.map(({ taps }) => taps / 2 + 1) as [number, number];
    const downs = corners.map(([, v]) => v);
    const [top, bottom] = [Math.floor(Math.min(...downs)) - tall, Math.ceil(Math.max(...downs)) + tall];
    const [first, perRow, du] = this.#crossing(x);
    // Rows are read as far as the block is wide, also where only another part of it needs them.
    const acrosses = this.#isGentle
      ? [top, bottom].flatMap((row) => [first + perRow * row, first + perRow * row + du * width])
      : corners.map(([u]) => u);
    const left = Math.floor(Math.min(...acrosses)) - wide;
    return {
      x: left,
      y: top,
      width: Math.ceil(Math.max(...acrosses)) + wide - left,
      height: bottom - top,
    };
  }

  /** Where the photo's rows cross a column of the picture, by the middles of pixels: for row 0, more for each row, and for each further column. */
  #crossing(x: number): readonly [first: number, perRow: number, perColumn: number] {
    const [a, b, c, d, e, f] = this.#back;
    const perRow = c / d;
    return [a * (x + 0.5) + e - 0.5 + perRow * (0.5 - b * (x + 0.5) - f), perRow, a - perRow * b];
  }

  #makeBand(top: number): void {
    const { width, height } = this.#size;
    const block = this.#block;
    const lines = Math.min(block, height - top);
    const band = this.#room.band();
    const { turned } = this.#plan;
    for (let left = 0; left < width; left += block) {
      const columns = Math.min(block, width - left);
      const needed = this.#neededFor({ x: left, y: top, width: columns, height: lines });
      const outside =
        needed.x > turned.width ||
        needed.y > turned.height ||
        needed.x + needed.width < 0 ||
        needed.y + needed.height < 0;
      if (outside) {
        for (let y = 0; y < lines; y++)
          band.fill(0, (y * width + left) * 4, (y * width + left + columns) * 4);
        continue;
      }
      const tile = this.#reader.read(needed);
      const job = { tile, needed, block: { x: left, y: top, width: columns, height: lines } };
      if (this.#isGentle) this.#acrossAndDown(job);
      else this.#atOnce(job);
    }
    this.#bandAt = top;
  }

  /** The stretch of the band that a line of a block is. */
  #stretchOf({ x, width }: Rect, line: number): Int16Array {
    const at = line * this.#size.width + x;
    return this.#room.band().subarray(at * 4, (at + width) * 4);
  }

  /** A block of the picture, pixel by pixel. */
  #atOnce({ tile, needed, block }: BlockJob): void {
    const [du, dv] = this.#back;
    const { across, down } = this.#lent as Lent;
    for (let y = 0; y < block.height; y++) {
      const [u, v] = mapped(this.#back, block.x + 0.5, block.y + y + 0.5);
      const place = { u: u - 0.5 - needed.x, v: v - 0.5 - needed.y, du, dv };
      const job = { ...place, tile, width: needed.width, count: block.width, across, down };
      this.#code.warp(job, this.#stretchOf(block, y));
    }
  }

  /** A block of the picture: each row of the photo as it crosses the block's columns, and these from row to row. */
  #acrossAndDown({ tile, needed, block }: BlockJob): void {
    const [, dv, , d] = this.#back;
    const { across, down } = this.#lent as Lent;
    const rows = this.#room.rows();
    // Two pixels are written at a time.
    const width = block.width + (block.width % 2);
    const [first, perRow, du] = this.#crossing(block.x);
    for (let row = 0; row < needed.height; row++) {
      const u = first + perRow * (needed.y + row) - needed.x;
      const from = tile.subarray(row * needed.width * 4);
      const out = rows.subarray(row * width * 4, (row + 1) * width * 4);
      this.#code.slide({ row: from, u, du, count: block.width, across }, out);
    }
    const [, top] = mapped(this.#back, block.x + 0.5, block.y + 0.5);
    for (let y = 0; y < block.height; y++) {
      const v = top + d * y - 0.5 - needed.y;
      this.#code.lean({ rows, width, v, dv, count: block.width, down }, this.#stretchOf(block, y));
    }
  }

  /** How much of a pixel is inside the photo, by how far its middle is from the nearest edge. */
  #cover(x: number, y: number): number {
    const [u, v] = mapped(this.#back, x + 0.5, y + 0.5);
    const [a, b, c, d] = this.#back;
    const { width, height } = this.#plan.turned;
    const across = Math.min(u, width - u) / Math.hypot(a, c);
    const down = Math.min(v, height - v) / Math.hypot(b, d);
    return Math.min(1, Math.max(0, across + 0.5)) * Math.min(1, Math.max(0, down + 0.5));
  }
}
