import { pause } from '../transport/player';
import { showRoute } from './route';
import { STAGE_FACTS, type Stage } from './stages';
import { setWorkbench, workbench } from './workbench';

/** Shows a stage of the open film. */
export function showStage(stage: Stage): void {
  const film = workbench().history?.film;
  if (!film) return;
  if (!STAGE_FACTS[stage].plays) pause();
  setWorkbench({ stage });
  showRoute({ kind: 'film', id: film.id, stage }, 'push');
}
