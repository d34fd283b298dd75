import type { Tile } from './tile';

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
  /** Bytes for tables that are the same for all pictures, and whether they stand there. */
  readonly kept: { readonly room: Uint8Array; isFilled: boolean };
  /** For red, green and blue each a factor, a rest, below what the table counts, and where that lies. */
  readonly light: (data: number, pixels: number, ...channels: number[]) => void;
  /** For red, green and blue each a power, what is added, and where the field lies. */
  readonly lightCurve: (
    data: number,
    pixels: number,
    logs: number,
    values: number,
    most: number,
    ...channels: number[]
  ) => void;
}
