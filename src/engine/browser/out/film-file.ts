import type { Film } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { documentEntry, photoEntry, soundEntry } from '../../../core/formats/bundle';
import type { OutFile } from './zip-file';

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
