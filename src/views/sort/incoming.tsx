import { Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { stopBringingIn } from '../../state/photos/bring-in';
import { useShell } from '../../state/shell/shell';

/** How far photos coming in are; on its own, so that nothing else is drawn anew at each step. */
export function Incoming() {
  const incoming = useShell((state) => state.incoming);
  if (!incoming) return null;
  return (
    <>
      <Progress label="Photos coming in" noun="photo" {...incoming} />
      <Button onClick={stopBringingIn}>Stop; what was added stays</Button>
    </>
  );
}
