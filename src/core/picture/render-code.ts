import type { Kernel, PhaseKernel } from './kernel';
import type { JobKind, StepKind } from './steps/step-kind';
import type { Tile } from './steps/tile';

/** One line of a picture that is resampled without slanting it, from rows that were resampled across. */
export interface DownJob {
  /** `rows` rows of `length` numbers, used in turn: row n of the source lies at `n % rows`. */
  readonly ring: Int16Array;
  readonly length: number;
  readonly rows: number;
  readonly down: Kernel;
  /** Which line of the target. */
  readonly line: number;
}

/** A stretch of a line of a slanted picture: pixel i is read from `u + i * du`, `v + i * dv`, counted by the middles of the tile's pixels. */
export interface WarpJob {
  readonly tile: Int16Array;
  /** Pixels in a row of the tile. */
  readonly width: number;
  readonly u: number;
  readonly v: number;
  readonly du: number;
  readonly dv: number;
  readonly count: number;
  readonly across: PhaseKernel;
  readonly down: PhaseKernel;
}

/** A stretch of a row that leans: pixel i is read at `u + i * du`, counted by the middles of the row's pixels. */
export interface SlideJob {
  readonly row: Int16Array;
  readonly u: number;
  readonly du: number;
  readonly count: number;
  readonly across: PhaseKernel;
}

/** A stretch of a line from rows that were read across: pixel i is read in column i, at `v + i * dv`, counted by the middles of rows. */
export interface LeanJob {
  readonly rows: Int16Array;
  /** Pixels in a row. */
  readonly width: number;
  readonly v: number;
  readonly dv: number;
  readonly count: number;
  readonly down: PhaseKernel;
}

/** Which bytes are meant: from one up to another. */
export interface Meant {
  readonly least: number;
  readonly most: number;
}

/** The inner loops of making a picture, as plain code or with vector instructions; both give the same numbers. */
export interface RenderCode {
  /** Room for one picture, in pieces of so many bytes, aligned to 16; it is lent until room is asked for again. */
  room(bytes: readonly number[]): readonly Uint8Array[];
  /** The same kernel where the code can reach it: in the piece of room given. */
  lend<K extends Kernel | PhaseKernel>(kernel: K, room: Uint8Array): K;
  /** Stored pixels to the numbers of a tile; `swap` where blue comes first, `opaque` where the fourth byte says nothing. */
  widen(bytes: Uint8Array, pixels: number, swap: boolean, opaque: boolean, out: Int16Array): void;
  /** A row resampled across, to 4 bits below the byte. */
  across(row: Int16Array, kernel: Kernel, out: Int16Array): void;
  /** The rows of a ring resampled down, to a tile's numbers. */
  down(job: DownJob, out: Int16Array): void;
  /** Resamples across and down at once. */
  warp(job: WarpJob, out: Int16Array): void;
  /** Resamples a row across, to 4 bits below the byte; what is written behind the last pixel counts for nothing. */
  slide(job: SlideJob, out: Int16Array): void;
  /** Resamples such rows down, to a tile's numbers. */
  lean(job: LeanJob, out: Int16Array): void;
  /** Colours multiplied by alpha, so that what is see-through weighs less when it is resampled. */
  premultiply(data: Int16Array): void;
  /** Such pixels laid over as many of an opaque line, with edges mixed as light is: half of a white edge before black is as bright as half of the light. */
  layInLight(line: Int16Array, pixels: Int16Array): void;
  /** Where bytes that are meant begin and end in a row, one after the other: how many numbers were written. Both lie in the room given; `ends` for one more than the row has. */
  stretches(row: Uint8Array, meant: Meant, ends: Int32Array): number;
  /** A tile's numbers, opaque, to red, green, blue and 255. */
  toBytes(line: Int16Array, pixels: number, out: Uint8Array): void;
  step<Value>(kind: StepKind<Value>, tile: Tile, value: Value): void;
  run<Job>(kind: JobKind<Job>, job: Job): void;
}

/** Bytes of room that a kernel takes. */
export const kernelBytes = ({ first, weights }: Kernel): number =>
  Math.ceil(first.byteLength / 16) * 16 + weights.byteLength;
