import { Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { useLongJob } from '../../state/shell/long-job';
import styles from './shell.module.css';

/** How far files being written are. */
export function JobBar() {
  const job = useLongJob((state) => state.job);
  if (!job) return null;
  const { stop, ...progress } = job;
  return (
    <div className={styles.incoming}>
      <Progress {...progress} />
      <Button onClick={stop}>Stop {job.label.charAt(0).toLowerCase() + job.label.slice(1)}</Button>
    </div>
  );
}
