import pLimit from 'p-limit';
import { create } from 'zustand';
import { fileOf } from '../../core/film/photo-picture';
import { photoWrittenAs } from '../../core/film/retouch/written-names';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { lookInto, watchFolder, type ListedFile, type WatchedFolder } from '../../core/shoot/watched-files';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import type { PhotoThreads } from '../../engine/browser/photos/photo-threads';
import { pickFolder } from '../../engine/browser/shoot/watched/local-folder';
import { serverFolder } from '../../engine/browser/shoot/watched/server-folder';
import type { WatchedPlace } from '../../engine/browser/shoot/watched/watched-place';
import { openFilm } from '../document/document';
import { mayWrite } from '../document/edit-film';
import { subscribeToShell, tell } from '../shell/shell';
import { transportNow } from '../transport/transport';
import { bringInFile } from './bring-in-shot';
import { setShooting, shootingNow } from './shooting';

interface WatchState {
  /** The folder that is watched; undefined where none is. */
  readonly name: string | undefined;
  /** Whether it is looked into now: not while another stage is on screen. */
  readonly isLooking: boolean;
  /** Photos brought in since then, files that are still written, and photos on their way. */
  readonly brought: number;
  readonly waiting: number;
  readonly coming: number;
  /** Whether the server has a folder. */
  readonly server: string | undefined;
}

const NONE = { name: undefined, isLooking: false, brought: 0, waiting: 0, coming: 0 } as const;

/** The folder that is watched. */
export const useWatch = create<WatchState>(() => ({ ...NONE, server: undefined }));

const state = useWatch.getState;
const set = useWatch.setState;

/** It is looked into this often, in milliseconds: a file that is as it was then is complete. */
const EVERY = 500;
/** Photos that are read at the same time. */
const reading = pLimit(4);

let place: WatchedPlace | undefined;
let folder: WatchedFolder | undefined;
let timer: ReturnType<typeof setTimeout> | undefined;
let onServer: WatchedPlace | undefined;

/** Looks whether the server has a folder. */
export async function findServerFolder(): Promise<void> {
  onServer = await serverFolder();
  set({ server: onServer?.name });
}

/** Watches a folder that is found; says where it cannot be read. */
async function tryWatch(find: () => Promise<WatchedPlace | undefined>, takesAll: boolean): Promise<void> {
  try {
    const found = await find();
    if (found) await watch(found, takesAll);
  } catch (error) {
    tell(`The folder cannot be read: ${error instanceof Error ? error.message : String(error)}`, 'wrong');
  }
}

/** Lets the person pick a folder, and watches it; `takesAll` brings in what lies in it already. */
export const watchPicked = (takesAll: boolean): Promise<void> => tryWatch(pickFolder, takesAll);

/** Watches the server's folder. */
export const watchServer = (takesAll: boolean): Promise<void> =>
  tryWatch(() => Promise.resolve(onServer), takesAll);

async function watch(next: WatchedPlace, takesAll: boolean): Promise<void> {
  if (!openFilm() || !mayWrite()) return;
  stopWatching();
  const there = await next.list(() => false);
  place = next;
  folder = watchFolder(there, takesAll);
  set({ ...NONE, name: next.name });
  if (there.length > 0 && !takesAll)
    tell(
      `${count(there.length, 'file')} in “${next.name}” already ${there.length === 1 ? 'stays' : 'stay'} there; what comes from now on comes into the film.`,
    );
  goOnWatching();
}

/** Goes on looking into the folder, from where it was left. */
export function goOnWatching(): void {
  if (!place || state().isLooking) return;
  set({ isLooking: true });
  void look(place);
}

/** Looks no longer, until it goes on. */
export function pauseWatching(): void {
  clearTimeout(timer);
  set({ isLooking: false });
}

/** Watches no folder any more. */
export function stopWatching(): void {
  pauseWatching();
  place = undefined;
  folder = undefined;
  set(NONE);
}

async function look(own: WatchedPlace): Promise<void> {
  const isCurrent = (): boolean => own === place && state().isLooking;
  try {
    const files = await own.list((name) => folder?.done.has(name) ?? false);
    if (!isCurrent() || !folder) return;
    const seen = lookInto(folder, files);
    folder = seen.folder;
    set({ waiting: seen.waiting });
    for (const file of seen.complete) void take(own, file, seen.changed.has(file.name));
  } catch {
    if (own !== place) return;
    stopWatching();
    return tell(
      `The folder “${own.name}” is gone or can no longer be read. Nothing more is brought in; all photos that came are in the film.`,
      'wrong',
    );
  }
  if (isCurrent()) timer = setTimeout(() => void look(own), EVERY);
}

/** Brings a complete file in, at the playhead. */
async function take(own: WatchedPlace, { name }: ListedFile, isChanged: boolean): Promise<void> {
  const film = openFilm();
  if (!film) return;
  const sayOwn = (): undefined => {
    tell(`${name} was written out by this film itself; it is not brought in again.`);
  };
  const written = photoWrittenAs(film.photos, name);
  if (written?.writtenOut?.form === 'film') return sayOwn();
  /** As it came a photo keeps its bytes; a camera may count from the same number again. */
  const look = async (threads: PhotoThreads): ReturnType<PhotoThreads['bringIn']> => {
    const looked = await reading(async () => threads.bringIn(await own.read(name), { atOnce: true }));
    if (!looked?.ok) return looked;
    const { hash } = looked.photo;
    if (written && hash === fileOf(written).hash) return sayOwn();
    if (!isChanged) return looked;
    // Copied there once more it is what it was.
    if (openFilm()?.photos.some((photo) => photo.name === name && photo.hash === hash)) return undefined;
    tell(`${name} was brought in before and has other bytes now: both are in the film.`);
    return looked;
  };
  set(({ coming }) => ({ coming: coming + 1 }));
  const { place: where, turn } = shootingNow();
  // In place of one pose one photo comes; the next goes where photos went before.
  if (where === 'instead') setShooting({ place: 'end' });
  const order = {
    filmId: film.id,
    place: where,
    poseId: poseAt(scheduleOf(film), transportNow().frame)?.pose.id,
    hold: film.settings.defaultHold,
    ...(turn === 1 ? {} : { turn }),
  };
  try {
    const id = newId();
    const afterPhoto = where === 'behind' ? lastComing : undefined;
    lastComing = id;
    const outcome = await bringInFile({ ...order, id, afterPhoto, takenAt: Date.now() }, look, () => {
      // From here on it is the pose on screen.
      if (lastComing === id) lastComing = undefined;
    });
    if (typeof outcome !== 'string') set(({ brought }) => ({ brought: brought + 1 }));
  } catch {
    tell(`${name} could not be read from the folder. It was left out; copy it there again.`, 'wrong');
  } finally {
    set(({ coming }) => ({ coming: Math.max(0, coming - 1) }));
  }
}

/** The photo that was asked for last, until the film has it: where photos go behind a pose, the next goes behind it. */
let lastComing: string | undefined;

// Whoever leaves the film watches for it no longer.
subscribeToShell(({ phase }) => {
  if (place && phase !== 'open') stopWatching();
});
