import { createWorkbench, enterWorkbench } from '../workbench';
import type { Film } from '../../core/film/film';
import { keepFilm, readKept } from '../../engine/browser/store/film-repository';
import { autosaveTo } from './autosave';
import { setDocument } from './document';
import { setShell } from '../shell/shell';

/** Keeps a film and opens it in a workbench that has seen nothing yet, as a tab does; for tests. */
export async function openForTest(film: Film): Promise<void> {
  await keepFilm(film);
  const kept = await readKept(film.id);
  if (!kept.ok) throw new Error(kept.problem);
  enterWorkbench(createWorkbench());
  autosaveTo(kept.value.journal);
  setShell({ phase: 'open' });
  setDocument({ history: kept.value.history });
}
