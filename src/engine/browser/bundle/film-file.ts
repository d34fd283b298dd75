import type { Film } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { DOCUMENT, documentEntry, photoEntry, soundEntry } from '../../../core/formats/bundle';
import type { OutFile } from './zip-file';

const HASH = /[0-9a-f]{64}/g;

/**
 * What a `.kermis` file holds: the film document first, then its sounds, then every original and every retouched file once. `read`
 * gives the bytes of a file by hash.
 */
export function filmFiles(film: Film, read: (hash: string, name: string) => Promise<Blob>): OutFile[] {
  const { name, text } = documentEntry(film);
  return [
    { name, read: () => Promise.resolve(new Blob([text])), deflate: true },
    ...film.sounds.map(({ hash, name: sound }) => ({
      name: soundEntry(hash),
      read: () => read(hash, sound),
    })),
    ...[...filesOf(film.photos).values()].map((file) => ({
      name: photoEntry(file.hash),
      read: () => read(file.hash, file.name),
    })),
  ];
}

/**
 * What a `.kermis` file holds of a film that cannot be read: what is stored of it, as it is, and every file that it names and
 * that is there. `read` gives the bytes of a file by hash, or nothing.
 */
export async function storedFiles(
  stored: unknown,
  read: (hash: string) => Promise<Blob | null>,
): Promise<readonly OutFile[]> {
  const text = JSON.stringify(stored);
  const sounds = new Set(
    [
      ...JSON.stringify((stored as { film?: { sounds?: unknown } } | null)?.film?.sounds ?? []).matchAll(
        HASH,
      ),
    ].map(([hash]) => hash),
  );
  const files: OutFile[] = [{ name: DOCUMENT, read: () => Promise.resolve(new Blob([text])), deflate: true }];
  for (const hash of new Set([...text.matchAll(HASH)].map(([each]) => each))) {
    const file = await read(hash);
    const entry = sounds.has(hash) ? soundEntry(hash) : photoEntry(hash);
    if (file) files.push({ name: entry, read: () => Promise.resolve(file) });
  }
  return files;
}
