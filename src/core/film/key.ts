import type { KeyOutline } from '../picture/key/key-cut';
import type { Move } from '../picture/move';
import type { LightChange } from '../picture/steps/light-change';
import type { Amount } from '../time/amount';

/** What is set of a key by numbers. */
export const KEY_AMOUNTS = {
  /** What is no further from the backing than this goes. */
  width: {
    label: 'Width',
    does: 'How far from the picked colours still goes',
    unit: '%',
    least: 1,
    most: 90,
    neutral: 6,
  },
  /** Over how much of the rest the edge fades. */
  softness: {
    label: 'Softness',
    does: 'Over how much the edge fades',
    unit: '%',
    least: 0,
    most: 100,
    neutral: 100,
  },
  /** By how many pixels of the photo the edge is moved out. */
  edge: { label: 'Edge', does: 'Moves the edge out or in', unit: 'px', least: -5, most: 5, neutral: 0 },
  /** How much of the backing's light is taken off the subject, and how far in from its edge. */
  spill: {
    label: 'Despill',
    does: 'Clears the card’s colour from the subject',
    unit: '%',
    least: 0,
    most: 100,
    neutral: 100,
  },
  reach: {
    label: 'Spill width',
    does: 'How far in from the edge the card’s colour is cleared',
    unit: '% of the picture',
    least: 0,
    most: 10,
    neutral: 1.5,
  },
  /** The largest hole that is filled, and the largest speck that is taken out, across. */
  holes: {
    label: 'Fill holes',
    does: 'Fills holes in the subject up to this size',
    unit: '% of the picture',
    least: 0,
    most: 10,
    neutral: 0.4,
  },
  specks: {
    label: 'Despeckle',
    does: 'Deletes specks outside the subject up to this size',
    unit: '% of the picture',
    least: 0,
    most: 10,
    neutral: 0.4,
  },
  /** How much of a shadow on the backing stays. */
  shadows: {
    label: 'Shadows',
    does: 'How much of a shadow on the card stays',
    unit: '%',
    least: 0,
    most: 100,
    neutral: 0,
  },
} as const satisfies Readonly<Record<string, Amount>>;

export type KeyAmount = keyof typeof KEY_AMOUNTS;

/** A colour of the backing as it was picked on a photo, before its light is mended. */
export interface PickedColour {
  /** Where, in parts of the upright photo. */
  readonly x: number;
  readonly y: number;
  /** sRGB, 0 to 255. */
  readonly colour: readonly [number, number, number];
}

/** How many colours are picked at most, and how many outlines are drawn. */
export const MOST_PICKED = 12;
export const MOST_OUTLINES = 50;

/** A part that always stays or goes, by a mark of its own. */
export interface DrawnOutline extends KeyOutline {
  readonly id: string;
}

/** How a picture stands behind: moved and sized, out of focus, and in which light. */
interface Standing {
  readonly move?: Move | undefined;
  /** The deviation of a bell, in per cent of the film's width. */
  readonly blur?: number | undefined;
  /** What brings its light to the subject's, as it was found, and per cent of it. */
  readonly light?: { readonly change: LightChange; readonly strength: number } | undefined;
}

export const BEHIND_BLUR: Amount = {
  label: 'Blur',
  unit: '% of the picture',
  least: 0,
  most: 5,
  neutral: 0,
};

/** What is seen where the backing was. */
export type Behind =
  | { readonly kind: 'colour'; readonly colour: string }
  /** `turn` says where the second colour lies: at 0 below the first, at 90 to the left of it. */
  | { readonly kind: 'gradient'; readonly from: string; readonly to: string; readonly turn: number }
  | ({ readonly kind: 'photo'; readonly photoId: string } & Standing)
  /** The poses of another scene, frame by frame; `from` is its frame, from 0, at the first one of the scene before it. */
  | ({ readonly kind: 'run'; readonly sceneId: string; readonly from: number } & Standing);

/** A run begins at most so many frames in, or before its first. */
export const RUN_FROM: Amount = { label: 'From frame', unit: '', least: -100_000, most: 100_000, neutral: 0 };

/** How the subject of poses is cut out, and what stands behind it. */
export interface Key extends Readonly<Record<KeyAmount, number>> {
  /** It is kept, but not done: of a pose, that it is left out of what is done to its scene. */
  readonly off?: true | undefined;
  readonly picked: readonly PickedColour[];
  readonly outlines: readonly DrawnOutline[];
  /** The film's background where nothing is said. */
  readonly behind?: Behind | undefined;
}

const NEUTRAL = Object.fromEntries(
  Object.entries(KEY_AMOUNTS).map(([name, { neutral }]) => [name, neutral]),
) as Record<KeyAmount, number>;

/** A key of which nothing was picked yet. */
export const FRESH_KEY: Key = { ...NEUTRAL, picked: [], outlines: [] };
