import { memo } from 'react';
import type { PlacedCue } from '../../core/film/cue-place';
import { CueBox } from './cue-box';
import type { WaveWindow } from './draw-waveform';
import styles from './lanes.module.css';

interface LaneCuesProps {
  readonly placed: readonly PlacedCue[];
  readonly chosen: ReadonlySet<string>;
  /** Samples of the film. */
  readonly total: number;
  readonly sight: Omit<WaveWindow, 'height'>;
}

/** What the cues of a lane that are in sight are grabbed by. */
export const LaneCues = memo(function LaneCues({ placed, chosen, total, sight }: LaneCuesProps) {
  const { from, samplesAPixel, width } = sight;
  const until = from + width * samplesAPixel;
  return (
    <div className={styles.cues} style={{ width: total / samplesAPixel }}>
      {placed
        .filter((each) => each.end > from && each.start < until)
        .map((each) => {
          const isChosen = chosen.has(each.cue.id);
          return (
            <CueBox
              key={`${each.cue.id}.${each.showing}`}
              placed={each}
              chosen={isChosen}
              total={total}
              scale={isChosen ? 1 / samplesAPixel : undefined}
            />
          );
        })}
    </div>
  );
});
