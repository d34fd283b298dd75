import type { ScheduledPose } from '../../core/film/schedule';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { goTo, pause } from '../../state/transport/play';
import styles from './mend.module.css';

/** Places that have a button each. */
const MOST_PLACES = 8;

interface JumpButtonsProps {
  /** What there is at each of them, in the singular. */
  readonly noun: string;
  readonly places: readonly ScheduledPose[];
}

/** Buttons that lead to where something was noticed. */
export function JumpButtons({ noun, places }: JumpButtonsProps) {
  if (places.length === 0) return null;
  return (
    <div className={styles.jumps}>
      <span>{count(places.length, noun)}</span>
      {places.slice(0, MOST_PLACES).map(({ pose, start }) => (
        <Button
          key={pose.id}
          onClick={() => {
            pause();
            goTo(start);
          }}
          title={`Go to the ${noun} at frame ${start + 1}`}
        >
          {start + 1}
        </Button>
      ))}
    </div>
  );
}
