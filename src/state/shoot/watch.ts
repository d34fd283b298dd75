import pLimit from 'p-limit';
import { create } from 'zustand';
import type { Film } from '../../core/film/film';
import { fileOf, filesOf } from '../../core/film/photo-picture';
import { photoWrittenAs } from '../../core/film/retouch/written-names';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import {
  isInFilm,
  lookInto,
  takeBefore,
  watchFolder,
  type ListedFile,
  type WatchedFolder,
} from '../../core/shoot/watched-files';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import type { PhotoThreads } from '../../engine/browser/photos/photo-threads';
import { pickFolder } from '../../engine/browser/shoot/watched/local-folder';
import { serverFolder } from '../../engine/browser/shoot/watched/server-folder';
import type { WatchedPlace } from '../../engine/browser/shoot/watched/watched-place';
import { sha256Of } from '../../engine/browser/store/sha256';
import { reasonOf } from '../../engine/faults/reason-of';
import { openFilm } from '../document/document';
import { mayWrite } from '../document/edit-film';
import { subscribeToShell, tell } from '../shell/shell';
import { transportNow } from '../transport/transport';
import { bringInFile } from './bring-in-shot';
import { setShooting, shootingNow } from './shooting';
import { WatchFaults } from './watch-faults';

interface WatchState {
  /** The folder that is watched; undefined where none is. */
  readonly name: string | undefined;
  /** Whether it is looked into now: not while another stage is on screen. */
  readonly isLooking: boolean;
  /** Photos brought in since then, files that the film had already, files that are still written, and photos on their way. */
  readonly brought: number;
  readonly known: number;
  readonly waiting: number;
  readonly coming: number;
  /** Files that lay there when it began, and stay there. */
  readonly stayed: number;
  /** Whether the server has a folder. */
  readonly server: string | undefined;
}

const NONE = {
  ...{ name: undefined, isLooking: false, brought: 0, known: 0, waiting: 0, coming: 0, stayed: 0 },
} as const;

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
const faults = new WatchFaults();

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
    tell(`The folder cannot be read. ${reasonOf(error)}`, 'wrong');
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
  const list = await next.list(() => false);
  const there = list.files.length;
  place = next;
  folder = watchFolder(list);
  if (takesAll) folder = takeBefore(folder);
  set({ ...NONE, name: next.name, stayed: takesAll ? 0 : there + list.older });
  if (list.older > 0)
    tell(
      `“${next.name}” holds ${count(there + list.older, 'file')}. Only the ${there.toLocaleString('en')} newest are watched; add older ones in Sort.`,
      'asks',
    );
  else if (there > 0 && !takesAll)
    tell(
      `${count(there, 'file')} already in “${next.name}” ${there === 1 ? 'stays' : 'stay'} there. New ones are added.`,
    );
  goOnWatching();
}

/** Has what lay in the folder before come in too, as far as the film does not have it. */
export function bringInBefore(): void {
  if (folder) folder = takeBefore(folder);
  set({ stayed: 0 });
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
  faults.tellAll();
  set(NONE);
}

async function look(own: WatchedPlace): Promise<void> {
  const isCurrent = (): boolean => own === place && state().isLooking;
  try {
    const { files } = await own.list((name) => folder?.done.has(name) ?? false);
    if (!isCurrent() || !folder) return;
    const seen = lookInto(folder, files);
    folder = seen.folder;
    set({ waiting: seen.waiting });
    for (const file of seen.complete) void take(own, file);
  } catch {
    if (own !== place) return;
    stopWatching();
    return tell(
      `The folder “${own.name}” is gone or cannot be read any more. The photos that came are in the film.`,
      'wrong',
    );
  }
  if (isCurrent()) timer = setTimeout(() => void look(own), EVERY);
}

/** Brings a complete file in, at the playhead. */
async function take(own: WatchedPlace, { name }: ListedFile): Promise<void> {
  const film = openFilm();
  if (!film) return;
  faults.forget(name);
  const written = photoWrittenAs(film.photos, name);
  if (written?.writtenOut?.form === 'film') return sayOwn(name);
  const look = (threads: PhotoThreads): ReturnType<PhotoThreads['bringIn']> =>
    reading(async () => {
      const file = await own.read(name);
      const hash = await hashWhereKnown(film, file);
      if (written && hash === fileOf(written).hash) {
        sayOwn(name);
        return undefined;
      }
      if (hash !== undefined && folder && isInFilm(openFilm() ?? film, { name, hash }, folder)) {
        set(({ known }) => ({ known: known + 1 }));
        return undefined;
      }
      const looked = await threads.bringIn(file, { atOnce: true });
      if (looked?.ok) sayOther(name, looked.photo.hash);
      else if (looked?.full === false) {
        faults.tellLater(name, looked.problem);
        return undefined;
      }
      return looked;
    });
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
    const onThere = (): void => {
      // From here on it is the pose on screen.
      if (lastComing === id) lastComing = undefined;
    };
    const outcome = await bringInFile({ ...order, id, afterPhoto, takenAt: Date.now() }, look, { onThere });
    if (typeof outcome !== 'string') set(({ brought }) => ({ brought: brought + 1 }));
    if (outcome === 'full' && own === place) {
      stopWatching();
      tell(
        `No room left for ${name}: “${own.name}” is not watched any more. Free disk space, then watch it again, with the files that are there.`,
        'wrong',
      );
    }
  } catch {
    tell(`${name} could not be read from the folder. It was left out; copy it there again.`, 'wrong');
  } finally {
    set(({ coming }) => ({ coming: Math.max(0, coming - 1) }));
  }
}

const sayOwn = (name: string): void => tell(`${name} was saved out by this film; it is not added again.`);

/** Says of a file that comes in that the film has another by its name: a camera may count from the same number again. */
function sayOther(name: string, hash: string): void {
  if (openFilm()?.photos.some((photo) => photo.name === name && photo.hash !== hash))
    tell(`${name} was added before and has changed since: both are in the film.`);
}

/** The hash of a file, where the film may have it: where it has one of as many bytes. */
const hashWhereKnown = async ({ photos }: Film, file: File): Promise<string | undefined> =>
  [...filesOf(photos).values()].some(({ bytes }) => bytes === file.size) ? sha256Of(file) : undefined;

/** The photo that was asked for last, until the film has it: where photos go behind a pose, the next goes behind it. */
let lastComing: string | undefined;

// Whoever leaves the film watches for it no longer.
subscribeToShell(({ phase }) => {
  if (place && phase !== 'open') stopWatching();
});
