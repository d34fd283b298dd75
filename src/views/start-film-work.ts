import { reasonOf } from '../engine/faults/reason-of';
import { openDemoFilm, startLookingOver } from '../state/document/open-bundle';
import { startAutosave } from '../state/document/autosave';
import { followAddress, showShelf } from '../state/document/open-film';
import { startSettlingNotes } from '../state/document/settle-notes';
import { startKeepingTable } from '../state/photos/intake-table';
import { restorePrints } from '../state/print/print-queue';
import { restorePrintSettings } from '../state/print/print-settings';
import { restoreLayout } from '../state/shell/restore-layout';
import { shellNow, tell } from '../state/shell/shell';
import { restoreContactPreference } from '../state/sound/contact-preference';
import { followWindow } from './frame/follow-window';
import { fetchStages } from './stages';
import { whenIdle } from './when-idle';

/**
 * Begins to save films as they change, takes up what was left open, and shows the film of the address, unless the shelf
 * stands there already; the function given back ends it. `openDemo`: a browser with no films is shown the demo film.
 */
export function startFilmWork(openDemo: boolean): () => void {
  const stops = [startAutosave(), startKeepingTable(), startSettlingNotes(), followWindow()];
  const follow = (): void => {
    followAddress(() => (openDemo ? openDemoFilm() : showShelf('replace'))).catch((error: unknown) => {
      tell(
        `The films in this browser cannot be read. ${reasonOf(error)} Allow this page to store data, then reload it.`,
        'wrong',
      );
      if (shellNow().phase === 'starting') void showShelf('stay');
    });
  };
  startLookingOver();
  void restorePrintSettings().then(restorePrints);
  void restoreContactPreference();
  whenIdle(fetchStages);
  // Panels begin with the size that they had.
  void restoreLayout().then(() => shellNow().phase === 'starting' && follow());
  addEventListener('popstate', follow);
  return () => {
    for (const stop of stops) stop();
    removeEventListener('popstate', follow);
  };
}
