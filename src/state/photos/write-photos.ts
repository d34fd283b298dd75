import type { Photo, WrittenOut } from '../../core/film/film';
import { writtenOutEdit } from '../../core/edits/retouch-edits';
import { writtenFiles } from '../../core/film/retouch/written-names';
import { cleanName, fileName } from '../../core/formats/file-name';
import { count } from '../../core/time/format';
import { pickFolder, writePhotosInto, writePhotosZip } from '../../engine/browser/out/write-out';
import { edit } from '../document/edit-film';
import { handOver } from '../shell/hand-over';
import { longJob } from '../shell/long-job';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';

/** Writes photos out for retouching, into a folder that the person picks or into one ZIP file. */
export async function writePhotos(
  photos: readonly Photo[],
  form: WrittenOut['form'],
  into: 'folder' | 'zip',
): Promise<void> {
  const film = openFilm();
  if (!film || photos.length === 0) return;
  const title = cleanName(film.title);
  const files = writtenFiles(photos, form, title);
  const folder = into === 'folder' ? await pickFolder() : undefined;
  if (into === 'folder' && !folder) return;
  const name = `${title} to retouch`;
  const job = {
    label: 'Saving photos',
    noun: 'photo',
    total: files.length,
    kept: folder ? 'The photos saved so far are in the folder.' : 'No file was made.',
  };
  const place = await longJob(job, async (signal, onDone) => {
    if (folder) return writePhotosInto(folder, name, files, film, signal, onDone);
    handOver(await writePhotosZip(files, film, signal, onDone), fileName(name, '.zip'));
    return '';
  });
  if (place === undefined || openFilm()?.id !== film.id) return;
  edit(writtenOutEdit(files));
  tell(
    `${count(files.length, 'photo')} saved${place === '' ? '' : ` into the folder “${place}”`}. ` +
      'Keep their names or numbers: then each finds its place again.',
    'done',
  );
}
