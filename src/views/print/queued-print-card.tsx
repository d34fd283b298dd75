import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import RotateCcw from 'lucide-react/icons/rotate-ccw';
import Square from 'lucide-react/icons/square';
import X from 'lucide-react/icons/x';
import { useEffect, useRef } from 'react';
import { printKind } from '../../core/print/print-kinds';
import { count } from '../../core/time/format';
import { IconButton, Button } from '../../kit/button';
import { Progress } from '../../kit/progress';
import { pausePrint, resumePrint, stopPrint, type QueuedPrint } from '../../state/print/print-queue';
import styles from './print.module.css';

/** The picture that was done last. */
function LivePicture({ picture }: { readonly picture: ImageBitmap | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !picture || picture.width === 0) return;
    element.width = picture.width;
    element.height = picture.height;
    element.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  return <canvas ref={canvas} className={styles.poster} aria-hidden />;
}

function Standing({ print }: { readonly print: QueuedPrint }) {
  const { status, frames, total, found, seconds, read, problem } = print;
  switch (status) {
    case 'waiting':
      return <span>Waiting its turn, {count(total, 'frame')}</span>;
    case 'broken':
      return (
        <span>
          Stopped: its tab was closed.{' '}
          {printKind(print.order.settings.kind).makes === 'video'
            ? '“Go on” continues it.'
            : '“Go on” starts it over.'}
        </span>
      );
    case 'failed':
      return (
        <span role="alert" className={styles.wrong}>
          {problem}
        </span>
      );
    case 'reading':
      return <Progress label="Reading the file again" done={read} total={total} noun="frame" seconds={0} />;
    default:
      return (
        <>
          <Progress
            label={status === 'paused' ? 'Paused' : 'Printing'}
            done={frames}
            total={total}
            noun="frame"
            seconds={seconds}
          />
          {found > 0 && <span>{count(found, 'frame')} reused</span>}
        </>
      );
  }
}

/** A print that waits, goes on, or broke off. */
export function QueuedPrintCard({ print }: { readonly print: QueuedPrint }) {
  const { id, status, order, picture } = print;
  const { fileName } = order;
  const isOver = status === 'failed' || status === 'broken';
  return (
    <li className={styles.card}>
      <LivePicture picture={picture} />
      <div className={styles.words}>
        <strong>{fileName}</strong>
        <Standing print={print} />
      </div>
      {isOver && (
        <Button onClick={() => void resumePrint(id)}>
          <RotateCcw size={17} aria-hidden /> Go on
        </Button>
      )}
      {(status === 'printing' || status === 'paused') && (
        <IconButton
          label={status === 'paused' ? `Go on with ${fileName}` : `Pause ${fileName}`}
          onClick={() => pausePrint(id, status !== 'paused')}
        >
          {status === 'paused' ? <Play size={17} aria-hidden /> : <Pause size={17} aria-hidden />}
        </IconButton>
      )}
      <IconButton
        label={
          isOver
            ? `Delete ${fileName} from the list`
            : status === 'waiting'
              ? `Remove ${fileName} from the queue`
              : `Stop ${fileName}; no file is made`
        }
        onClick={() => stopPrint(id)}
      >
        {isOver || status === 'waiting' ? <X size={17} aria-hidden /> : <Square size={17} aria-hidden />}
      </IconButton>
    </li>
  );
}
