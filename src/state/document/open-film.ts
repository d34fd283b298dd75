import { newId } from '../../engine/browser/new-id';
import { count } from '../../core/time/format';
import { scheduleOf } from '../../core/film/schedule';
import { asName } from '../../core/film/bounds';
import { emptyFilm, type Film } from '../../core/film/film';
import { deleteFilm, keepFilm, readKept, readPlace } from '../../engine/browser/store/film-repository';
import { keepLastFilm, readLastFilm } from '../../engine/browser/store/last-film';
import { tryFilmLock, waitForFilmLock, type FilmLock } from '../../engine/browser/store/film-lock';
import { freeUnused, unusedWords, type Unused } from '../../engine/browser/store/free-unused';
import type { Kept } from '../../engine/browser/store/follow-journal';
import { deleteJournal } from '../../engine/browser/store/journal';
import { holdPictures } from '../../engine/browser/store/store-lock';
import { reasonOf } from '../../engine/faults/reason-of';
import { formatMended } from '../../core/formats/mend-document';
import { formatSize } from '../../core/time/format';
import { ask } from '../shell/ask';
import { restoreIntake } from '../photos/intake';
import { autosaveTo, saveNow } from './autosave';
import { pause } from '../transport/play';
import { readRoute, showRoute } from '../shell/route';
import { FIRST_STAGE, isStage, type Stage } from '../shell/stages';
import { restoreTakes } from '../record/takes';
import { restoreShots } from '../shoot/bring-in-shot';
import { documentNow, setDocument } from './document';
import { setSelection } from '../selection/selection';
import { setShell, shellNow, tell } from '../shell/shell';
import { setTransport } from '../transport/transport';

let lock: FilmLock | undefined;
let waiting: AbortController | undefined;
let letGoOfPictures: (() => void) | undefined;

const LEAVE = 'Leave, lose changes';

/** Lets go of the open film; false where its last changes could not be kept and the person stays with them. */
async function letGo(): Promise<boolean> {
  pause();
  await saveNow();
  const { history, keeping } = documentNow();
  if (history && keeping.kind === 'not-kept') {
    const choice = await ask({
      title: 'Not saved',
      text: `The last changes of “${history.film.title}” could not be saved. ${keeping.problem}`,
      choices: ['Stay', LEAVE],
    });
    if (choice !== LEAVE) return false;
  }
  waiting?.abort();
  waiting = undefined;
  lock?.release();
  lock = undefined;
  letGoOfPictures?.();
  letGoOfPictures = undefined;
  autosaveTo(undefined);
  return true;
}

/** From here on the film is written here. */
async function write(id: string, kept: Kept): Promise<void> {
  if (kept.stray) {
    await deleteJournal(id);
    tell(
      'The history of this film cannot be read: earlier changes cannot be undone. The film itself is whole.',
      'wrong',
    );
  }
  if (kept.passedOver > 0)
    tell(
      `${count(kept.passedOver, 'step')} of this film’s history cannot be read: those changes cannot be undone. The film itself is whole.`,
      'wrong',
    );
  autosaveTo(kept.journal);
}

/** Once the other tab lets go of the film, it is read anew and can be changed here. */
async function takeOver(id: string): Promise<void> {
  waiting = new AbortController();
  const granted = await waitForFilmLock(id, waiting.signal).catch(() => undefined);
  if (!granted) return;
  if (documentNow().history?.film.id !== id) return granted.release();
  lock = granted;
  const kept = await readKept(id);
  if (!kept.ok) return;
  await write(id, kept.value);
  setDocument({ history: kept.value.history, canWrite: true, keeping: { kind: 'kept' } });
  void restoreIntake(id);
  void restoreTakes(id);
  void restoreShots(id);
  tell('The other tab is closed. You can change this film here now.', 'done');
}

let onOpened: (film: Film) => void = () => undefined;

/** Says what is done with a film once it is on screen; set once, by what stands above. */
export const whenOpened = (then: (film: Film) => void): void => {
  onOpened = then;
};

/** Opens a film of this browser at a stage, or where it was left. */
export async function openFilmById(
  id: string,
  stage?: Stage,
  how: 'push' | 'replace' | 'stay' = 'push',
): Promise<void> {
  if (!(await letGo())) return;
  // While a film is open here, no tab frees pictures.
  const letGoNow = await holdPictures();
  letGoOfPictures?.();
  letGoOfPictures = letGoNow;
  // The right to write comes first: what is read then changes no more.
  lock = await tryFilmLock(id);
  const kept = await readKept(id);
  if (!kept.ok) {
    tell(kept.problem, 'wrong');
    return showShelf('replace');
  }
  const { history } = kept.value;
  const place = await readPlace(id);
  if (lock) await write(id, kept.value);
  const left = place && isStage(place.stage) ? place.stage : FIRST_STAGE;
  const at = stage ?? left;
  if (kept.value.mended.length > 0)
    tell(formatMended({ film: history.film, mended: kept.value.mended }), 'wrong');
  setShell({ phase: 'open', stage: at, zoom: undefined });
  setDocument({ history, canWrite: lock !== undefined, keeping: { kind: lock ? 'kept' : 'read-only' } });
  setSelection({ chosen: new Set(), chosenCues: new Set(), anchor: undefined });
  setTransport({
    frame: Math.min(place?.frame ?? 0, Math.max(0, scheduleOf(history.film).frames - 1)),
    loop: place?.loop ?? true,
  });
  showRoute({ kind: 'film', id, stage: at }, how);
  // At once: a browser that is killed opens this film again.
  keepLastFilm(id).catch(() => undefined);
  if (lock) {
    void restoreIntake(id);
    void restoreTakes(id);
    void restoreShots(id);
  }
  onOpened(history.film);
  if (!lock) void takeOver(id);
}

/** Keeps a film that is new to this browser and opens it. */
export async function openNewFilm(film: Film, stage: Stage = FIRST_STAGE): Promise<void> {
  await keepFilm(film);
  await openFilmById(film.id, stage);
}

/** An empty film with identities of its own. */
export const newFilm = (title = 'Untitled film'): Film => emptyFilm(newId(), newId(), title);

/** Begins an empty film. */
export function beginFilm(): void {
  openNewFilm(newFilm(), 'sort').catch((error: unknown) =>
    tell(`No new film could be saved. ${reasonOf(error)}`, 'wrong'),
  );
}

/** Keeps a copy of a film beside it, with what it is made of in common, and opens that. */
export async function copyFilm(film: Film): Promise<void> {
  const title = asName(`${film.title}, a copy`);
  try {
    const copy = { ...film, id: newId(), title };
    await openNewFilm(copy, shellNow().stage);
    // Whoever stays with changes that could not be kept has not gone over to it.
    if (documentNow().history?.film.id !== copy.id) return;
    tell(`This is “${title}” now. “${film.title}” stays unchanged under All films.`, 'done');
  } catch (error) {
    tell(`No copy could be saved. ${reasonOf(error)}`, 'wrong');
  }
}

/** Lets go of the open film and shows all of them; stays where its last changes cannot be kept and the person wants to. */
export async function showShelf(how: 'push' | 'replace' | 'stay' = 'push'): Promise<void> {
  if (!(await letGo())) return;
  setShell({ phase: 'shelf' });
  setDocument({ history: undefined });
  setSelection({ chosen: new Set(), chosenCues: new Set() });
  setTransport({ frame: 0 });
  showRoute({ kind: 'shelf' }, how);
}

const freedWords = (unused: Unused): string =>
  unusedWords(unused) === ''
    ? 'Nothing to free: every photo and sound is used.'
    : `${formatSize(unused.bytes)} freed: ${unusedWords(unused)} that no film used.`;

/** Frees the photos that no film uses, and says how much that was or why it could not be done. */
export async function freePhotos(): Promise<void> {
  const freed = await freeUnused();
  if (freed === 'in-use') {
    tell('Close the other tab, then press “Free” again.');
  } else tell(freedWords(freed), 'done');
}

/** Deletes a film from the browser, with the photos that no other film uses. */
export async function throwAway(id: string): Promise<void> {
  const own = await tryFilmLock(id);
  if (!own) return tell('This film is open in another tab. Close that tab to delete it.', 'wrong');
  try {
    await deleteFilm(id);
  } finally {
    own.release();
  }
  await freePhotos();
}

/** Deletes the film that is open here, if the person means it. */
export async function throwOpenAway(): Promise<void> {
  const film = documentNow().history?.film;
  if (!film) return;
  const choice = await ask({
    title: 'Delete this film?',
    text: `Deletes “${film.title}” and its photos. Photos taken here exist nowhere else, unless you saved the film to disk. This cannot be undone.`,
    choices: ['Delete film', 'Cancel'],
  });
  if (choice !== 'Delete film' || !(await letGo())) return;
  await throwAway(film.id);
  await showShelf();
}

/** Shows what the address says; at `/` the film that was open last, or `nothingYet` where there is none. */
export async function followAddress(nothingYet: () => Promise<void>): Promise<void> {
  const route = readRoute(location.pathname);
  if (route?.kind === 'shelf') return showShelf('stay');
  if (route?.kind === 'film') return openFilmById(route.id, route.stage, 'stay');
  const last = await readLastFilm();
  if (last) return openFilmById(last, undefined, 'replace');
  await nothingYet();
}
