import { count } from '../../../core/time/format';
import type { SoundPiece } from './sound-analysis';
import { filesOf } from '../../../core/film/photo-picture';
import { keepFilm, listFilms, readFilm, readStored } from './film-repository';
import { deleteJournal, filmsWhoseJournalNames } from './journal';
import { filmsWithIntake, readIntake } from './intake-repository';
import { filmsOfPrints } from './print-repository';
import { withPicturesFree } from './store-lock';
import { originals, previews, soundAnalyses, soundPieces, thumbnails } from './stores';

/** Pictures and sounds that no film and no table of photos that came in uses any more. */
export interface Unused {
  readonly photos: number;
  readonly sounds: number;
  /** Bytes of their originals, small pictures and samples. */
  readonly bytes: number;
}

/** `3 photos and 1 sound`; empty where there is nothing. */
export const unusedWords = ({ photos, sounds }: Unused): string =>
  [photos > 0 ? count(photos, 'photo') : '', sounds > 0 ? count(sounds, 'sound') : '']
    .filter(Boolean)
    .join(' and ');

/** Why nothing can be freed: another tab works with a film. */
export type Unfree = 'in-use';

async function usedHashes(): Promise<ReadonlySet<string>> {
  const used = new Set<string>();
  for (const { id, film, mended } of await listFilms()) {
    if (film.ok) {
      for (const hash of filesOf(film.value.photos).keys()) used.add(hash);
      for (const { hash } of film.value.sounds) used.add(hash);
    }
    // One that cannot be read, or in which something was put right, may be rescued with all that it names.
    if (!film.ok || mended)
      for (const [hash] of JSON.stringify(await readStored(id)).matchAll(/[0-9a-f]{64}/g)) used.add(hash);
  }
  for (const film of await filmsOfPrints()) {
    for (const hash of filesOf(film.photos).keys()) used.add(hash);
    for (const { hash } of film.sounds) used.add(hash);
  }
  for (const film of await filmsWithIntake())
    for (const row of (await readIntake(film))?.rows ?? []) if (row.photo) used.add(row.photo.hash);
  return used;
}

const bytesOf = (stored: Blob | Uint8Array | null): number =>
  stored instanceof Blob ? stored.size : (stored?.byteLength ?? 0);

/** Samples of a piece take four bytes each. */
const bytesOfPiece = (piece: SoundPiece | null): number =>
  piece?.channels.reduce((sum, samples) => sum + samples.byteLength, 0) ?? 0;

/** Sounds that no film uses: their samples and what is drawn of them. Their files go with the other originals. */
async function sweepSounds(
  used: ReadonlySet<string>,
  free: boolean,
): Promise<{ hashes: Set<string>; bytes: number }> {
  const hashes = new Set<string>();
  let bytes = 0;
  for (const key of await soundPieces.keys()) {
    const hash = key.slice(0, key.indexOf('.'));
    if (used.has(hash)) continue;
    hashes.add(hash);
    bytes += bytesOfPiece(await soundPieces.getItem<SoundPiece>(key));
    if (free) await soundPieces.removeItem(key);
  }
  for (const hash of await soundAnalyses.keys()) {
    if (used.has(hash)) continue;
    hashes.add(hash);
    if (free) await soundAnalyses.removeItem(hash);
  }
  return { hashes, bytes };
}

/** Forgets what was done to films where it names files that are `gone`; the films themselves are as they were. */
async function forgetWhatNames(gone: (hash: string) => boolean): Promise<void> {
  for (const id of await filmsWhoseJournalNames(gone)) {
    const film = await readFilm(id);
    // The journal may be ahead of the document.
    if (film.ok) await keepFilm(film.value);
    await deleteJournal(id);
  }
}

async function sweep(free: boolean): Promise<Unused> {
  const used = await usedHashes();
  if (free) await forgetWhatNames((hash) => !used.has(hash));
  const sounds = await sweepSounds(used, free);
  const photos = new Set<string>();
  let { bytes } = sounds;
  // Small pictures go first: an original without them can be found and freed later, they alone as well.
  for (const store of [previews, thumbnails, originals]) {
    for (const hash of await store.keys()) {
      if (used.has(hash)) continue;
      if (!sounds.hashes.has(hash)) photos.add(hash);
      bytes += bytesOf(await store.getItem<Blob | Uint8Array>(hash));
      if (free) await store.removeItem(hash);
    }
  }
  return { photos: photos.size, sounds: sounds.hashes.size, bytes };
}

/** What could be freed now. */
export const findUnused = async (): Promise<Unused | Unfree> =>
  (await withPicturesFree(() => sweep(false))) ?? 'in-use';

/** Frees what no film uses, and says how much that was. */
export const freeUnused = async (): Promise<Unused | Unfree> =>
  (await withPicturesFree(() => sweep(true))) ?? 'in-use';
