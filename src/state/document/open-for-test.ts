import type { Film } from '../../core/film/film';
import { keepFilm, readKept } from '../../engine/browser/store/film-repository';
import { autosaveTo } from './autosave';
import { setWorkbench, useWorkbench } from '../shell/workbench';

/** Keeps a film and opens it in a workbench that has seen nothing yet, as a tab does; for tests. */
export async function openForTest(film: Film): Promise<void> {
  await keepFilm(film);
  const kept = await readKept(film.id);
  if (!kept.ok) throw new Error(kept.problem);
  setWorkbench(useWorkbench.getInitialState(), true);
  autosaveTo(kept.value.journal);
  setWorkbench({ phase: 'open', history: kept.value.history });
}
