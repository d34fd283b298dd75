import { useEffect } from 'react';
import { Button } from '../kit/button';
import { Tips } from '../kit/tips';
import { openDemoFilm, startLookingOver } from '../state/document/open-bundle';
import { startKeepingTable, useIntake } from '../state/photos/intake-table';
import { saveNow, startAutosave } from '../state/document/autosave';
import { followAddress, showShelf } from '../state/document/open-film';
import { restoreContactPreference } from '../state/sound/contact-preference';
import { restorePrints } from '../state/print/print-queue';
import { restorePrintSettings } from '../state/print/print-settings';
import { restoreTheme } from '../state/shell/theme';
import { restoreLayout, useLayout } from '../state/shell/layout';
import { useDocument } from '../state/document/document';
import { shellNow, tell, useShell } from '../state/shell/shell';
import { followWindow } from './frame/follow-window';
import { Workbench } from './frame/workbench';
import { NoteBar } from './notices/note-bar';
import { PictureWindow } from './picture/picture-window';
import { Shelf } from './shelf/shelf';
import { DropZone } from './shell/drop-zone';
import { IncomingBar } from './shell/incoming-bar';
import { JobBar } from './shell/job-bar';
import { freeKeys } from './shell/free-keys';
import { handleKey, releaseKey } from './shell/keys';
import styles from './shell/shell.module.css';
import { QuestionDialog } from './shell/question';
import { TopBar } from './shell/top-bar';
import { STAGE_VIEWS } from './stages';

const pressed = (event: KeyboardEvent): void => void handleKey(event);

interface WorkshopProps {
  /** Whether a browser with no films is shown the demo film at once. */
  readonly openDemo: boolean;
}

/** The whole program: bar, stage and strip, or the shelf of films. */
export default function Workshop({ openDemo }: WorkshopProps) {
  const phase = useShell((state) => state.phase);
  const stage = useShell((state) => state.stage);
  const keeping = useDocument((state) => state.keeping);
  const noPoses = useDocument((state) => !state.history?.film.scenes.some((scene) => scene.items.length > 0));
  const hasTable = useIntake((state) => state.intake?.laidOut === false);
  // An empty strip gives its room to the table of what came in.
  const alone = useLayout((state) => state.alone && phase === 'open');
  const { View, showsIncoming, needsRoom } = STAGE_VIEWS[stage];
  const looking = needsRoom && noPoses && hasTable;

  useEffect(() => {
    const stopKeeping = startAutosave();
    const stopKeepingTable = startKeepingTable();
    const follow = (): void => {
      followAddress(() => (openDemo ? openDemoFilm() : showShelf('replace'))).catch((error: unknown) => {
        tell(
          `The films in this browser cannot be read: ${String(error)}. Allow this page to store data, then load it again.`,
          'wrong',
        );
        if (shellNow().phase === 'starting') void showShelf('stay');
      });
    };
    startLookingOver();
    void restoreTheme();
    void restorePrintSettings().then(restorePrints);
    const stopFollowing = followWindow();
    void restoreContactPreference();
    // Panels begin with the size that they had.
    void restoreLayout().then(follow);
    addEventListener('popstate', follow);
    addEventListener('keydown', pressed);
    addEventListener('keyup', releaseKey);
    const stopFreeing = freeKeys();
    return () => {
      stopFollowing();
      stopKeeping();
      stopKeepingTable();
      removeEventListener('popstate', follow);
      removeEventListener('keydown', pressed);
      removeEventListener('keyup', releaseKey);
      stopFreeing();
    };
  }, [openDemo]);

  return (
    <div className={styles.shell} data-alone={alone || undefined}>
      <div className={styles.awning} aria-hidden />
      <div>
        {!alone && <TopBar />}
        {alone && <NoteBar alone />}
        {phase === 'open' && keeping.kind === 'not-kept' && (
          <div className={styles.banner} role="alert">
            {keeping.problem} <Button onClick={() => void saveNow()}>Keep now</Button>
          </div>
        )}
        {phase === 'open' && keeping.kind === 'read-only' && (
          <div className={styles.banner} role="status">
            This film is open in another tab. Here it can be looked at and played, not changed. Close the
            other tab to work here.
          </div>
        )}
      </div>
      <main className={styles.main}>
        {phase === 'shelf' && <Shelf />}
        {phase === 'open' && (
          <Workbench hasStrip={!looking}>
            <View />
          </Workbench>
        )}
      </main>
      <div>
        <JobBar />
        {phase === 'open' && !showsIncoming && <IncomingBar />}
      </div>
      {phase === 'open' && <PictureWindow onKey={pressed} />}
      <Tips />
      <QuestionDialog />
      <DropZone />
    </div>
  );
}
