import { useRecord } from '../../state/record/microphone';
import { recordOrStop } from '../../state/record/record';
import { Button } from '../../kit/button';
import styles from './sound.module.css';

/** Over the picture that will be spoken to, before it starts: how many counts are left. */
export function CountIn() {
  const isCounting = useRecord((state) => state.doing === 'counting');
  const count = useRecord((state) => state.count);
  if (!isCounting) return null;
  return (
    <div className={styles.countIn} role="status" aria-label={`Recording begins in ${count}`}>
      {count}
    </div>
  );
}

/** Under the picture: that it is recorded, and how long. */
export function RecordingSign() {
  const isRecording = useRecord((state) => state.doing === 'recording');
  const seconds = useRecord((state) => Math.floor(state.seconds * 10) / 10);
  if (!isRecording) return null;
  return (
    <div className={styles.recording}>
      <i aria-hidden /> <span role="timer">Recording {seconds.toFixed(1)} s</span>
      <Button onClick={recordOrStop}>Stop</Button>
    </div>
  );
}
