import { makeReady } from '../../state/picture/make-ready';
import styles from './pen-sheet.module.css';

/** Lies over a picture that a hand cannot work on yet, since the film plays or is shown as it was: a press makes it ready. */
export const ReadySheet = () => (
  <button
    type="button"
    className={styles.sheet}
    data-choosing
    aria-label="The picture. Press it to stop here and work on it."
    onPointerDown={makeReady}
    onClick={({ detail }) => {
      // By a key: the pointer has done it already.
      if (detail === 0) makeReady();
    }}
  />
);
