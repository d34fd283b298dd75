import type { Tile } from './tile';

/** Work of which the built code has its own way, to the same numbers, where that pays. */
export interface JobKind<Job> {
  readonly plain: (job: Job) => void;
  readonly vector?: (job: Job, code: StepCode) => void;
}

/** What is done to a picture's values. What it is done by is a plain value: numbers, and lists and records of them. */
export interface StepKind<Value> {
  /** Carries it out in place. */
  readonly plain: (tile: Tile, value: Value) => void;
  /** The same with the built code, to the same numbers, where that pays. */
  readonly vector?: (tile: Tile, value: Value, code: StepCode) => void;
}

/** What steps find in the built code; tiles and tables lie in its memory, and are named by their byte offsets. */
export interface StepCode {
  /** Bytes for a step's tables, lent for the length of a call. */
  readonly scratch: Uint8Array;
  /** Where a table lies, which is copied there if it does not yet; the last few that were asked for stay. */
  readonly kept: (table: Int16Array | Int32Array | Float32Array) => number;
  /** For red, green and blue each a factor, a rest, below what the table counts, and where that lies. */
  readonly light: (data: number, pixels: number, ...channels: number[]) => void;
  /** A row: fields and slopes at every so many pixels, four numbers each; below which values, two times four of them, logarithms count. */
  readonly lightField: (
    data: number,
    pixels: number,
    fields: number,
    slopes: number,
    leasts: number,
    logs: number,
    values: number,
    most: number,
  ) => void;
  /** For red, green and blue each a table of all values, one after the other. */
  readonly tables: (data: number, pixels: number, tables: number) => void;
  /** A cube of light; tells how many pixels were done, before one came whose points are not reckoned. */
  readonly cube: (data: number, pixels: number, cube: number, values: number) => number;
  /** A table from a file. */
  readonly table: (data: number, pixels: number, table: number, points: number, part: number) => void;
  /** What a key is made by: numbers in the order of `assembly/key.ts`, which every one of them names. */
  readonly measureRows: (...numbers: number[]) => void;
  readonly fadeRows: (...numbers: number[]) => void;
  readonly fadeFarRows: (...numbers: number[]) => void;
  readonly cutTile: (...numbers: number[]) => void;
  readonly layBacking: (...numbers: number[]) => void;
  readonly findOwnColours: (...numbers: number[]) => void;
  readonly findNear: (...numbers: number[]) => void;
}
