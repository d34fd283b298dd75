import type { Rate } from '../time/rate';

/**
 * What a film may hold at most: the same for what makes films and for what reads them, so that what was kept can be
 * read again.
 */

/** Letters of a name, a title, a label, or what is spoken at a time. */
export const LONGEST_NAME = 1000;

/** Pixels of a side of a photo. */
export const LONGEST_SIDE = 100_000;

/** Channels and samples a second of a sound's file. */
export const MOST_CHANNELS = 64;
export const FASTEST_SAMPLING = 10_000_000;

export const MOST_PHOTOS = 20_000;
export const MOST_POSES = 50_000;
/** Flags, sounds, lanes, cues and scenes, of each. */
export const MOST_OF_A_KIND = 5_000;
/** All of them together, words and tempos too: a film is read and looked through in a moment. */
export const MOST_PARTS = 100_000;
/** Words and steps of tempo, of each in a sound. */
export const MOST_IN_A_SOUND = 10_000;

/** A film is no longer than this; all counting stays exact within it. */
export const LONGEST_FILM_HOURS = 24;

/** Frames that a scene can be planned to have: an hour at 60 frames a second. */
export const MOST_PLANNED = 216_000;

/** Hours that so many frames last. */
export const hoursOf = (frames: number, { num, den }: Rate): number => (frames * den) / num / 3600;

/** Text as far as a name can be long. */
export const asName = (text: string): string =>
  // Not within a letter of two halves.
  text.length <= LONGEST_NAME ? text : text.slice(0, LONGEST_NAME).replace(/[\uD800-\uDBFF]$/, '');

/** The most passes of a cycle. */
export const MOST_PASSES = 10_000;
/** The greatest nesting depth of cycles. */
export const MAX_CYCLE_DEPTH = 50;

/** Strokes on a photo, and numbers that tell the places of one. */
export const MOST_STROKES = 1000;
export const MOST_STROKE_NUMBERS = 3 * 1500;
/** Places of all strokes of a film together; each stroke counts as so many parts of it. */
export const MOST_STROKE_PLACES = 1_000_000;
export const PARTS_OF_A_STROKE = 4;
/** Cells of a clean plate that can be marked as unsure, along a side. */
export const MOST_CELLS = 64;

/** What is kept of a light that was found: stops and terms of a field up to so many, and powers. */
export const LIGHT_BOUNDS = { stops: 16, field: 4, power: { least: 0.1, most: 4 } };

/** Terms of a field of backing, in light, are no larger than this. */
export const BACKING_BOUND = 10;
