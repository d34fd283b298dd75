import type { Photo } from '../../../core/film/film';
import type { PhotoPair } from '../../../core/film/photo-pair';
import { fileOf, turnOf } from '../../../core/film/photo-picture';
import type { Result } from '../../../core/time/result';
import { findPair, findPairAmong } from '../../../engine/browser/mend/mend-workers';

/** How photos lie on each other, as far as it was looked for while the page lives. */
const known = new Map<string, Promise<Result<PhotoPair>>>();
const MOST_KNOWN = 500;

/** That what is painted in may lie elsewhere, in a sentence. */
export const notLaid = (photo: Photo, other: Photo): string =>
  `${other.name} and ${photo.name} could not be aligned; they are centred on each other.`;

/** How another photo lies on a photo, and in which light: found once for the two files, however they are turned. With a signal it is one of many. */
export function pairOf(photo: Photo, other: Photo, signal?: AbortSignal): Promise<Result<PhotoPair>> {
  const key = [photo, other].map((each) => `${fileOf(each).hash} ${turnOf(each)}`).join(' ');
  let pair = known.get(key);
  if (!pair) {
    if (known.size >= MOST_KNOWN) known.clear();
    // For one a hand waits; many are shared out.
    known.set(key, (pair = signal ? findPairAmong(photo, other, 'other', signal) : findPair(photo, other)));
    pair.then(
      ({ ok }) => ok || known.delete(key),
      () => known.delete(key),
    );
  }
  return pair;
}
