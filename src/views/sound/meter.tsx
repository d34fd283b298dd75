import { decibels } from '../../core/sound/level';
import { useMeter } from '../../state/sound-out';
import styles from './sound.module.css';

const FLOOR = -60;

const part = (peak: number): number => Math.min(1, Math.max(0, 1 - decibels(peak) / FLOOR));

/** How loud left and right are while it plays. */
export function Meter() {
  const peaks = useMeter((state) => state.peaks);
  const loudest = decibels(Math.max(...peaks));
  return (
    <div
      className={styles.meter}
      role="meter"
      aria-label="Loudest sample"
      aria-valuemin={FLOOR}
      aria-valuemax={0}
      aria-valuenow={Math.round(Math.max(FLOOR, loudest))}
    >
      {peaks.map((peak, side) => (
        <div key={side}>
          <i style={{ width: `${100 * part(peak)}%` }} />
        </div>
      ))}
      <span>{Number.isFinite(loudest) ? `${loudest.toFixed(1).replace('-', '−')} dB` : '−∞ dB'}</span>
    </div>
  );
}
