import type { Orientation } from '../../core/picture/orientation';
import type { Film, Photo } from '../../core/film/film';
import { posesOf } from '../../core/film/items';
import { showingOf, scheduleOf } from '../../core/film/schedule';
import { keepShotEdit, shotEdits } from '../../core/shoot/shot-edits';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import { PhotoThreads } from '../../engine/browser/photos/photo-threads';
import { forgetShot, readShots, type KeptShot } from '../../engine/browser/store/shot-repository';
import { stepsKept } from '../document/autosave';
import { openFilm } from '../document/document';
import { edit, editTogether } from '../document/edit-film';
import { tell } from '../shell/shell';
import { goTo } from '../transport/play';

let open: PhotoThreads | undefined;
/** Whether they stay while nothing comes in. */
let isHeld = false;
/** Photos on their way. */
let coming = 0;

function endWhenIdle(): void {
  if (isHeld || coming > 0) return;
  open?.close();
  open = undefined;
}

/** Keeps workers that read photos as they are taken; the function given back lets go of them, once those on their way are in. */
export function holdShotThreads(): () => void {
  isHeld = true;
  open ??= new PhotoThreads(2);
  return () => {
    isHeld = false;
    endWhenIdle();
  };
}

/** Photos come into the film one after the other, as they were taken. */
let comingIn: Promise<unknown> = Promise.resolve();

/** A photo on its way into the film: when it was taken and where it goes. */
type Incoming = Omit<KeptShot, 'bytes' | 'type' | 'name'>;

/** What came of looking at its file; undefined where it was left. */
type Looked = Awaited<ReturnType<PhotoThreads['bringIn']>>;

/**
 * Brings a photo into the open film in the order in which this is called, once its file was looked at, as a photo of the tray and as a pose, and shows that; `onThere` hears of when the film has it. Gives the photo once the film that
 * has it is kept; where it cannot be used that is said.
 */
export function bringInFile(
  shot: Incoming,
  look: (threads: PhotoThreads) => Promise<Looked>,
  onThere = (): void => undefined,
): Promise<Outcome> {
  coming++;
  const looked = look((open ??= new PhotoThreads(2)));
  // Who waits for those before it is told of what went wrong then.
  looked.catch(() => undefined);
  const brought = comingIn.then(async () => putIn(shot, await looked, onThere));
  comingIn = brought
    .catch(() => undefined)
    .finally(() => {
      coming--;
      endWhenIdle();
    });
  return brought;
}

/** The photo that came in; `left` where there was no room or no film for it, `useless` where it can never come in. */
type Outcome = Photo | 'left' | 'useless';

/** Brings in a photo that lies in the store; it leaves the store once the film that has it is kept. */
export async function bringInShot(shot: KeptShot, onThere?: () => void): Promise<Photo | undefined> {
  const { name, bytes, type, takenAt, ...order } = shot;
  const file = new File([bytes], name, { type, lastModified: takenAt });
  const outcome = await bringInFile(
    { ...order, takenAt },
    (threads) => threads.bringIn(file, { atOnce: true }),
    onThere,
  );
  if (outcome !== 'left') await forgetShot(shot).catch(() => undefined);
  return typeof outcome === 'string' ? undefined : outcome;
}

const isInTray = (photo: Photo): boolean => openFilm()?.photos.some(({ id }) => id === photo.id) === true;

/** Puts a photo into the tray; gives whether the film has it. */
function keepSpare(film: Film, photo: Photo): boolean {
  edit(keepShotEdit(film, photo));
  return isInTray(photo);
}

/** Puts a photo into the tray and shows it as a pose; gives whether the film has it. */
function show(film: Film, photo: Photo, { place, afterPhoto, hold, poseId: onScreen }: Incoming): boolean {
  const before = posesOf(film).find(({ photoId }) => photoId === afterPhoto);
  const poseId = place === 'behind' && before ? before.id : onScreen;
  const shot = shotEdits(film, photo, { place, poseId, hold }, newId);
  editTogether([shot.keep, shot.show]);
  // A film that holds no more poses may hold the photo.
  if (!isInTray(photo)) return keepSpare(film, photo);
  const now = openFilm();
  const entry = now && showingOf(scheduleOf(now), shot.poseId, 0);
  if (entry) goTo(entry.start);
  return true;
}

async function putIn(shot: Incoming, outcome: Looked, onThere: () => void): Promise<Outcome> {
  const film = openFilm();
  if (film?.id !== shot.filmId || !outcome) return 'left';
  if (!outcome.ok) {
    tell(outcome.problem, 'wrong');
    return outcome.full ? 'left' : 'useless';
  }
  const turn = shot.turn === undefined ? {} : { turn: shot.turn as Orientation };
  const photo: Photo = {
    ...{ id: shot.id, takenAt: shot.takenAt, cameInAt: shot.takenAt },
    ...outcome.photo,
    ...turn,
  };
  if (!film.photos.some(({ id }) => id === photo.id)) {
    const isKept = shot.isSpare ? keepSpare(film, photo) : show(film, photo, shot);
    // What a film cannot hold stays where it is; that was said.
    if (!isKept) return 'left';
  }
  onThere();
  return (await stepsKept()) ? photo : 'left';
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
