import { useTransport } from '../../state/transport/transport';
import { markOf } from './mark-of';
import styles from './strip.module.css';

/** The frame on screen. By itself, so that the strip is not drawn anew for every frame. */
export function Playhead({ zoom }: { readonly zoom: number }) {
  const frame = useTransport((state) => state.frame);
  return <div className={styles.playhead} style={{ transform: `translateX(${markOf(frame, zoom)}px)` }} />;
}
