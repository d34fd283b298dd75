import { count, sizeWords } from '../../core/time/words';
import { useIntake } from '../../state/intake';
import { useFilm, useWorkbench } from '../../state/workbench';
import { ChooseFiles } from '../choose-files';
import { Incoming } from './incoming';
import { IntakeView } from './intake-view';
import styles from './sort.module.css';
import { Tray } from './tray';

/** Stage Sort: photos in, and the tray of all there are. */
export function SortView() {
  const film = useFilm();
  const busy = useWorkbench((state) => state.incoming !== undefined);
  const canWrite = useWorkbench((state) => state.canWrite);
  const intake = useIntake((state) => state.intake);
  if (!film) return null;
  if (intake && !intake.laidOut && intake.filmId === film.id) return <IntakeView intake={intake} />;
  const bytes = film.photos.reduce((sum, photo) => sum + photo.bytes, 0);
  return (
    <div className={styles.sort}>
      <section className={styles.side} aria-label="Photos in">
        <h2>Photos in</h2>
        <p>
          JPEG, PNG, TIFF, HEIC, camera raw and more, a whole folder or some of it. They take their order from
          the numbers in their names.
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
