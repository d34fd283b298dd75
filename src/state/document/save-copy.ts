import type { Film } from '../../core/film/film';
import { filesOf } from '../../core/film/photo-picture';
import { fileName } from '../../core/formats/file-name';
import { writeFilmFile, writeStoredFilm } from '../../engine/browser/out/write-out';
import { handOver } from '../shell/hand-over';
import { longJob } from '../shell/long-job';

/** Saves a film with all its files to disk as a `.kermis` file. */
export async function saveCopy(film: Film): Promise<void> {
  const file = await longJob(
    {
      label: `Saving ${film.title}`,
      noun: 'file',
      total: filesOf(film.photos).size + film.sounds.length + 1,
      kept: `${film.title} was not saved. The film here is whole.`,
    },
    (signal, onDone) => writeFilmFile(film, signal, onDone),
  );
  if (file) handOver(file, fileName(film.title, '.kermis'));
}

/** Saves a film that cannot be read to disk as it is stored, with the photos and sounds that it names. */
export async function saveAsItIs(id: string): Promise<void> {
  const file = await longJob(
    {
      label: 'Saving the damaged film',
      noun: 'file',
      total: 1,
      kept: 'It was not saved; what is stored of it is as it was.',
    },
    (signal) => writeStoredFilm(id, signal),
  );
  if (file) handOver(file, 'damaged film.kermis');
}
