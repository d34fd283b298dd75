import { isFull } from '../engine/browser/store/is-full';
import { keepFilm, keepLastFilm, keepPlace } from '../engine/browser/store/film-shelf';
import { keepHistory } from '../engine/browser/store/history-shelf';
import { openFilm, setWorkbench, useWorkbench, workbench } from './workbench';

/** Changes made within this time are kept together, in milliseconds. */
const FILM_DELAY = 200;
const PLACE_DELAY = 400;

const FULL =
  'The browser has no room left for this film: the last changes are on screen, but not kept. ' +
  'Delete a film you no longer need, or free space on the disk; then choose “Keep now”.';

let filmTimer: ReturnType<typeof setTimeout> | undefined;
let placeTimer: ReturnType<typeof setTimeout> | undefined;
// Writes go one after the other, so that an older film never lands on a newer one.
let writing: Promise<void> = Promise.resolve();

/** Keeps the open film now. What was kept before stays whole if this fails. */
export function keepNow(): Promise<void> {
  clearTimeout(filmTimer);
  filmTimer = undefined;
  const { history, canWrite } = workbench();
  if (!history || !canWrite) return writing;
  const { film } = history;
  writing = writing.then(async () => {
    try {
      const stamp = crypto.randomUUID();
      await keepFilm(film, stamp);
      // Without the list of what was done the film is whole all the same.
      await keepHistory(film.id, stamp, history).catch(() => undefined);
      if (openFilm() === film) setWorkbench({ keeping: { kind: 'kept' } });
    } catch (error) {
      const problem = isFull(error)
        ? FULL
        : `The browser could not keep this film (${String(error)}). The last changes are on screen, but not kept.`;
      setWorkbench({ keeping: { kind: 'not-kept', problem } });
    }
  });
  return writing;
}

function placeNow(): void {
  clearTimeout(placeTimer);
  placeTimer = undefined;
  const film = openFilm();
  const { stage, frame, loop } = workbench();
  if (!film) return;
  // Losing the place is no harm worth a word.
  keepPlace(film.id, { stage, frame, loop, seenAt: Date.now() }).catch(() => undefined);
  keepLastFilm(film.id).catch(() => undefined);
}

/** Keeps the film after each change, and the place in it, until the page goes. */
export function startKeeping(): () => void {
  const unsubscribe = useWorkbench.subscribe((state, before) => {
    const film = state.history?.film;
    if (!film) return;
    if (film !== before.history?.film && film.id === before.history?.film.id && state.canWrite) {
      if (state.keeping.kind === 'kept') setWorkbench({ keeping: { kind: 'keeping' } });
      clearTimeout(filmTimer);
      filmTimer = setTimeout(() => void keepNow(), FILM_DELAY);
    }
    const moved = state.frame !== before.frame || state.stage !== before.stage || state.loop !== before.loop;
    if (moved && placeTimer === undefined) placeTimer = setTimeout(placeNow, PLACE_DELAY);
  });
  const flush = (): void => {
    if (filmTimer !== undefined) void keepNow();
    if (placeTimer !== undefined) placeNow();
  };
  const hidden = (): void => {
    if (document.visibilityState === 'hidden') flush();
  };
  const warn = (event: BeforeUnloadEvent): void => {
    if (workbench().keeping.kind === 'not-kept') event.preventDefault();
  };
  addEventListener('pagehide', flush);
  document.addEventListener('visibilitychange', hidden);
  addEventListener('beforeunload', warn);
  return () => {
    unsubscribe();
    removeEventListener('pagehide', flush);
    document.removeEventListener('visibilitychange', hidden);
    removeEventListener('beforeunload', warn);
  };
}
