import { decibels, decibelWords, loudnessWords } from '../../core/sound/level';
import { useMeter } from '../../state/sound/sound-out';
import styles from './sound.module.css';

const FLOOR = -60;
const part = (peak: number): number => Math.min(1, Math.max(0, 1 - decibels(peak) / FLOOR));

interface LevelBarProps {
  readonly label: string;
  /** The loudest sample of each side, 0 to 1. */
  readonly peaks: readonly number[];
  /** The loudest of the last moments, which the figure tells; that of now where it is missing. */
  readonly most?: number;
}

/** How loud it is, as a bar for each side and a figure. */
export function LevelBar({ label, peaks, most }: LevelBarProps) {
  const loudest = decibels(most ?? Math.max(...peaks));
  return (
    <div
      className={styles.meter}
      role="meter"
      aria-label={label}
      aria-valuemin={FLOOR}
      aria-valuemax={0}
      aria-valuenow={Math.round(Math.min(0, Math.max(FLOOR, loudest)))}
    >
      {peaks.map((peak, side) => (
        <div key={side}>
          <i style={{ width: `${100 * part(peak)}%` }} />
          {most !== undefined && <b style={{ left: `${100 * part(most)}%` }} />}
        </div>
      ))}
      <span>{decibelWords(loudest)}</span>
    </div>
  );
}

/** How loud left and right are while it plays, and how loud it has been since. */
export function Meter() {
  const { peaks, loudness } = useMeter();
  return (
    <>
      <LevelBar label="Loudest sample" peaks={peaks} />
      {loudness && (
        <dl className={styles.loudness} aria-label="Loudness while it plays">
          <dt>Momentary</dt>
          <dd>{loudnessWords(loudness.momentary)}</dd>
          <dt>Short-term</dt>
          <dd>{loudnessWords(loudness.shortTerm)}</dd>
          <dt>Since play began</dt>
          <dd>{loudnessWords(loudness.integrated)}</dd>
          <dt>True peak</dt>
          <dd>{loudnessWords(loudness.truePeak, 'dBTP')}</dd>
        </dl>
      )}
    </>
  );
}
