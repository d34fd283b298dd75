import type { Film } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { pieceKeys } from './sound-analysis';
import { originals, previews, soundAnalyses, soundPieces, thumbnails } from './stores';

/** What a film needs and this browser does not have, by hash. A browser may clear its stores, one without the other. */
export interface Lost {
  /** Photos and retouched files without their original. */
  readonly photos: readonly string[];
  /** Those without their small pictures, whose original is here: they can be made again. */
  readonly pictures: readonly string[];
  /** Sounds without their file. */
  readonly soundFiles: readonly string[];
  /** Sounds without their samples, or what is drawn of them. */
  readonly samples: readonly string[];
}

/** Compares what a film needs with what lies in the stores. */
export async function checkStores({ photos, sounds }: Pick<Film, 'photos' | 'sounds'>): Promise<Lost> {
  const [files, large, small, looks, pieces] = await Promise.all(
    [originals, previews, thumbnails, soundAnalyses, soundPieces].map(
      async (store) => new Set(await store.keys()),
    ),
  );
  const hashes = [...filesOf(photos).keys()];
  const isThere = (hash: string): boolean => files?.has(hash) ?? false;
  return {
    photos: hashes.filter((hash) => !isThere(hash)),
    pictures: hashes.filter((hash) => isThere(hash) && !(large?.has(hash) && small?.has(hash))),
    soundFiles: sounds.flatMap(({ hash }) => (isThere(hash) ? [] : [hash])),
    samples: sounds.flatMap(({ hash, samples }) =>
      looks?.has(hash) && pieceKeys(hash, samples).every((key) => pieces?.has(key)) ? [] : [hash],
    ),
  };
}
