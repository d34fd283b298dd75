import { keepFilm, keepPlace } from '../../engine/browser/store/film-repository';
import { keepLastFilm } from '../../engine/browser/store/last-film';
import { isFull } from '../../engine/faults/is-full';
import type { Journal } from '../../engine/browser/store/journal';
import { reasonOf } from '../../engine/faults/reason-of';
import { documentNow, openFilm, setDocument, subscribeToDocument } from './document';
import { shellNow, subscribeToShell } from '../shell/shell';
import { transportNow, subscribeToTransport } from '../transport/transport';

/** The document is written this long after the last change, and at the latest so long after the first, in milliseconds. */
const DOCUMENT_DELAY = 250;
const LONGEST_DELAY = 1000;
const PLACE_DELAY = 400;

const FULL =
  'No room left: the last changes are not saved. ' +
  'Delete a film or free disk space, then choose “Save now”.';

let journal: Journal | undefined;
let documentTimer: ReturnType<typeof setTimeout> | undefined;
/** When the first change was made that the document does not have. */
let documentSince: number | undefined;
let placeTimer: ReturnType<typeof setTimeout> | undefined;
// Documents are written one after the other, so that an older one never lands on a newer one.
let writing: Promise<void> = Promise.resolve();

/** Keeps what is done from here on, in the journal of the film that was opened; undefined where none may be written. */
export function autosaveTo(opened: Journal | undefined): void {
  clearTimeout(documentTimer);
  documentTimer = undefined;
  documentSince = undefined;
  journal = opened;
}

function tellWhetherKept(own: Journal, problem?: string): void {
  if (own !== journal) return;
  if (problem !== undefined) setDocument({ keeping: { kind: 'not-kept', problem } });
  else if (!own.unwritten) setDocument({ keeping: { kind: 'kept' } });
}

const whyNot = (error: unknown): string =>
  isFull(error)
    ? FULL
    : `The last changes are not saved. ${reasonOf(error)} Choose “Save now”, or save the film to disk.`;

/** Keeps the steps that were done until now: from then on they are safe, whatever becomes of the page. */
async function keepSteps(): Promise<void> {
  const own = journal;
  if (!own) return;
  try {
    await own.write();
    // While documents cannot be written, steps pile up: that stays said until one can.
    if (documentNow().keeping.kind !== 'not-kept') tellWhetherKept(own);
  } catch (error) {
    tellWhetherKept(own, whyNot(error));
  }
}

/** Waits until what was done until now is stored; gives whether it is. */
export async function stepsKept(): Promise<boolean> {
  await keepSteps();
  return journal !== undefined && !journal.unwritten;
}

/** Keeps the open film now, steps and document. What was kept before stays whole if this fails. */
export function saveNow(): Promise<void> {
  clearTimeout(documentTimer);
  documentTimer = undefined;
  documentSince = undefined;
  const own = journal;
  const { history, canWrite } = documentNow();
  if (!own) return writing;
  if (history && canWrite) own.note(history);
  const { film, at } = own.noted;
  writing = writing.then(async () => {
    try {
      // The steps first: a film that is ahead of them would have lost what was done to it.
      const steps = await own.write().catch((error: unknown) => ({ error }));
      await keepFilm(film, at);
      own.documentKept(at);
      if (steps) throw steps.error;
      tellWhetherKept(own);
    } catch (error) {
      tellWhetherKept(own, whyNot(error));
    }
  });
  return writing;
}

/** Writes the document soon, and together with what follows. */
function documentSoon(): void {
  const now = performance.now();
  documentSince ??= now;
  clearTimeout(documentTimer);
  const left = LONGEST_DELAY - (now - documentSince);
  documentTimer = setTimeout(() => void saveNow(), Math.max(0, Math.min(DOCUMENT_DELAY, left)));
}

function placeNow(): void {
  clearTimeout(placeTimer);
  placeTimer = undefined;
  const film = openFilm();
  const { stage } = shellNow();
  const { frame, loop } = transportNow();
  if (!film) return;
  // Losing the place is no harm worth a word.
  keepPlace(film.id, { stage, frame, loop, seenAt: Date.now() }).catch(() => undefined);
  keepLastFilm(film.id).catch(() => undefined);
}

/** Keeps the film after each change, and the place in it, until the page goes. */
export function startAutosave(): () => void {
  const placeSoon = (moved: boolean): void => {
    if (moved && openFilm() && placeTimer === undefined) placeTimer = setTimeout(placeNow, PLACE_DELAY);
  };
  const leaves = [
    subscribeToDocument(({ history, canWrite, keeping }, before) => {
      if (!history || history === before.history || !journal || !canWrite) return;
      journal.note(history);
      if (!journal.unwritten) return;
      if (keeping.kind === 'kept') setDocument({ keeping: { kind: 'keeping' } });
      void keepSteps();
      documentSoon();
    }),
    subscribeToTransport(({ frame, loop }, before) =>
      placeSoon(frame !== before.frame || loop !== before.loop),
    ),
    subscribeToShell(({ stage }, before) => placeSoon(stage !== before.stage)),
  ];
  const flush = (): void => {
    if (documentTimer !== undefined) void saveNow();
    if (placeTimer !== undefined) placeNow();
  };
  const hidden = (): void => {
    if (document.visibilityState === 'hidden') flush();
  };
  const warn = (event: BeforeUnloadEvent): void => {
    if (journal?.unwritten || documentNow().keeping.kind === 'not-kept') event.preventDefault();
  };
  addEventListener('pagehide', flush);
  document.addEventListener('visibilitychange', hidden);
  addEventListener('beforeunload', warn);
  return () => {
    for (const leave of leaves) leave();
    removeEventListener('pagehide', flush);
    document.removeEventListener('visibilitychange', hidden);
    removeEventListener('beforeunload', warn);
  };
}
