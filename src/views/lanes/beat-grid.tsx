import type { PlacedBeat } from '../../core/film/placed-beats';
import styles from './lanes.module.css';

interface BeatGridProps {
  readonly beats: readonly PlacedBeat[];
  readonly samplesAPixel: number;
  /** What is in sight, in pixels of the film. */
  readonly left: number;
  readonly width: number;
}

/** Beats nearer than this, in pixels, are left out; then only bars are drawn, and nearer still nothing. */
const NEAREST = 5;

/** Whether the nearest of places lie so far apart that they can be told. */
const canBeTold = (places: readonly number[]): boolean =>
  places.every((place, i) => i === 0 || place - (places[i - 1] as number) >= NEAREST);

/** The beats of the music as lines over poses and lanes, the first of each bar stronger. */
export function BeatGrid({ beats, samplesAPixel, left, width }: BeatGridProps) {
  const inSight = (those: readonly PlacedBeat[]): number[] =>
    those
      .map(({ sample }) => sample / samplesAPixel - left)
      .filter((x) => x >= 0 && x <= width)
      .map((x) => Math.round(x) + 0.5);
  const bars = inSight(beats.filter(({ bar }) => bar));
  const others = inSight(beats.filter(({ bar }) => !bar));
  const lines = (places: readonly number[]): string => places.map((x) => `M${x} 0V2000`).join('');
  if (!canBeTold(bars)) return null;
  const all = canBeTold([...bars, ...others].sort((a, b) => a - b));
  return (
    <svg className={styles.beats} style={{ left, width }} data-testid="beats" aria-hidden>
      {all && <path d={lines(others)} data-count={others.length} />}
      <path d={lines(bars)} className={styles.bar} data-count={bars.length} />
    </svg>
  );
}
