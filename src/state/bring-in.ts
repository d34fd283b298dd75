import { openFilm, setWorkbench, tell, workbench } from './workbench';
import { importPhotos } from '../engine/browser/photos/import-photos';
import { fileFacts } from '../engine/browser/photos/file-facts';
import { folderName, isMeant } from '../engine/browser/photos/files-of';
import { readBundleFile } from '../engine/browser/photos/read-bundle';
import { nextTask } from '../engine/browser/threads/next-task';
import { storageRoom } from '../engine/browser/store/storage-room';
import { asName } from '../core/film/bounds';
import type { IntakeRow } from '../core/film/intake/intake-row';
import { count, sizeWords } from '../core/time/words';
import { isDemoFilm, keepDemoFilm } from '../engine/browser/store/film-shelf';
import { beginIntake, completeIntake, intakeOf, takeIn, takeInUnread } from './intake';
import { keepNow } from './keeper';
import { newFilm, openNewFilm, showShelf } from './open-film';
import { showStage } from './show-stage';
import { askAgain, bringInSounds, isSound } from './sounds';

let stopping: AbortController | undefined;

export const stopBringingIn = (): void => stopping?.abort();

const secondsSince = (start: number): number => (performance.now() - start) / 1000;

const newId = (): string => crypto.randomUUID();

/**
 * Brings photos into the open film, or into a new one on the shelf; a `.kermis` file is opened. `unread` names what
 * was dropped and could not be opened.
 */
export async function bringIn(files: readonly File[], unread: readonly string[] = []): Promise<void> {
  if (workbench().incoming) return tell('Photos are still coming in. Wait for them, or stop them first.');
  const bundle = files.find((file) => file.name.toLowerCase().endsWith('.kermis'));
  if (bundle) return openBundle(bundle.stream(), bundle.name);
  const sounds = files.filter(isSound);
  if (sounds.length > 0) {
    await bringInSounds(sounds);
    if (sounds.length === files.length) return;
  }
  const meant = files.filter((file) => isMeant(file) && !isSound(file));
  if (meant.length === 0) {
    const names = unread.length > 0 ? ` ${unread.join(', ')} could not be read.` : '';
    return tell(`There are no pictures in what was chosen.${names} Nothing was changed.`, 'wrong');
  }
  const started = openFilm();
  if (!started || (await isDemoFilm(started.id))) {
    await openNewFilm(newFilm(titleFrom(meant)));
    if (started) tell('These photos have a new film of their own. The demo film stays under Films.');
  } else if (!workbench().canWrite)
    return tell('This film is open in another tab. Nothing was brought in.', 'wrong');

  const filmId = openFilm()?.id;
  if (filmId === undefined) return;
  const fresh = await notYetIn(meant);
  if (fresh.length === 0)
    return tell('All of these photos are in the table already. Nothing was read twice.');
  await tellRoom(fresh);
  beginIntake(filmId, [...fresh.map((file) => file.name), ...unread]);
  if (unread.length > 0) takeInUnread(unread);
  showStage('sort');
  // The stage is drawn first: thousands of files are put in order in a task of its own.
  await nextTask();
  try {
    await readFiles(filmId, fresh, takeIn);
  } finally {
    completeIntake(filmId);
  }
  await keepNow();
}

/** Reads files for a film, shows how far that is, and hands rows over as they come. */
export async function readFiles(
  filmId: string,
  files: readonly File[],
  onRows: (rows: readonly IntakeRow[]) => void,
): Promise<void> {
  const own = new AbortController();
  stopping = own;
  const startedAt = performance.now();
  setWorkbench({ incoming: { done: 0, total: files.length, seconds: 0 } });
  try {
    const { full } = await importPhotos(files, {
      signal: own.signal,
      onProgress: (progress) => setWorkbench({ incoming: { ...progress, seconds: secondsSince(startedAt) } }),
      onRows: (rows) => {
        // The person went to another film while photos came in: the rest stays out.
        if (openFilm()?.id !== filmId) return own.abort();
        onRows(rows);
      },
    });
    if (full) {
      tell(
        'The browser has no room left. What came in is kept. Delete a film you no longer need, or free space ' +
          'on the disk; then choose the same photos again, and the rest comes in.',
        'wrong',
      );
    }
  } finally {
    stopping = undefined;
    setWorkbench({ incoming: undefined });
  }
}

/** An import at least this large, in bytes, is told what it needs. */
const WORTH_TELLING = 2e9;

/** Says in plain numbers what an import needs, where that is much or more than there is. */
async function tellRoom(files: readonly File[]): Promise<void> {
  const room = await storageRoom(files);
  if (!room) return;
  const { needed, free } = room;
  const words = `${count(files.length, 'photo')} need about ${sizeWords(needed)}; the browser has ${sizeWords(free)} left for Kermis.`;
  if (needed > free) {
    tell(
      `${words} What fits comes in and is kept. Delete a film you no longer need, or free space on the disk, and ` +
        'choose the same photos again for the rest.',
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

/** Opens a `.kermis` file as a film of its own; an earlier copy of the same film stays as it is. */
export async function openBundle(
  stream: ReadableStream<Uint8Array>,
  name: string,
  onOpened?: (filmId: string) => Promise<void>,
): Promise<void> {
  const startedAt = performance.now();
  const opened = await readBundleFile(stream, {
    name,
    newId,
    onFilm: async (film) => {
      await openNewFilm(film);
      await onOpened?.(film.id);
      setWorkbench({ incoming: { done: 0, total: film.photos.length, seconds: 0 } });
    },
    onProgress: (progress) => setWorkbench({ incoming: { ...progress, seconds: secondsSince(startedAt) } }),
  });
  setWorkbench({ incoming: undefined });
  askAgain();
  for (const problem of opened.problems) tell(problem, 'wrong');
}

/** Fetches the demo film from the server and opens it. */
export async function openDemoFilm(): Promise<void> {
  try {
    const answer = await fetch('/api/demo');
    if (!answer.ok || !answer.body) throw new Error(`the server answered ${answer.status}`);
    await openBundle(answer.body, 'The demo film', keepDemoFilm);
  } catch (error) {
    tell(
      `The demo film could not be fetched: ${error instanceof Error ? error.message : String(error)}.`,
      'wrong',
    );
    if (!openFilm()) await showShelf('replace');
  }
}
