import type { Tile } from './tile';

/** What is done to a picture's values. What it is done by is a plain value: numbers, and lists and records of them. */
export interface StepKind<Value> {
  /** Carries it out in place. */
  readonly plain: (tile: Tile, value: Value) => void;
  /** The same with vector instructions, to the same numbers, where that pays; gives whether it could. `code` is the built module. */
  readonly vector?: (tile: Tile, value: Value, code: StepCode) => boolean;
}

/** What steps find in the built vector code; tiles and tables lie in its memory, and are named by their byte offsets. */
export interface StepCode {
  /** Bytes for a step's tables, lent for the length of a call. */
  readonly scratch: Uint8Array;
  /** For red, green and blue each a factor, a rest, below what the table counts, and where that lies. */
  readonly light: (data: number, pixels: number, ...channels: number[]) => void;
}
