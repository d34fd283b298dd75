import X from 'lucide-react/icons/x';
import { formatWait } from '../../core/time/format';
import { IconButton } from '../../kit/button';
import { stopDrawingAhead, useDrawnSoFar } from '../../state/picture/draw-ahead';
import styles from './time.module.css';

/** How far the pictures are drawn that take long, ahead of being played; nothing once they are. */
export function DrawingAhead() {
  const drawn = useDrawnSoFar((state) => state.drawn);
  if (!drawn) return null;
  const { done, total, rate } = drawn;
  const words = `${done.toLocaleString('en')} of ${total.toLocaleString('en')}`;
  const pace = rate && `${rate.toFixed(1)} a second, ${formatWait((total - done) / rate)} left`;
  return (
    <span className={styles.drawing} data-tip={pace}>
      <span
        role="progressbar"
        aria-label="Preparing mended pictures"
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuenow={done}
        aria-valuetext={words}
      >
        Mending {words}
      </span>
      <IconButton label="Stop preparing" onClick={stopDrawingAhead}>
        <X size={14} aria-hidden />
      </IconButton>
    </span>
  );
}
