import { pause } from '../transport/player';
import { showRoute } from './route';
import { setWorkbench, workbench, type Stage } from './workbench';

/** Shows a stage of the open film. */
export function showStage(stage: Stage): void {
  const film = workbench().history?.film;
  if (!film) return;
  if (stage !== 'time') pause();
  setWorkbench({ stage });
  showRoute({ kind: 'film', id: film.id, stage }, 'push');
}
