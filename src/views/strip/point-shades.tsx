import type { Film } from '../../core/film/film';
import { placeOf } from '../../core/film/moments';
import type { Schedule } from '../../core/film/schedule';
import styles from './strip.module.css';

interface PointShadesProps {
  readonly film: Film;
  readonly plan: Schedule;
  /** Pixels a frame. */
  readonly zoom: number;
}

/** What lies outside of the in and out points, in the shade. */
export function PointShades({ film: { range }, plan, zoom }: PointShadesProps) {
  const inFrame = range.in && placeOf(plan, range.in).frame;
  const outFrame = range.out && placeOf(plan, range.out).frame + 1;
  return (
    <>
      {inFrame !== undefined && (
        <div className={styles.outside} style={{ left: 0, width: inFrame * zoom }} data-testid="in-point" />
      )}
      {outFrame !== undefined && (
        <div
          className={styles.outside}
          data-testid="out-point"
          style={{ left: outFrame * zoom, width: Math.max(0, (plan.frames - outFrame) * zoom) }}
        />
      )}
    </>
  );
}
