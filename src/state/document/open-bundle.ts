import { newId } from '../../engine/browser/new-id';
import { filesOf } from '../../core/film/photo-picture';
import type { Film } from '../../core/film/film';
import { formatMended, type OpenedFilm } from '../../core/formats/mend-document';
import { count } from '../../core/time/format';
import { readBundleFile } from '../../engine/browser/bundle/read-bundle';
import {
  arrivalsOf,
  forgetArrival,
  keepArrival,
  readArrival,
  type Arrival,
} from '../../engine/browser/store/arrival-repository';
import { isDemoFilm, keepDemoFilm, readFilm } from '../../engine/browser/store/film-repository';
import { missingFiles } from '../../engine/browser/store/missing-files';
import { isFull } from '../../engine/faults/is-full';
import { roomFor, roomWords, type StorageRoom } from '../../engine/browser/store/storage-room';
import { reasonOf } from '../../engine/faults/reason-of';
import { ask } from '../shell/ask';
import { openFilmById, openNewFilm, showShelf, whenOpened } from './open-film';
import { checkStores, tellLostMends, useMissing } from './missing';
import { applyEdit } from '../../core/edits/apply-edit';
import { MENDED_TITLE, mendDemoEdit } from './mended-demo';
import { askAgain } from '../sound/sounds';
import { openFilm } from './document';
import { invite } from '../shell/invitations';
import { setShell, shellNow, tell } from '../shell/shell';
import { ToldError } from '../../core/time/told-error';

let stopping: AbortController | undefined;

/** Stops a film file that is being opened; what came in stays, and the rest can be brought in later. */
export const stopOpening = (): void => stopping?.abort();

const OPEN_THAT = 'Open the one that is here';
const SECOND = 'Open it as a second film';
const GO_ON = 'Add the rest';

/** A film of this browser that a film file is a copy of. */
interface Known {
  readonly film: Film;
  readonly arrival: Arrival | undefined;
}

/** The film that a file holds, where this browser has it already: the one it was saved from, or one that came out of it. */
async function knownFilm(sourceId: string): Promise<Known | undefined> {
  const arrivals = await arrivalsOf(sourceId).catch(() => []);
  const cut = arrivals.find(({ complete }) => !complete);
  for (const id of [cut?.filmId, sourceId, ...arrivals.map(({ filmId }) => filmId)]) {
    const film = id === undefined ? undefined : await readFilm(id);
    if (film?.ok) return { film: film.value, arrival: arrivals.find(({ filmId }) => filmId === id) };
  }
  return undefined;
}

/** Where the files of a film file go: into a new film, or into one that is here and lacks some of them. */
async function whereTo(
  name: string,
  film: Film,
): Promise<{ readonly into: Film; readonly isNew: boolean } | undefined> {
  const known = await knownFilm(film.id);
  const fresh = { into: { ...film, id: newId() }, isNew: true };
  if (!known) return fresh;
  // Nothing comes in while it is asked, nor where the one that is here is opened.
  setShell({ incoming: undefined });
  const { title } = known.film;
  const cut = known.arrival?.complete === false;
  const choice = await ask({
    title: cut ? 'This film is incomplete' : 'This film is here already',
    text: cut
      ? `“${title}” was still being added from ${name} when that stopped. The rest can be added now.`
      : `“${title}” is among your films. It may have been changed since ${name} was saved.`,
    choices: cut ? [GO_ON, SECOND] : [OPEN_THAT, SECOND],
  });
  if (choice === GO_ON) return { into: known.film, isNew: false };
  if (choice === OPEN_THAT) await openFilmById(known.film.id);
  return choice === SECOND ? fresh : undefined;
}

const hashesOf = ({ photos, sounds }: Film): ReadonlySet<string> =>
  new Set([...filesOf(photos).keys(), ...sounds.map(({ hash }) => hash)]);

const notOpened = (name: string, room: StorageRoom): string =>
  `${name} was not opened: ${roomWords('it needs', room)} ` +
  'Nothing was changed. Delete a film or free disk space.';

/** Said where a film did not come in whole; of a damaged file another copy is needed. */
export const cutWords = (missing: number, total: number, name: string, isDamaged = false): string =>
  `${missing.toLocaleString('en')} of ${count(total, 'photo and sound', 'photos and sounds')} ${missing === 1 ? 'was' : 'were'} not added. ` +
  `Open ${isDamaged ? `a whole copy of ${name}` : `${name} again`} for the rest.`;

/** Opens a `.kermis` file as a film of its own, or goes on where it was cut off; asks where the film is here already. */
export async function openBundle(
  stream: ReadableStream<Uint8Array>,
  name: string,
  onOpened?: (filmId: string) => Promise<void>,
): Promise<void> {
  if (shellNow().incoming) return tell('Something is still being added. Wait for it, or stop it first.');
  const own = new AbortController();
  stopping = own;
  const startedAt = performance.now();
  const showProgress = (done: number, total: number): void =>
    setShell({ incoming: { done, total, seconds: (performance.now() - startedAt) / 1000 } });
  // A large file may be read for a while before its film is found.
  showProgress(0, 0);
  let into: Film | undefined;
  let sourceId = '';
  let isCut = false;
  const mark = async (complete: boolean, isDamaged = false): Promise<void> => {
    if (into)
      await keepArrival({ filmId: into.id, sourceId, name, complete, ...(isDamaged && { isDamaged }) });
  };

  const giveUp = (error: unknown, room: StorageRoom | undefined): undefined => {
    if (isFull(error) && room) tell(notOpened(name, room), 'wrong');
    else tell(`${name} could not be opened. ${reasonOf(error)} Nothing was changed.`, 'wrong');
  };

  /** Keeps and opens the film; gives the files that are not here yet, or nothing where it is not wanted or there is no room. */
  const onFilm = async (opened: OpenedFilm): Promise<ReadonlySet<string> | undefined> => {
    const target = await whereTo(name, opened.film);
    if (!target) return undefined;
    const wanted = await missingFiles(target.into);
    const room = await roomFor(target.into, wanted);
    if (room && room.needed > room.free) {
      tell(notOpened(name, room), 'wrong');
      return undefined;
    }
    // Marked before there is anything: whatever cuts it off, it is known to be a part.
    sourceId = opened.film.id;
    into = target.into;
    try {
      await mark(false);
    } catch (error) {
      into = undefined;
      return giveUp(error, room);
    }
    // From here on it is coming in: what is missing of it is not lost.
    showProgress(0, wanted.size);
    try {
      if (target.isNew) await openNewFilm(into);
      else await openFilmById(into.id);
    } catch (error) {
      await forgetArrival(into.id).catch(() => undefined);
      into = undefined;
      return giveUp(error, room);
    }
    if (opened.mended.length > 0) tell(formatMended(opened), 'wrong');
    await onOpened?.(into.id);
    return wanted;
  };

  try {
    const { problems, missing, ended } = await readBundleFile(stream, {
      name,
      signal: own.signal,
      onFilm,
      onProgress: ({ done, total }) => showProgress(done, total),
    });
    if (ended === 'damaged' && into) {
      const total = hashesOf(into).size;
      const words = missing > 0 ? cutWords(missing, total, name, true) : 'The film is complete.';
      tell(`${name} is cut off or damaged. ${words}`, 'wrong');
      await mark(missing === 0, true);
    }
    for (const problem of problems) tell(problem, 'wrong');
    if (ended === 'unwanted' || !into) return;
    const total = hashesOf(into).size;
    isCut = missing > 0 && ended !== undefined;
    if (missing === 0) {
      await mark(true);
      useMissing.setState({ cut: undefined });
    }
    if (missing > 0) useMissing.setState({ cut: { name, missing, total } });
    if (ended === 'full') {
      const room = await roomFor(into, await missingFiles(into));
      const words = room ? `${roomWords('The rest needs', room)} ` : '';
      tell(`No room left. ${words}${cutWords(missing, total, name)}`, 'wrong');
    } else if (ended === 'stopped') tell(`Stopped. ${cutWords(missing, total, name)}`);
    // What the file itself does not have will not come by opening it again.
    else if (ended === undefined && missing > 0) {
      await mark(true);
      useMissing.setState({ cut: undefined });
    }
  } catch (error) {
    tell(`${name} could not be opened. ${reasonOf(error)}`, 'wrong');
  } finally {
    if (stopping === own) stopping = undefined;
    setShell({ incoming: undefined });
    askAgain();
    if (into && openFilm()?.id === into.id) void checkStores(into.id, isCut);
  }
}

/** Says of a film that is opened that it did not come in whole; gives whether that is so. */
async function tellCutArrival(film: Film): Promise<boolean> {
  const arrival = await readArrival(film.id).catch(() => undefined);
  if (!arrival || arrival.complete || shellNow().incoming) return false;
  const missing = (await missingFiles(film)).size;
  if (missing === 0) {
    await keepArrival({ ...arrival, complete: true });
    return false;
  }
  const total = hashesOf(film).size;
  useMissing.setState({ cut: { name: arrival.name, missing, total } });
  tell(
    `“${film.title}” is incomplete: adding it from ${arrival.name} was cut off. ${cutWords(missing, total, arrival.name, arrival.isDamaged)}`,
    'wrong',
  );
  return true;
}

/** Looks over each film that is opened: whether it came in whole, and whether all that it needs is still here. */
export const startLookingOver = (): void =>
  whenOpened((film) => {
    tellLostMends(film);
    if (shellNow().incoming) return;
    useMissing.setState({ cut: undefined, photos: new Set(), sounds: new Set() });
    void tellCutArrival(film).then((cut) => checkStores(film.id, cut));
  });

/** Fetches the demo film from the server and opens it. */
export async function openDemoFilm(): Promise<void> {
  try {
    const answer = await fetch('/api/demo');
    if (!answer.ok || !answer.body) throw new ToldError(`the server answered ${answer.status}`);
    await openBundle(answer.body, 'The demo film', keepDemoFilm);
    const film = openFilm();
    if (film) invite(film.id);
  } catch (error) {
    tell(`The demo film could not be loaded. ${reasonOf(error)}`, 'wrong');
  }
  if (!openFilm() && shellNow().phase === 'starting') await showShelf('replace');
}

/** Opens the demo film, and beside it a copy in which its hands are painted out and a halo is drawn: the demo film keeps its faults. */
export async function openMendedDemo(): Promise<void> {
  await openDemoFilm();
  const film = openFilm();
  if (!film || !(await isDemoFilm(film.id))) return;
  const copy = applyEdit({ ...film, id: newId() }, mendDemoEdit(film));
  try {
    await openNewFilm(copy, 'mend');
    tell(`This is “${MENDED_TITLE}”, a copy. The demo film itself is under All films.`, 'done');
  } catch (error) {
    tell(`The mended copy could not be saved. ${reasonOf(error)}`, 'wrong');
  }
}
