import type { Orientation } from '../../core/picture/orientation';
import type { Photo } from '../../core/film/film';
import { posesOf } from '../../core/film/items';
import { showingOf, scheduleOf } from '../../core/film/schedule';
import { shotEdits } from '../../core/shoot/shot-edits';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import { PhotoThreads } from '../../engine/browser/photos/photo-threads';
import { forgetShot, readShots, type KeptShot } from '../../engine/browser/store/shot-repository';
import { stepsKept } from '../document/autosave';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { tell } from '../shell/shell';
import { goTo } from '../transport/play';

let threads: PhotoThreads | undefined;

/** Lets go of the workers that read photos as they are taken. */
export function endShotThreads(): void {
  threads?.close();
  threads = undefined;
}

/** Has workers ready for the first photo. */
export function readyShotThreads(): PhotoThreads {
  return (threads ??= new PhotoThreads(2));
}

/** Photos come into the film one after the other, as they were taken. */
let comingIn: Promise<unknown> = Promise.resolve();

/**
 * Brings a photo that lies in the store into the open film, as a photo of the tray and as a pose, and shows that; it leaves the store once the film that has
 * it is kept; `onThere` hears of when the film has it. Gives the photo; undefined where it cannot be used, which is said, or the film was left: then it stays in the store, and comes in when the film is opened.
 */
export function bringInShot(shot: KeptShot, onThere = (): void => undefined): Promise<Photo | undefined> {
  const looked = lookAt(shot);
  const brought = comingIn.then(async () => putIn(shot, await looked, onThere));
  comingIn = brought.catch(() => undefined);
  return brought;
}

async function lookAt({ name, bytes, type, takenAt }: KeptShot): ReturnType<PhotoThreads['bringIn']> {
  const file = new File([bytes], name, { type, lastModified: takenAt });
  return readyShotThreads().bringIn(file, { atOnce: true });
}

async function putIn(
  shot: KeptShot,
  outcome: Awaited<ReturnType<PhotoThreads['bringIn']>>,
  onThere: () => void,
): Promise<Photo | undefined> {
  const film = openFilm();
  if (film?.id !== shot.filmId) return undefined;
  if (!outcome) return undefined;
  if (!outcome.ok) {
    tell(outcome.problem, 'wrong');
    if (!outcome.full) await forgetShot(shot);
    return undefined;
  }
  const turn = shot.turn === undefined ? {} : { turn: shot.turn as Orientation };
  const photo: Photo = {
    id: shot.id,
    takenAt: shot.takenAt,
    cameInAt: shot.takenAt,
    ...outcome.photo,
    ...turn,
  };
  if (!film.photos.some(({ id }) => id === photo.id)) {
    const { place, afterPhoto, hold } = shot;
    const before = posesOf(film).find(({ photoId }) => photoId === afterPhoto);
    const poseId = place === 'behind' && before ? before.id : shot.poseId;
    const { keep, show, poseId: shown } = shotEdits(film, photo, { place, poseId, hold }, newId);
    edit(keep);
    // What a film cannot hold stays in the store; that was said.
    if (openFilm()?.photos.some(({ id }) => id === photo.id) !== true) return undefined;
    edit(show);
    const now = openFilm();
    const entry = now && showingOf(scheduleOf(now), shown, 0);
    if (entry) goTo(entry.start);
  }
  onThere();
  if (await stepsKept()) await forgetShot(shot).catch(() => undefined);
  return photo;
}

/** Brings in what was taken, and did not come into its film any more. */
export async function restoreShots(filmId: string): Promise<void> {
  const shots = await readShots(filmId).catch(() => []);
  const known = new Set(openFilm()?.photos.map(({ id }) => id));
  const brought = await Promise.all(shots.map((shot) => bringInShot(shot)));
  const news = brought.filter((photo) => photo && !known.has(photo.id)).length;
  if (news > 0)
    tell(
      `${count(news, 'photo')} that ${news === 1 ? 'was' : 'were'} taken when the page was closed ${news === 1 ? 'is' : 'are'} in the film now.`,
      'done',
    );
}
