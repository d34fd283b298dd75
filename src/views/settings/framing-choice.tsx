import type { Framing } from '../../core/picture/placement';
import { ChoiceCards } from '../../kit/choice-cards';
import { setSettings } from '../../state/document/edit-film';
import { useDocument, useFilm } from '../../state/document/document';
import styles from './settings.module.css';

const FRAMINGS: readonly { value: Framing; label: string; words: string }[] = [
  { value: 'whole', label: 'Show the whole photo', words: 'What is left over takes the background colour.' },
  { value: 'fill', label: 'Fill the picture', words: 'What does not fit is cut off, evenly on both sides.' },
];

/** One choice for the film: how photos of another shape are placed. */
export function FramingChoice() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  if (!film) return null;
  const { framing, background } = film.settings;
  return (
    <>
      <ChoiceCards
        label="Photos of another shape than the film"
        value={framing}
        options={FRAMINGS}
        disabled={!canWrite}
        onChange={(value) => setSettings({ framing: value })}
      />
      <label className={styles.colour}>
        <input
          type="color"
          value={background}
          disabled={!canWrite}
          onChange={(event) => setSettings({ background: event.target.value })}
        />
        Background colour
      </label>
    </>
  );
}
