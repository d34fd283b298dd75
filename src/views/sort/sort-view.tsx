import { count, sizeWords } from '../../core/time/words';
import { Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { stopBringingIn } from '../../state/bring-in';
import { useFilm, useWorkbench } from '../../state/workbench';
import { ChooseFiles } from '../choose-files';
import styles from './sort.module.css';
import { Tray } from './tray';

/** Stage Sort: photos in, and the tray of all there are. */
export function SortView() {
  const film = useFilm();
  const busy = useWorkbench((state) => state.incoming !== undefined);
  const canWrite = useWorkbench((state) => state.canWrite);
  if (!film) return null;
  const bytes = film.photos.reduce((sum, photo) => sum + photo.bytes, 0);
  return (
    <div className={styles.sort}>
      <section className={styles.side} aria-label="Photos in">
        <h2>Photos in</h2>
        <p>
          JPEG, PNG, WebP or AVIF, a whole folder or some of it. They take their order from the numbers in
          their names.
        </p>
        <ChooseFiles main disabled={busy || !canWrite} />
        <Incoming />
        {film.photos.length > 0 && (
          <p>
            {count(film.photos.length, 'photo')}, {sizeWords(bytes)}, kept byte for byte in this browser.
          </p>
        )}
      </section>
      {film.photos.length > 0 ? (
        <Tray film={film} />
      ) : (
        <div className={styles.tray}>
          <div className={styles.empty}>
            <h2>Drop your photos here</h2>
            <p>
              Files or a folder, anywhere in the window. Each becomes a pose of{' '}
              {count(film.settings.defaultHold, 'frame')}.
            </p>
          </div>
        </div>
      )}
    </div>
  );
}

/** How far photos coming in are; on its own, so that the tray is not drawn anew at each step. */
function Incoming() {
  const incoming = useWorkbench((state) => state.incoming);
  if (!incoming) return null;
  return (
    <>
      <Progress label="Photos coming in" noun="photo" {...incoming} />
      <Button onClick={stopBringingIn}>Stop; keep what came in</Button>
    </>
  );
}
