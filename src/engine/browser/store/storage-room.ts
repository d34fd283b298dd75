import type { Film } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { formatSize } from '../../../core/time/format';
import { freePieces } from './print-pieces';
import { fileFacts } from './file-facts';

/** What an import needs and what the browser grants, in bytes. */
export interface StorageRoom {
  readonly needed: number;
  readonly free: number;
}

/** What something needs, and what the browser has; `needs` as in `it needs`. A browser may report room that the disk does not have. */
export const roomWords = (needs: string, { needed, free }: StorageRoom): string =>
  `${needs} about ${formatSize(needed)}${
    needed > free
      ? `, and the browser has ${formatSize(free)} left for Kermis.`
      : `. The browser reports that ${formatSize(free)} are left, but takes nothing more: the disk itself may be full.`
  }`;

/** Preview and thumbnail of a photo take about this much beside the original, in bytes. */
const SMALL_PICTURES = 140_000;

/** What the browser keeps for this origin and what it still grants, in bytes; undefined where it does not say. */
export async function storageUse(): Promise<{ readonly used: number; readonly free: number } | undefined> {
  try {
    const { quota, usage } = await navigator.storage.estimate();
    if (quota === undefined || usage === undefined) return undefined;
    return { used: usage, free: Math.max(0, quota - usage) };
  } catch {
    return undefined;
  }
}

const askToKeep = async (): Promise<boolean> => navigator.storage.persist();

/** Files that are asked for their size; of more, as many are taken from all along the list. */
const MOST_ASKED = 200;

/**
 * Compares files with the room that the browser still grants; undefined where it does not say. Asks the browser not
 * to clear the store by itself when space runs short elsewhere.
 */
export async function storageRoom(files: readonly File[]): Promise<StorageRoom | undefined> {
  // What is answered changes nothing here: an unkept promise costs as much as none.
  void askToKeep().catch(() => false);
  const use = await storageUse();
  const step = Math.max(1, files.length / MOST_ASKED);
  const some = Array.from(
    { length: Math.min(files.length, MOST_ASKED) },
    (_, i) => files[Math.floor(i * step)],
  );
  const asked = await fileFacts(some.filter((file) => file !== undefined));
  const mean = asked.reduce((sum, { size }) => sum + size, 0) / Math.max(1, asked.length);
  const needed = files.length * (mean + SMALL_PICTURES);
  return use && { needed, free: await freeFor(needed, use.free) };
}

/** What is free for something: pieces of prints are the first to go where room is short. */
async function freeFor(needed: number, free: number): Promise<number> {
  return free >= needed ? free : free + (await freePieces(0).catch(() => 0));
}

/** Samples are kept decoded: so many bytes each, of at most two channels. */
const BYTES_A_SAMPLE = 4;

/** Compares files of a film, by hash, with the room that the browser still grants; undefined where it does not say. */
export async function roomFor(film: Film, wanted: ReadonlySet<string>): Promise<StorageRoom | undefined> {
  const use = await storageUse();
  if (!use) return undefined;
  const photos = [...filesOf(film.photos).values()].filter(({ hash }) => wanted.has(hash));
  const sounds = film.sounds.filter(({ hash }) => wanted.has(hash));
  const needed =
    photos.reduce((sum, { bytes }) => sum + bytes + SMALL_PICTURES, 0) +
    sounds.reduce(
      (sum, { bytes, samples, channels }) => sum + bytes + samples * Math.min(2, channels) * BYTES_A_SAMPLE,
      0,
    );
  return { needed, free: await freeFor(needed, use.free) };
}
