import { count, formatLength } from '../../core/time/format';
import type { Rate } from '../../core/time/rate';
import type { HoldDrag } from './use-hold-drag';
import styles from './strip.module.css';

interface StretchedHoldProps {
  readonly drag: HoldDrag;
  readonly rate: Rate;
  /** Pixels a frame. */
  readonly zoom: number;
}

/** The hold that a ticket would have if its edge were let go now. */
export function StretchedHold({ drag: { entry, hold, poses }, rate, zoom }: StretchedHoldProps) {
  return (
    <div className={styles.stretched} style={{ left: entry.start * zoom, width: hold * zoom }}>
      <span>
        {formatLength(hold, rate)}
        {poses > 1 && ` for ${count(poses, 'pose')}`}
      </span>
    </div>
  );
}
