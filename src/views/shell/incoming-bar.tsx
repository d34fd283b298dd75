import { Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { stopBringingIn } from '../../state/photos/bring-in';
import { useShell } from '../../state/shell/shell';
import { STAGE_VIEWS } from '../stages';
import styles from './shell.module.css';

/** Progress of photos on their way in, on the shelf and in stages that do not show it themselves. */
export function IncomingBar() {
  const incoming = useShell((state) => state.incoming);
  const stage = useShell((state) => state.stage);
  const isOpen = useShell((state) => state.phase === 'open');
  if (!incoming || (isOpen && STAGE_VIEWS[stage].showsIncoming)) return null;
  return (
    <div className={styles.incoming}>
      <Progress label="Photos coming in" noun="photo" {...incoming} />
      <Button onClick={stopBringingIn}>Stop</Button>
    </div>
  );
}
