import type { StrokePath } from '../paint/stroke';

/** Terms of a field of backing: 1, x, y, x², xy, y², x³, x²y, xy², y³, with x and y from -1 to 1 over the upright photo. */
export const BACKING_TERMS = 10;

/**
 * How a colour is told from the backing's: by how much its greatest channel stands out from the others, by how much its least one stays behind
 * them, or, where the backing has no colour of its own, by how far it is from it.
 */
export const KEY_WAYS = ['most', 'least', 'distance'] as const;
export type KeyWay = (typeof KEY_WAYS)[number];

/** What the backing looks like, wherever it lies: in light, 0 to 1, each channel as terms of a field, few where it is even. */
export interface Backing {
  readonly red: readonly number[];
  readonly green: readonly number[];
  readonly blue: readonly number[];
}

/** A photo's backing, and how colours are told from it. */
export interface SeenBacking {
  readonly way: KeyWay;
  readonly backing: Backing;
}

/** A part of the picture that always stays, or always goes. */
export interface KeyOutline extends StrokePath {
  readonly stays: boolean;
}

/** What is looked at: the matte, white where the subject stays; or what goes, by itself. */
export const KEY_VIEWS = ['matte', 'backing'] as const;
export type KeyView = (typeof KEY_VIEWS)[number];

/** How the subject of a photo is cut out from its backing. */
export interface KeyCut extends SeenBacking {
  /** What is no further from the backing goes, 0 to 1: 1 is as far as what has nothing of its colour. */
  readonly width: number;
  /** The part of the rest over which the subject fades, 0 to 1: at 0 it is cut out hard. */
  readonly softness: number;
  /** By how many pixels of the file its edge is moved outwards. */
  readonly edge: number;
  /** How much of the backing's light is taken off the subject, 0 to 1, and how far in from its edge, in parts of the longer side. */
  readonly spill: number;
  readonly reach: number;
  /** Holes that are filled and specks that are taken out: the largest, in parts of the longer side. */
  readonly holes: number;
  readonly specks: number;
  /** How much of a shadow on the backing stays, 0 to 1. */
  readonly shadows: number;
  readonly outlines: readonly KeyOutline[];
  /** Undefined where the subject itself is seen. */
  readonly view?: KeyView | undefined;
}
