import { useRecord } from '../../state/record/microphone';
import { recordOrStop } from '../../state/record/record';
import { Button } from '../../kit/button';
import styles from './sound.module.css';

/** Over the picture: the count-in, and that it is recorded. */
export function RecordingSign() {
  const doing = useRecord((state) => state.doing);
  const count = useRecord((state) => state.count);
  const seconds = useRecord((state) => Math.floor(state.seconds * 10) / 10);
  if (doing === 'counting') {
    return (
      <div className={styles.countIn} role="status" aria-label={`Recording begins in ${count}`}>
        {count}
      </div>
    );
  }
  if (doing !== 'recording') return null;
  return (
    <div className={styles.recording}>
      <i aria-hidden /> <span role="timer">Recording {seconds.toFixed(1)} s</span>
      <Button onClick={recordOrStop}>Stop</Button>
    </div>
  );
}
