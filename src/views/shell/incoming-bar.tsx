import { Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { stopBringingIn } from '../../state/photos/bring-in';
import { useShell } from '../../state/shell/shell';
import { STAGE_VIEWS } from '../stages';
import styles from './shell.module.css';

/** How far photos coming in are, where the stage on screen does not show it by itself. */
export function IncomingBar() {
  const incoming = useShell((state) => state.incoming);
  const stage = useShell((state) => state.stage);
  if (!incoming || STAGE_VIEWS[stage].showsIncoming) return null;
  return (
    <div className={styles.incoming}>
      <Progress label="Photos coming in" noun="photo" {...incoming} />
      <Button onClick={stopBringingIn}>Stop</Button>
    </div>
  );
}
