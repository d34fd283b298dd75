import type { Photo } from '../film/film';
import { inNumberOrder, pathOf, runningNumber, splitName } from '../film/numbering';

/** What a file of each kind that a camera gives ends in. */
const ENDINGS = { 'image/jpeg': '.JPG', 'image/png': '.PNG' } as const;

/** Kinds of files that photos are taken as. */
export const SHOT_TYPES = ['image/jpeg', 'image/png'] as const;
export type ShotType = (typeof SHOT_TYPES)[number];

/** What photos are called in a film that has none with a number yet. */
const FIRST = { before: 'SHOT', digits: '0000', after: '' };

/** The name of the next photo of a film: one number on from the highest of its last run of numbers, as many digits at least. */
export function nextShotName(photos: readonly Pick<Photo, 'name' | 'folder'>[], type: ShotType): string {
  const last = inNumberOrder(photos, pathOf).findLast(({ name }) => runningNumber(name) !== undefined);
  const { before, digits, after } = last ? splitName(last.name) : FIRST;
  const number = (BigInt(digits) + 1n).toString().padStart(digits.length, '0');
  return `${before}${number}${after}${ENDINGS[type]}`;
}

/** The same name with the ending of another kind. */
export const shotNameAs = (name: string, type: ShotType): string =>
  `${name.slice(0, name.lastIndexOf('.'))}${ENDINGS[type]}`;

/** Whether a media type is one that photos are taken as. */
export const isShotType = (type: string): type is ShotType =>
  (SHOT_TYPES as readonly string[]).includes(type);
