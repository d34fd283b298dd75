import type { Tile } from './tile';

/** What is done to a picture's values, by a number that a person sets. */
export interface StepKind {
  /** In whose pixels it is done: the photo's, before it is resampled, or the film's, after that. */
  readonly place: 'photo' | 'film';
  /** What it is called on screen, what its number counts, in the plural, and what that may be. */
  readonly label: string;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** The number that leaves everything as it is: such a step is left out of the recipe. */
  readonly neutral: number;
  /** Carries it out in place. */
  readonly plain: (tile: Tile, value: number) => void;
  /** The same with vector instructions, to the same numbers, where that pays. `code` is the built module. */
  readonly vector?: (tile: Tile, value: number, code: StepCode) => void;
}

/** What steps find in the built vector code; tiles and tables lie in its memory, and are named by their byte offsets. */
export interface StepCode {
  /** Bytes for a step's tables, lent for the length of a call. */
  readonly scratch: Uint8Array;
  readonly light: (
    data: number,
    pixels: number,
    factor: number,
    rest: number,
    from: number,
    table: number,
  ) => void;
}
