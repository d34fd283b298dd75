import type { Photo } from '../film/film';
import { inNumberOrder, pathOf, runningNumber, splitName } from '../film/numbering';

/** What a file of each kind that a camera gives ends in. */
const ENDINGS = { 'image/jpeg': '.JPG', 'image/png': '.PNG' } as const;

/** Kinds of files that photos are taken as. */
export type ShotType = keyof typeof ENDINGS;

/** What photos are called in a film that has none with a number yet. */
const FIRST = { before: 'SHOT', digits: '0000', after: '' };

/** The name of the next photo of a film: one number on from the highest of its last run of numbers, as many digits at least. */
export function nextShotName(photos: readonly Photo[], type: ShotType): string {
  const last = inNumberOrder(photos, pathOf).findLast(({ name }) => runningNumber(name) !== undefined);
  const { before, digits, after } = last ? splitName(last.name) : FIRST;
  const number = (BigInt(digits) + 1n).toString().padStart(digits.length, '0');
  return `${before}${number}${after}${ENDINGS[type]}`;
}
