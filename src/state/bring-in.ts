import { importEdit } from '../core/film/import-edit';
import { numberNotices } from '../core/film/numbering';
import { openFilm, setWorkbench, tell, workbench } from './workbench';
import { count } from '../core/time/words';
import { importPhotos } from '../engine/browser/photos/import-photos';
import { isMeant } from '../engine/browser/photos/files-of';
import { readBundleFile } from '../engine/browser/photos/read-bundle';
import { isDemoFilm, keepDemoFilm } from '../engine/browser/store/film-shelf';
import type { Photo } from '../core/film/film';
import { edit, editOn } from './edit-film';
import { keepNow } from './keeper';
import { newFilm, openNewFilm, showShelf } from './open-film';

let stopping: AbortController | undefined;

export const stopBringingIn = (): void => stopping?.abort();

const secondsSince = (start: number): number => (performance.now() - start) / 1000;

const newId = (): string => crypto.randomUUID();

/** Brings photos into the open film, or into a new one on the shelf; a `.kermis` file is opened. */
export async function bringIn(files: readonly File[]): Promise<void> {
  if (workbench().incoming) return tell('Photos are still coming in. Wait for them, or stop them first.');
  const bundle = files.find((file) => file.name.toLowerCase().endsWith('.kermis'));
  if (bundle) return openBundle(bundle.stream(), bundle.name);
  const meant = files.filter(isMeant);
  if (meant.length === 0)
    return tell('There are no pictures in what was chosen. Nothing was changed.', 'wrong');
  const started = openFilm();
  if (!started || (await isDemoFilm(started.id))) {
    await openNewFilm(newFilm(titleFrom(meant)));
    if (started) tell('These photos have a new film of their own. The demo film stays under Films.');
  } else if (!workbench().canWrite)
    return tell('This film is open in another tab. Nothing was brought in.', 'wrong');

  const own = new AbortController();
  stopping = own;
  const filmId = openFilm()?.id;
  const startedAt = performance.now();
  setWorkbench({ incoming: { done: 0, total: meant.length, seconds: 0 } });
  const came: Photo[] = [];
  let refused = 0;
  let full = false;
  try {
    await importPhotos(meant, {
      signal: own.signal,
      onProgress: (progress) => setWorkbench({ incoming: { ...progress, seconds: secondsSince(startedAt) } }),
      onPhotos: (photos) => {
        const film = openFilm();
        // The person went to another film while photos came in: the rest stays out.
        if (film?.id !== filmId || !film) return own.abort();
        (came.length === 0 ? edit : editOn)(importEdit(film, photos, newId));
        came.push(...photos);
      },
      onProblem: (problem) => {
        refused++;
        full ||= problem.full;
        tell(problem.problem, 'wrong');
      },
    });
  } finally {
    stopping = undefined;
    setWorkbench({ incoming: undefined });
  }
  await keepNow();
  tellOutcome(came, { asked: meant.length, refused, stopped: own.signal.aborted, full });
}

function tellOutcome(
  came: readonly Photo[],
  { asked, refused, stopped, full }: { asked: number; refused: number; stopped: boolean; full: boolean },
): void {
  if (full) {
    tell(
      `The browser has no room left: ${count(came.length, 'photo')} of ${asked} came in and are kept. ` +
        'Delete a film you no longer need, or free space on the disk; then bring in the rest.',
      'wrong',
    );
  } else if (stopped) {
    tell(`Stopped: ${count(came.length, 'photo')} of ${asked} came in and are kept.`);
  } else if (came.length === 0) {
    tell('None of the files could be used. The film is as it was.', 'wrong');
  } else {
    tell(
      `${count(came.length, 'photo')} came in, in the order of their numbers${refused > 0 ? `; ${refused} left out` : ''}.`,
    );
  }
  for (const notice of numberNotices(came.map((photo) => photo.name))) {
    if (notice.kind === 'same-number') {
      tell(`${notice.names.join(' and ')} have the same number. Both are in the film, one after the other.`);
    } else if (notice.from === notice.to) {
      tell(`Number ${notice.from} is missing after ${notice.after}. The gap was closed up.`);
    } else {
      tell(
        `Numbers ${notice.from} to ${notice.to} are missing after ${notice.after}. The gap was closed up.`,
      );
    }
  }
}

/** The folder's name makes a better title than none. */
function titleFrom(files: readonly File[]): string {
  const folder = files[0]?.webkitRelativePath.split('/')[0];
  return folder ? folder : 'Untitled film';
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
