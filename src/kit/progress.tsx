import { count, formatWait } from '../core/time/format';
import styles from './progress.module.css';

interface ProgressProps {
  readonly label: string;
  readonly done: number;
  /** None where it is not known yet. */
  readonly total: number;
  /** What is counted, such as `photo`. */
  readonly noun: string;
  /** Time since it began. */
  readonly seconds: number;
}

/** How far a long job is: count, rate and time left. */
export function Progress({ label, done, total, noun, seconds }: ProgressProps) {
  const rate = seconds > 0.3 && done > 0 ? done / seconds : undefined;
  const words = [
    total === 0 ? 'Reading…' : `${done.toLocaleString('en')} of ${count(total, noun)}`,
    rate && `${rate < 10 ? rate.toFixed(1) : Math.round(rate)} a second`,
    rate && done < total && `${formatWait((total - done) / rate)} left`,
  ].filter(Boolean);
  return (
    <div className={styles.progress}>
      <div
        className={styles.bar}
        role="progressbar"
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuenow={done}
        aria-valuetext={words.join(', ')}
      >
        <div className={styles.done} style={{ width: `${total > 0 ? (100 * done) / total : 0}%` }} />
      </div>
      <span className={styles.words}>{words.join(' · ')}</span>
    </div>
  );
}
