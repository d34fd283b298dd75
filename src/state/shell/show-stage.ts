import { pause } from '../transport/play';
import { showRoute } from './route';
import { STAGE_FACTS, type Stage } from './stages';
import { documentNow } from '../document/document';
import { setShell } from './shell';

/** Shows a stage of the open film. */
export function showStage(stage: Stage): void {
  const film = documentNow().history?.film;
  if (!film) return;
  if (!STAGE_FACTS[stage].plays) pause();
  setShell({ stage });
  showRoute({ kind: 'film', id: film.id, stage }, 'push');
}
