import type { Film } from '../../../core/film/film';
import { writeBundle } from '../../../core/formats/bundle';
import { fileName } from '../../../core/formats/file-name';
import { failed, found, type Parsed } from '../../../core/time/parsed';
import { originals } from './stores';

/** A film with all its originals as one `.kermis` file. */
export async function filmFile(film: Film): Promise<Parsed<{ file: Blob; name: string }>> {
  const bytes = new Map<string, Uint8Array>();
  for (const photo of film.photos) {
    if (bytes.has(photo.hash)) continue;
    const original = await originals.getItem<Blob>(photo.hash);
    if (!original)
      return failed(`${film.title} was not saved: the original of ${photo.name} is missing in this browser.`);
    bytes.set(photo.hash, new Uint8Array(await original.arrayBuffer()));
  }
  const file = new Blob([writeBundle(film, bytes)], { type: 'application/zip' });
  return found({ file, name: fileName(film.title, '.kermis') });
}
