import { memo } from 'react';
import type { PlacedCue } from '../../core/film/cue-place';
import { faderPlace, levelWords } from '../../core/sound/level';
import { count, formatSamples } from '../../core/time/format';
import { attacksOf, chooseCue, showCuePanel } from '../../state/sound/cues';
import { useSilence } from '../../state/sound/cut-silence';
import { useSounds } from '../../state/sound/sounds';
import styles from './lanes.module.css';

interface CueBoxProps {
  readonly placed: PlacedCue;
  readonly chosen: boolean;
  /** Samples of the film: places are given as parts of it, and of the cue, so that zooming changes none. */
  readonly total: number;
  /** Pixels a sample, for what is drawn only on chosen cues. */
  readonly scale: number | undefined;
}

/** What a cue is and where, for those who do not see it. */
const cueLabel = ({ cue, sound, lane, start, end, loose, showings }: PlacedCue): string =>
  [
    `${sound.name} in ${lane.name}`,
    `from ${formatSamples(start)}`,
    `${formatSamples(end - start)} long`,
    levelWords(cue.level),
    ...(showings ? [`heard ${count(showings.count, 'time')}`] : []),
    cue.pin.to === 'time' ? 'fixed at its time' : loose ? 'its pose is gone' : 'tied to its pose',
  ].join(', ');

/** Attacks nearer to each other than this, in pixels, are not told apart. */
const APART = 7;

/** Where the attacks of a cue lie in its box, in pixels. */
function attackPlaces(placed: PlacedCue, scale: number): readonly { at: number; left: number }[] {
  const { cue } = placed;
  const places = attacksOf(placed)
    .map(({ at }) => ({ at, left: (cue.reversed ? cue.to - at : at - cue.from) * scale }))
    .sort((a, b) => a.left - b.left);
  let last = Number.NEGATIVE_INFINITY;
  return places.filter(({ left }) => {
    if (left - last < APART) return false;
    last = left;
    return true;
  });
}

interface AttacksProps {
  readonly placed: PlacedCue;
  readonly scale: number;
}

/** The attacks of a cue, to be clicked; they come when what is drawn of its sound has been fetched. */
function Attacks({ placed, scale }: AttacksProps) {
  useSounds((state) => state.analyses);
  return attackPlaces(placed, scale).map(({ at, left }) => (
    <i
      key={at}
      className={styles.attack}
      data-attack={at}
      style={{ left }}
      data-tip="Contact: tie the cue by it"
    />
  ));
}

/** What a cue is grabbed by, over the drawing of it. */
export const CueBox = memo(function CueBox({ placed, chosen, total, scale }: CueBoxProps) {
  const { cue, start, end, heardUntil, showing } = placed;
  const cut = useSilence((state) => (chosen ? state.asked?.cuts.get(cue.id) : undefined));
  const ofFilm = (samples: number): string => `${(100 * samples) / total}%`;
  const ofCue = (samples: number): string => `${(100 * samples) / (end - start)}%`;
  const fade = (samples: number | undefined): number => Math.min(end - start, samples ?? 0);
  return (
    <button
      type="button"
      className={styles.cue}
      style={{ left: ofFilm(start), width: ofFilm(end - start) }}
      aria-label={cueLabel(placed)}
      aria-pressed={chosen}
      data-cue={cue.id}
      data-showing={showing}
      onClick={(event) => {
        // With the mouse it is chosen as it is grabbed.
        if (event.detail !== 0) return;
        chooseCue(cue.id, 'only');
        showCuePanel();
      }}
    >
      {chosen && (
        <>
          <Attacks placed={placed} scale={scale ?? 0} />
          {cut && cut.front > 0 && (
            <span className={styles.cut} style={{ left: 0, width: ofCue(cut.front) }} />
          )}
          {cut && cut.back > 0 && (
            <span className={styles.cut} style={{ right: 0, width: ofCue(cut.back) }} />
          )}
          <span
            className={styles.level}
            data-grip="level"
            style={{ bottom: `${100 * faderPlace(cue.level)}%` }}
            data-tip={`Level: ${levelWords(cue.level)}`}
          >
            <b>{levelWords(cue.level)}</b>
          </span>
          <span className={styles.trim} data-grip="start" />
          <span className={`${styles.trim} ${styles.last}`} data-grip="end" />
          <span
            className={styles.fade}
            data-grip="fade-in"
            style={{ left: ofCue(fade(cue.fadeIn?.samples)) }}
          />
          <span
            className={styles.fade}
            data-grip="fade-out"
            style={{ left: ofCue(heardUntil - start - fade(cue.fadeOut?.samples)) }}
          />
        </>
      )}
    </button>
  );
});
