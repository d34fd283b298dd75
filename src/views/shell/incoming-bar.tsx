import { Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { stopBringingIn } from '../../state/photos/bring-in';
import { useShell } from '../../state/shell/shell';
import styles from './shell.module.css';

/** How far photos coming in are, while another stage is shown than Sort. */
export function IncomingBar() {
  const incoming = useShell((state) => state.incoming);
  if (!incoming) return null;
  return (
    <div className={styles.incoming}>
      <Progress label="Photos coming in" noun="photo" {...incoming} />
      <Button onClick={stopBringingIn}>Stop</Button>
    </div>
  );
}
