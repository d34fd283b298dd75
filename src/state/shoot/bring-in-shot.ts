import { create } from 'zustand';
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
import { someNames } from '../document/missing';
import { edit, editTogether } from '../document/edit-film';
import { tell } from '../shell/shell';
import { goTo } from '../transport/play';
import { showLastPose } from './follow-strip';

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

interface Turn {
  /** Hears of when the film has it. */
  readonly onThere?: (() => void) | undefined;
  /** Asked once it is its turn: whether it has to wait for room, since others wait that were taken before. */
  readonly hasToWait?: () => boolean;
}

/**
 * Brings a photo into the open film in the order in which this is called, once its file was looked at, as a photo of the tray
 * and as a pose, and shows that. Gives the photo once the film that has it is kept; where it cannot be used that is said.
 */
export function bringInFile(
  shot: Incoming,
  look: (threads: PhotoThreads) => Promise<Looked>,
  turn: Turn = {},
): Promise<Outcome> {
  coming++;
  const looked = look((open ??= new PhotoThreads(2)));
  // Who waits for those before it is told of what went wrong then.
  looked.catch(() => undefined);
  const brought = comingIn.then(async () => putIn(shot, await looked, turn));
  comingIn = brought
    .catch(() => undefined)
    .finally(() => {
      coming--;
      endWhenIdle();
    });
  return brought;
}

/** The photo that came in; `full` where there was no room for it, `left` where there was no film for it, `useless` where it can never come in. */
export type Outcome = Photo | 'full' | 'left' | 'useless';

/** Photos that are stored and wait for room, in the order in which they were taken. */
export const useWaiting = create<{ readonly shots: readonly Omit<KeptShot, 'bytes'>[] }>(() => ({
  shots: [],
}));

/** Those that wait for room in a film. */
export const waitingFor = (filmId: string): readonly Omit<KeptShot, 'bytes'>[] =>
  useWaiting.getState().shots.filter((shot) => shot.filmId === filmId);

function setWaiting({ bytes: _bytes, ...shot }: KeptShot, waits: boolean): void {
  const others = useWaiting.getState().shots.filter(({ id }) => id !== shot.id);
  useWaiting.setState({ shots: waits ? [...others, shot].sort((a, b) => a.takenAt - b.takenAt) : others });
  if (waits) tryLater();
}

/** Brings in a photo that lies in the store; it leaves the store once the film that has it is kept, and waits there for room. */
async function tryShot(shot: KeptShot, onThere?: () => void): Promise<Outcome> {
  const { name, bytes, type, takenAt, ...order } = shot;
  const file = new File([bytes], name, { type, lastModified: takenAt });
  const outcome = await bringInFile(
    { ...order, takenAt },
    (threads) => threads.bringIn(file, { atOnce: true }),
    { onThere, hasToWait: () => waitingFor(shot.filmId).some((other) => other.takenAt < takenAt) },
  );
  setWaiting(shot, outcome === 'full');
  if (outcome !== 'left' && outcome !== 'full') await forgetShot(shot).catch(() => undefined);
  return outcome;
}

/** Brings in a photo that lies in the store, behind those that wait for room: they keep their order. */
export async function bringInShot(shot: KeptShot, onThere?: () => void): Promise<Outcome> {
  if (waitingFor(shot.filmId).length === 0) return tryShot(shot, onThere);
  setWaiting(shot, true);
  await bringInWaiting();
  return waitingFor(shot.filmId).some(({ id }) => id === shot.id) ? 'full' : 'left';
}

/** Milliseconds until those that wait for room are tried again. */
const AGAIN = 10_000;
let later: ReturnType<typeof setTimeout> | undefined;
let trying: Promise<void> | undefined;

function tryLater(): void {
  clearTimeout(later);
  later = setTimeout(() => void bringInWaiting(), AGAIN);
}

/** Tries again to bring in what waits for room in the open film; says what came in. */
export const bringInWaiting = (): Promise<void> =>
  (trying ??= tryWaiting().finally(() => (trying = undefined)));

async function tryWaiting(): Promise<void> {
  const filmId = openFilm()?.id;
  // Whoever opens another film later is told of its own.
  useWaiting.setState(({ shots }) => ({ shots: shots.filter((shot) => shot.filmId === filmId) }));
  if (filmId === undefined) return;
  const waiting = new Set(waitingFor(filmId).map(({ id }) => id));
  let came = 0;
  for (const shot of await readShots(filmId).catch(() => [])) {
    if (!waiting.has(shot.id)) continue;
    if ((await tryShot(shot)) === 'full') break;
    came++;
  }
  if (came > 0)
    tell(
      `${count(came, 'photo')} that waited for room ${came === 1 ? 'is' : 'are'} in the film now.`,
      'done',
    );
}

/** Photos that poses show. */
function shownPhotos(): ReadonlySet<string> {
  const film = openFilm();
  return new Set(film && posesOf(film).map(({ photoId }) => photoId));
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
  // A film of before may have kept it, and the page was closed before it was shown.
  editTogether(isInTray(photo) ? [shot.show] : [shot.keep, shot.show]);
  // A film that holds no more poses may hold the photo.
  if (!isInTray(photo)) return keepSpare(film, photo);
  const now = openFilm();
  const entry = now && showingOf(scheduleOf(now), shot.poseId, 0);
  if (entry) {
    showLastPose(entry.pose.hold);
    goTo(entry.start);
  }
  return true;
}

async function putIn(shot: Incoming, outcome: Looked, { onThere, hasToWait }: Turn): Promise<Outcome> {
  const film = openFilm();
  if (film?.id !== shot.filmId || !outcome) return 'left';
  // Whether it is kept, and comes again, knows who brings it in.
  if (hasToWait?.() || (!outcome.ok && outcome.full)) return 'full';
  if (!outcome.ok) {
    tell(outcome.problem, 'wrong');
    return 'useless';
  }
  const turn = shot.turn === undefined ? {} : { turn: shot.turn as Orientation };
  const photo: Photo = {
    ...{ id: shot.id, takenAt: shot.takenAt, cameInAt: shot.takenAt },
    ...outcome.photo,
    ...turn,
  };
  const isThere = film.photos.some(({ id }) => id === photo.id);
  // What a film cannot hold stays where it is; that was said.
  if (
    shot.isSpare
      ? !isThere && !keepSpare(film, photo)
      : !shownPhotos().has(photo.id) && !show(film, photo, shot)
  )
    return 'left';
  onThere?.();
  return (await stepsKept()) ? photo : 'left';
}

/** Says that photos are kept, but wait for room. */
export const tellWaiting = (names: readonly string[]): void =>
  tell(
    `No room left to add ${someNames(names)}. ${names.length === 1 ? 'The photo is saved, and comes' : 'The photos are saved, and come'} in once there is room: delete a film or free disk space.`,
    'wrong',
  );

/** Brings in what was taken, and did not come into its film any more, or came into its tray and was never shown. */
export async function restoreShots(filmId: string): Promise<void> {
  const shots = await readShots(filmId).catch(() => []);
  const known = new Set(openFilm()?.photos.map(({ id }) => id));
  const shown = shownPhotos();
  const brought = await Promise.all(shots.map((shot) => bringInShot(shot)));
  const now = shownPhotos();
  const isNews = ({ id }: Photo): boolean => !known.has(id) || (!shown.has(id) && now.has(id));
  const news = brought.filter((outcome) => typeof outcome !== 'string' && isNews(outcome)).length;
  if (news > 0)
    tell(
      `${count(news, 'photo')} that ${news === 1 ? 'was' : 'were'} taken when the page was closed ${news === 1 ? 'is' : 'are'} in the film now.`,
      'done',
    );
  const waiting = waitingFor(filmId);
  if (waiting.length > 0) tellWaiting(waiting.map(({ name }) => name));
}
