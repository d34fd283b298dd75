import { filesOf } from '../../../core/film/photo-picture';
import { listFilms } from './film-shelf';
import { forgetHistoriesOf } from './history-shelf';
import { readIntake } from './intake-shelf';
import { withPicturesFree } from './store-lock';
import { intakes, originals, previews, thumbnails } from './stores';

/** Pictures that no film and no table of photos that came in uses any more. */
export interface Unused {
  readonly photos: number;
  /** Bytes of their originals and small pictures. */
  readonly bytes: number;
}

/** Why nothing can be freed: another tab works with a film, or a film cannot be read and may still be rescued. */
export type Unfree = 'in-use' | 'unreadable';

async function usedHashes(): Promise<ReadonlySet<string> | undefined> {
  const used = new Set<string>();
  for (const { film } of await listFilms()) {
    if (!film.ok) return undefined;
    for (const hash of filesOf(film.value.photos).keys()) used.add(hash);
  }
  for (const film of await intakes.keys())
    for (const row of (await readIntake(film))?.rows ?? []) if (row.photo) used.add(row.photo.hash);
  return used;
}

const bytesOf = (stored: Blob | Uint8Array | null): number =>
  stored instanceof Blob ? stored.size : (stored?.byteLength ?? 0);

async function sweep(free: boolean): Promise<Unused | Unfree> {
  const used = await usedHashes();
  if (!used) return 'unreadable';
  if (free) await forgetHistoriesOf((hash) => !used.has(hash));
  const photos = new Set<string>();
  let bytes = 0;
  // Small pictures go first: an original without them can be found and freed later, they alone as well.
  for (const store of [previews, thumbnails, originals]) {
    for (const hash of await store.keys()) {
      if (used.has(hash)) continue;
      photos.add(hash);
      bytes += bytesOf(await store.getItem<Blob | Uint8Array>(hash));
      if (free) await store.removeItem(hash);
    }
  }
  return { photos: photos.size, bytes };
}

/** What could be freed now. */
export const findUnused = async (): Promise<Unused | Unfree> =>
  (await withPicturesFree(() => sweep(false))) ?? 'in-use';

/** Frees what no film uses, and says how much that was. */
export const freeUnused = async (): Promise<Unused | Unfree> =>
  (await withPicturesFree(() => sweep(true))) ?? 'in-use';
