import { asName } from '../../core/film/bounds';
import type { IntakeRow } from '../../core/film/intake/intake-row';
import { count, formatSize } from '../../core/time/format';
import { fileFacts } from '../../engine/browser/store/file-facts';
import { folderName, isMeant } from '../../engine/browser/photos/files-of';
import { importPhotos } from '../../engine/browser/photos/import-photos';
import { isDemoFilm } from '../../engine/browser/store/film-repository';
import { roomWords, storageRoom } from '../../engine/browser/store/storage-room';
import { nextTask } from '../../engine/browser/threads/next-task';
import { reasonOf } from '../../engine/faults/reason-of';
import { beginIntake, completeIntake, takeIn, takeInUnread } from './intake';
import { intakeOf, keepWaitingRows } from './intake-table';
import { saveNow } from '../document/autosave';
import { checkAgain } from '../document/missing';
import { openBundle, stopOpening } from '../document/open-bundle';
import { newFilm, openNewFilm } from '../document/open-film';
import { showStage } from '../shell/show-stage';
import { bringInSounds, isSound } from '../sound/sounds';
import { documentNow, openFilm } from '../document/document';
import { setShell, shellNow, tell } from '../shell/shell';

let stopping: AbortController | undefined;

/** Stops photos that are coming in; what is in stays. */
export function stopBringingIn(): void {
  stopping?.abort();
  stopOpening();
}

const secondsSince = (start: number): number => (performance.now() - start) / 1000;

const isBundle = (file: File): boolean => file.name.toLowerCase().endsWith('.kermis');

/** Opens film files one after the other; each becomes a film of its own. */
async function openBundles(bundles: readonly File[], others: number): Promise<void> {
  for (const file of bundles) await openBundle(file.stream(), file.name);
  if (bundles.length > 1)
    tell(`${count(bundles.length, 'film file')} were read. The films are under All films.`, 'done');
  if (others > 0)
    tell(
      `${count(others, 'other file')} beside a film file ${others === 1 ? 'was' : 'were'} left out. Add ${others === 1 ? 'it' : 'them'} again without the film file.`,
      'asks',
    );
}

/**
 * The film that files come into: the open one, or a new one on the shelf and in place of the demo film. Says why where there
 * is none.
 */
async function filmFor(title: string, stage?: 'sound'): Promise<string | undefined> {
  const started = openFilm();
  if (started && !(await isDemoFilm(started.id))) {
    if (documentNow().canWrite) return started.id;
    tell('This film is open in another tab. Close that tab to add photos here.', 'wrong');
    return undefined;
  }
  try {
    await openNewFilm(newFilm(title), stage);
  } catch (error) {
    tell(`No new film could be saved. ${reasonOf(error)} Nothing was added.`, 'wrong');
    return undefined;
  }
  if (started) tell('What you add has a new film of its own. The demo film is under All films.', 'done');
  return openFilm()?.id;
}

/**
 * Brings photos and sounds into the open film, or into a new one on the shelf; `.kermis` files are opened. `unread` names
 * what was dropped and could not be opened.
 */
export async function bringIn(files: readonly File[], unread: readonly string[] = []): Promise<void> {
  if (shellNow().incoming) return tell('Photos are still being added. Wait for them, or stop them first.');
  const bundles = files.filter(isBundle);
  if (bundles.length > 0) return openBundles(bundles, files.length - bundles.length);
  const sounds = files.filter(isSound);
  const meant = files.filter((file) => isMeant(file) && !isSound(file));
  if (meant.length === 0 && sounds.length === 0) {
    const names = unread.length > 0 ? ` ${unread.join(', ')} could not be read.` : '';
    return tell(`There are no photos in these files.${names} Nothing was changed.`, 'wrong');
  }
  // A sound alone may as well be for the demo film.
  const filmId =
    meant.length === 0 && openFilm()
      ? openFilm()?.id
      : await filmFor(titleFrom(files), meant.length === 0 ? 'sound' : undefined);
  if (filmId === undefined) return;
  if (sounds.length > 0) await bringInSounds(sounds);
  if (meant.length > 0 && openFilm()?.id === filmId) await bringInPhotos(filmId, meant, unread);
}

async function bringInPhotos(
  filmId: string,
  meant: readonly File[],
  unread: readonly string[],
): Promise<void> {
  const fresh = await notYetIn(meant);
  if (fresh.length === 0) return tell('All these photos are in the table already.');
  await tellRoom(fresh);
  beginIntake(filmId, [...fresh.map((file) => file.name), ...unread]);
  if (unread.length > 0) takeInUnread(unread);
  showStage('sort');
  // The stage is drawn first: thousands of files are put in order in a task of its own.
  await nextTask();
  try {
    await readFiles(filmId, fresh, takeIn, keepWaitingRows);
  } finally {
    completeIntake(filmId);
  }
  await saveNow();
  await checkAgain();
}

/** Reads files for a film, shows how far that is, and hands rows over as they come. */
export async function readFiles(
  filmId: string,
  files: readonly File[],
  onRows: (rows: readonly IntakeRow[]) => void,
  onWaiting?: (rows: readonly IntakeRow[]) => void,
): Promise<void> {
  const own = new AbortController();
  stopping = own;
  const startedAt = performance.now();
  setShell({ incoming: { done: 0, total: files.length, seconds: 0 } });
  try {
    const { left } = await importPhotos(files, {
      signal: own.signal,
      onProgress: (progress) => setShell({ incoming: { ...progress, seconds: secondsSince(startedAt) } }),
      onWaiting: (rows) => {
        if (openFilm()?.id === filmId) onWaiting?.(rows);
      },
      onRows: (rows) => {
        // The person went to another film while photos came in: the rest stays out.
        if (openFilm()?.id !== filmId) return own.abort();
        onRows(rows);
      },
    });
    if (left.length > 0) await tellFull(left);
  } finally {
    stopping = undefined;
    setShell({ incoming: undefined });
  }
}

/** Says that some files found no room, with what they need and what there is. */
async function tellFull(left: readonly File[]): Promise<void> {
  const room = await storageRoom(left);
  const words = room ? `${roomWords('They need', room)} ` : '';
  tell(
    `No room left: ${count(left.length, 'photo')} ${left.length === 1 ? 'was' : 'were'} not added. ${words}` +
      'Delete a film or free disk space, then add the same photos again.',
    'wrong',
  );
}

/** An import at least this large, in bytes, is told what it needs. */
const WORTH_TELLING = 2e9;

/** Says in plain numbers what an import needs, where that is much or more than there is. */
async function tellRoom(files: readonly File[]): Promise<void> {
  const room = await storageRoom(files);
  if (!room) return;
  const { needed, free } = room;
  const words = `${count(files.length, 'photo')} ${files.length === 1 ? 'needs' : 'need'} about ${formatSize(needed)}; ${formatSize(free)} are free.`;
  if (needed > free) {
    tell(
      `${words} What fits is added. Delete a film or free disk space, then ` +
        'add the same photos again for the rest.',
      'wrong',
    );
  } else if (needed >= WORTH_TELLING) tell(words);
}

/** Files that the table does not hold yet: a folder chosen again after a stop goes on where it stopped. */
async function notYetIn(files: readonly File[]): Promise<readonly File[]> {
  const rows = intakeOf()?.rows ?? [];
  if (rows.length === 0) return files;
  const keyOf = (name: string, bytes: number, modifiedAt: number | undefined): string =>
    `${name} ${bytes} ${modifiedAt ?? 0}`;
  const here = new Set(
    rows.flatMap(({ name, photo, modifiedAt }) => (photo ? keyOf(name, photo.bytes, modifiedAt) : [])),
  );
  const facts = await fileFacts(files);
  return facts.flatMap(({ file, size, modifiedAt }) =>
    here.has(keyOf(file.name, size, modifiedAt)) ? [] : [file],
  );
}

/** The folder's name makes a better title than none. */
function titleFrom(files: readonly File[]): string {
  const folder = folderName(files);
  return folder ? asName(folder) : 'Untitled film';
}
