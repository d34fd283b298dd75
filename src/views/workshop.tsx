import { Suspense, useEffect } from 'react';
import { Button } from '../kit/button';
import { Tips } from '../kit/tips';
import { readLastFilm } from '../engine/browser/store/last-film';
import { useDocument } from '../state/document/document';
import { useLayout } from '../state/shell/layout';
import { readRoute, showRoute } from '../state/shell/route';
import { setShell, useShell } from '../state/shell/shell';
import { restoreTheme } from '../state/shell/theme';
import { filmPart, withFilmParts } from './fetch-film-parts';
import { NoteBar } from './notices/note-bar';
import { PartBoundary } from './part-boundary';
import { Shelf } from './shelf/shelf';
import { DropZone } from './shell/drop-zone';
import { freeKeys } from './shell/free-keys';
import { JobBar } from './shell/job-bar';
import { QuestionDialog } from './shell/question';
import styles from './shell/shell.module.css';
import { TopBar } from './shell/top-bar';

const OpenFilm = filmPart((parts) => parts.OpenFilm);
const IncomingBar = filmPart((parts) => parts.IncomingBar);

interface WorkshopProps {
  /** Whether a browser with no films is shown the demo film at once. */
  readonly openDemo: boolean;
}

/** True if the address leads to the shelf: by name, or because this browser has no film yet. */
async function leadsToShelf(openDemo: boolean): Promise<boolean> {
  const route = readRoute(location.pathname);
  if (route) return route.kind === 'shelf';
  // A browser that cannot be read is told of as its film is opened.
  return !openDemo && (await readLastFilm().catch(() => 'unknown')) === undefined;
}

/** Shows the shelf at once, without the code of films, which then comes behind it; or fetches that, to show the film. */
function start(openDemo: boolean): () => void {
  let stop: (() => void) | undefined;
  let ended = false;
  const begin = (): void =>
    withFilmParts(({ startFilmWork }) => {
      if (!ended) stop = startFilmWork(openDemo);
    });
  void leadsToShelf(openDemo).then((isShelf) => {
    if (isShelf) {
      setShell({ phase: 'shelf' });
      showRoute({ kind: 'shelf' }, 'replace');
    }
    begin();
  });
  return () => {
    ended = true;
    stop?.();
  };
}

/** The whole program: bar, stage and strip, or the shelf of films. */
export default function Workshop({ openDemo }: WorkshopProps) {
  const phase = useShell((state) => state.phase);
  const isComing = useShell((state) => state.incoming !== undefined);
  const keeping = useDocument((state) => state.keeping);
  const alone = useLayout((state) => state.alone && phase === 'open');

  useEffect(() => {
    void restoreTheme();
    const stopFreeing = freeKeys();
    const stop = start(openDemo);
    return () => {
      stop();
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
            {keeping.problem}{' '}
            <Button onClick={() => withFilmParts(({ saveNow }) => saveNow())}>Save now</Button>
          </div>
        )}
        {phase === 'open' && keeping.kind === 'read-only' && (
          <div className={styles.banner} role="status">
            This film is open in another tab: here you can only look and play. Close the other tab to work
            here.
          </div>
        )}
      </div>
      <main className={styles.main}>
        {phase === 'shelf' && <Shelf />}
        {phase === 'open' && (
          <PartBoundary>
            <OpenFilm />
          </PartBoundary>
        )}
      </main>
      <div className={styles.jobs}>
        <JobBar />
        <Suspense>{(phase === 'open' || isComing) && <IncomingBar />}</Suspense>
      </div>
      <Tips />
      <QuestionDialog />
      <DropZone />
    </div>
  );
}
