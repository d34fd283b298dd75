import Brush from 'lucide-react/icons/brush';
import FilePlus2 from 'lucide-react/icons/file-plus-corner';
import Ticket from 'lucide-react/icons/ticket';
import { Suspense } from 'react';
import { Button } from '../../kit/button';
import { useShell } from '../../state/shell/shell';
import { ChooseFiles } from '../choose-files';
import { filmPart, withFilmParts } from '../fetch-film-parts';
import { HelpButton } from '../guide/help-button';
import styles from './shelf.module.css';

const FilmsHere = filmPart((parts) => parts.FilmsHere);

/** All films in this browser, and the ways to begin one. */
export function Shelf() {
  const busy = useShell((state) => state.incoming !== undefined);
  return (
    <div className={styles.shelf}>
      <div className={styles.inner}>
        <section className={styles.start} aria-label="Start a film">
          <div className={styles.head}>
            <h2>Drop a folder of numbered photos</h2>
            <HelpButton chapter="films" />
          </div>
          <p>It plays as soon as the first are in. Everything stays on this computer.</p>
          <div className={styles.buttons}>
            <ChooseFiles main orFilm disabled={busy} />
            <Button onClick={() => withFilmParts(({ beginFilm }) => beginFilm())}>
              <FilePlus2 size={18} aria-hidden /> New film
            </Button>
            <Button onClick={() => withFilmParts(({ openDemoFilm }) => openDemoFilm())} disabled={busy}>
              <Ticket size={18} aria-hidden /> Open the demo film
            </Button>
            <Button onClick={() => withFilmParts(({ openMendedDemo }) => openMendedDemo())} disabled={busy}>
              <Brush size={18} aria-hidden /> Mend stage demo
            </Button>
          </div>
        </section>
        <Suspense>
          <FilmsHere />
        </Suspense>
      </div>
    </div>
  );
}
