import type { Affine } from '../affine';
import type { Mark } from './mark';

/** What is drawn on one layer, as a recipe holds it. */
export interface DrawnLayer {
  /** Says what `data` is, in which nothing else counts. */
  readonly hash: string;
  /** Its marks, the lowest first. */
  readonly data: readonly Mark[];
  /** 0 to 1. */
  readonly opacity: number;
  /** From pixels of the drawing to parts of the film's picture. */
  readonly map: Affine;
}

/** Layers that lie over a picture, the lowest first. */
export type Drawn = readonly DrawnLayer[];
