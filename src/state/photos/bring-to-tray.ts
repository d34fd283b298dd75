import type { Photo } from '../../core/film/film';
import { newId } from '../../engine/browser/new-id';
import { openFilm } from '../document/document';
import { mayWrite } from '../document/edit-film';
import { bringInFile } from '../shoot/bring-in-shot';
import { tell } from '../shell/shell';

/**
 * Brings one photo into the tray of the open film, and into no pose: for what is looked at or painted in. A photo that the film has
 * already is given as it is. Undefined where it cannot be used, which is said.
 */
export async function bringToTray(file: File): Promise<Photo | undefined> {
  const film = openFilm();
  if (!film || !mayWrite()) return undefined;
  const order = { id: newId(), filmId: film.id, takenAt: file.lastModified, place: 'end', hold: 1 } as const;
  let known: Photo | undefined;
  const outcome = await bringInFile({ ...order, isSpare: true }, async (threads) => {
    const looked = await threads.bringIn(file, { atOnce: true });
    if (looked?.ok) known = openFilm()?.photos.find(({ hash }) => hash === looked.photo.hash);
    return known ? undefined : looked;
  });
  if (outcome === 'full')
    tell(
      `No room left for ${file.name}. It was left out. Delete a film or free disk space, then add it again.`,
      'wrong',
    );
  return typeof outcome === 'string' ? known : outcome;
}
