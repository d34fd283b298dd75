import { mapped, type Affine } from '../affine';
import { phaseKernel, type PhaseKernel } from '../kernel';
import type { RenderCode } from '../render-code';
import type { RoomPlan } from '../room-plan';
import type { Rect, Size } from '../size';
import type { TileReader } from '../tile-reader';

/** Sides of the blocks that are made at once. */
const ACROSS = 128;
const DOWN = 16;

/** A step that is as good as none: filters of one width are quicker. */
const SAME_SCALE = 1.002;

/** Filters for a picture of which a pixel takes so many of another one's. */
const kernelFor = (step: number): PhaseKernel => phaseKernel(step < SAME_SCALE ? 1 : step);

/** Some rows of a picture that is painted in, as they lie in the photo. All pictures of a photo share one: strokes are laid one after the other. */
export class Band {
  readonly #room: () => Int16Array;
  /** Which of its blocks are made, and of which picture and rows. */
  readonly made: Uint8Array;
  owner: OtherPicture | undefined;
  top = -1;

  constructor(
    readonly size: Size,
    room: RoomPlan,
  ) {
    this.#room = room.takeNumbers(size.width * DOWN * 4);
    this.made = new Uint8Array(Math.ceil(size.width / ACROSS));
  }

  /** Its numbers, once there is room. */
  get numbers(): Int16Array {
    return this.#room();
  }
}

/** The picture of another photo, read in the pixels of the one that it is painted into. */
export class OtherPicture {
  readonly #code: RenderCode;
  readonly #reader: TileReader;
  /** From the pixels of the photo that is painted on to the other's. */
  readonly #map: Affine;
  readonly #kernels: readonly [across: PhaseKernel, down: PhaseKernel];
  readonly #room: {
    readonly across: () => Uint8Array;
    readonly down: () => Uint8Array;
  };
  readonly #band: Band;
  #lent:
    { readonly across: PhaseKernel; readonly down: PhaseKernel; readonly numbers: Int16Array } | undefined;

  /** `readerOf` makes what reads the other picture, for tiles of so many pixels. */
  constructor(
    code: RenderCode,
    band: Band,
    map: Affine,
    readerOf: (largest: number) => TileReader,
    room: RoomPlan,
  ) {
    this.#code = code;
    this.#band = band;
    this.#map = map;
    const [a, b, c, d] = map;
    this.#kernels = [kernelFor(Math.sqrt(a * a + c * c)), kernelFor(Math.sqrt(b * b + d * d))];
    const { width, height } = this.#neededFor({ x: 0, y: 0, width: ACROSS, height: DOWN });
    // Where a block lies between pixels it may touch one more of them.
    this.#reader = readerOf((width + 2) * (height + 2));
    this.#room = {
      across: room.take(this.#kernels[0].weights.byteLength),
      down: room.take(this.#kernels[1].weights.byteLength),
    };
  }

  /** Once there is room. */
  begin(): void {
    this.#reader.begin();
    const [across, down] = this.#kernels;
    this.#lent = {
      across: this.#code.lend(across, this.#room.across()),
      down: this.#code.lend(down, this.#room.down()),
      numbers: this.#band.numbers,
    };
    this.#band.owner = undefined;
  }

  /** A row of it, of which the pixels from one up to another are made; lent until other rows are asked for, of any picture. */
  row(y: number, from: number, to: number): Int16Array {
    const band = this.#band;
    const top = y - (y % DOWN);
    if (band.owner !== this || band.top !== top) {
      band.made.fill(0);
      band.owner = this;
      band.top = top;
    }
    for (let block = Math.floor(from / ACROSS); block * ACROSS < to; block++)
      if (band.made[block] === 0) {
        this.#make(block * ACROSS);
        band.made[block] = 1;
      }
    const { width } = band.size;
    return band.numbers.subarray((y - top) * width * 4, (y - top + 1) * width * 4);
  }

  #neededFor({ x, y, width, height }: Rect): Rect {
    const corners = [
      [x, y],
      [x + width, y],
      [x, y + height],
      [x + width, y + height],
    ].map(([left = 0, top = 0]) => mapped(this.#map, left, top));
    const [wide, tall] = this.#kernels.map(({ taps }) => taps / 2 + 1) as [number, number];
    const [us, vs] = [corners.map(([u]) => u), corners.map(([, v]) => v)];
    const [left, top] = [Math.floor(Math.min(...us)) - wide, Math.floor(Math.min(...vs)) - tall];
    return {
      x: left,
      y: top,
      width: Math.ceil(Math.max(...us)) + wide - left,
      height: Math.ceil(Math.max(...vs)) + tall - top,
    };
  }

  /** Makes a block of the band. */
  #make(left: number): void {
    if (!this.#lent) return;
    const { across, down, numbers } = this.#lent;
    const { size, top } = this.#band;
    const { width, height } = size;
    const block = {
      ...{ x: left, y: top },
      ...{ width: Math.min(ACROSS, width - left), height: Math.min(DOWN, height - top) },
    };
    const needed = this.#neededFor(block);
    const tile = this.#reader.read(needed);
    const [du, dv] = this.#map;
    for (let row = 0; row < block.height; row++) {
      const [u, v] = mapped(this.#map, left + 0.5, block.y + row + 0.5);
      const job = {
        ...{ tile, width: needed.width, count: block.width, across, down, du, dv },
        ...{ u: u - 0.5 - needed.x, v: v - 0.5 - needed.y },
      };
      const at = (row * width + left) * 4;
      this.#code.warp(job, numbers.subarray(at, at + block.width * 4));
    }
  }
}
