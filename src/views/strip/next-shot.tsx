import { shotNeighbours } from '../../core/shoot/shot-neighbours';
import type { Film } from '../../core/film/film';
import { useShooting } from '../../state/shoot/shooting';
import { useTransport } from '../../state/transport/transport';
import styles from './strip.module.css';

/** Where the next photo comes to stand: a ticket that is not there yet, or the one in whose place it goes. */
export function NextShot({ film, zoom }: { readonly film: Film; readonly zoom: number }) {
  const frame = useTransport((state) => state.frame);
  const place = useShooting((state) => state.place);
  const { frame: at, against } = shotNeighbours(film, place, frame);
  const instead = place === 'instead' && against;
  const frames = instead ? against.end - against.start : place === 'end' ? film.settings.defaultHold : 0;
  return (
    <div
      className={styles.nextShot}
      data-testid="next-shot"
      data-place={place}
      style={{ left: at * zoom, width: frames * zoom }}
    />
  );
}
