import { inverse, mapped, type Affine } from './affine';
import { phaseKernel, type PhaseKernel } from './kernel';
import { layOver } from './lay-over';
import { PhotoReader } from './photo-reader';
import type { RenderCode } from './render-code';
import type { PhotoLines } from './resample-straight';
import type { Recipe, Source, SourcePlan } from './recipe';
import type { RoomPlan } from './room-plan';
import type { Rect, Size } from './size';

/** Sides of the blocks that are made at once, where one pixel of the photo makes one of the picture. */
const BLOCK = 128;
const FEWEST = 4;

/** A photo that is turned by some degrees, or slanted: made in blocks, each from the part of the photo that it needs. */
export class SlantedLines implements PhotoLines {
  readonly #code: RenderCode;
  readonly #reader: PhotoReader;
  readonly #plan: SourcePlan;
  readonly #back: Affine;
  readonly #size: Size;
  readonly #block: number;
  readonly #kernels: readonly [across: PhaseKernel, down: PhaseKernel];
  readonly #room: {
    readonly across: () => Uint8Array;
    readonly down: () => Uint8Array;
    readonly band: () => Int16Array;
  };
  #lent: { across: PhaseKernel; down: PhaseKernel } | undefined;
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
    this.#kernels = [phaseKernel(across), phaseKernel(down)];
    this.#block = Math.max(FEWEST, Math.min(BLOCK, Math.floor((4 * BLOCK) / Math.max(1, across, down))));
    const { width, height } = this.#neededFor({ x: 0, y: 0, width: this.#block, height: this.#block });
    this.#reader = new PhotoReader(code, source, plan, recipe.photoSteps, room, (width + 2) * (height + 2));
    this.#room = {
      across: room.take(this.#kernels[0].weights.byteLength),
      down: room.take(this.#kernels[1].weights.byteLength),
      band: room.takeNumbers(size.width * this.#block * 4),
    };
  }

  begin(): void {
    const [across, down] = this.#kernels;
    this.#lent = {
      across: this.#code.lend(across, this.#room.across()),
      down: this.#code.lend(down, this.#room.down()),
    };
    this.#bandAt = Number.NaN;
  }

  layLine(y: number, line: Int16Array): void {
    const top = y - (y % this.#block);
    if (top !== this.#bandAt) this.#makeBand(top);
    const { width } = this.#size;
    const row = this.#room.band().subarray((y - top) * width * 4, (y - top + 1) * width * 4);
    const cover = (x: number): number => this.#cover(x, y);
    const [from, to] = this.#columnsInside(y, -0.5);
    const [first, last] = this.#reader.isOpaque ? this.#columnsInside(y, 0.5) : [to, to];
    if (first >= last) return layOver(line, 0, row, from, to, cover);
    line.set(row.subarray(first * 4, last * 4), first * 4);
    layOver(line, 0, row, from, first, cover);
    layOver(line, 0, row, last, to, cover);
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
    const [across, down] = [0, 1].map((i) => corners.map((corner) => corner[i] as number)) as [
      number[],
      number[],
    ];
    const [wide, tall] = this.#kernels.map(({ taps }) => taps / 2 + 1) as [number, number];
    const [left, top] = [Math.floor(Math.min(...across)) - wide, Math.floor(Math.min(...down)) - tall];
    return {
      x: left,
      y: top,
      width: Math.ceil(Math.max(...across)) + wide - left,
      height: Math.ceil(Math.max(...down)) + tall - top,
    };
  }

  #makeBand(top: number): void {
    const { width, height } = this.#size;
    const block = this.#block;
    const [du, dv] = this.#back;
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
      for (let y = 0; y < lines; y++) {
        const [u, v] = mapped(this.#back, left + 0.5, top + y + 0.5);
        this.#code.warp(
          {
            ...(this.#lent as { across: PhaseKernel; down: PhaseKernel }),
            tile,
            width: needed.width,
            u: u - 0.5 - needed.x,
            v: v - 0.5 - needed.y,
            du,
            dv,
            count: columns,
          },
          band.subarray((y * width + left) * 4, (y * width + left + columns) * 4),
        );
      }
    }
    this.#bandAt = top;
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
