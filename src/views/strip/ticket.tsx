import { memo } from 'react';
import type { Photo } from '../../core/film/film';
import type { ScheduledPose } from '../../core/film/schedule';
import { count } from '../../core/time/words';
import { Thumbnail } from '../thumbnail';
import styles from './strip.module.css';

interface TicketProps {
  readonly entry: ScheduledPose;
  readonly photo: Photo | undefined;
  readonly total: number;
  readonly chosen: boolean;
  readonly active: boolean;
  readonly moving: boolean;
  /** Whether there is room for the pose's own picture. */
  readonly pictured: boolean;
  /** Whether its edge can be dragged. */
  readonly stretchy: boolean;
}

export const ticketId = (index: number): string => `ticket-${index}`;

/** One showing of a pose on the strip: as wide as its hold, with a hole for each frame. */
export const Ticket = memo(function Ticket(props: TicketProps) {
  const { entry, photo, total, chosen, active, moving, pictured, stretchy } = props;
  const { pose, index, start, showing, showings } = entry;
  const echo = showing > 0;
  const classes = [
    styles.ticket,
    chosen && styles.chosen,
    moving && styles.moving,
    echo && styles.echo,
    // Longer than on threes: the pose is held.
    pose.hold > 3 && styles.held,
  ];
  const again = showings > 1 ? `, shown ${showing + 1} of ${count(showings, 'time')}` : '';
  return (
    <div
      id={ticketId(index)}
      role="option"
      aria-selected={chosen}
      aria-posinset={index + 1}
      aria-setsize={total}
      aria-current={active ? 'true' : undefined}
      aria-label={`Pose ${index + 1}, ${photo?.name ?? 'photo missing'}, held ${count(pose.hold, 'frame')}${again}`}
      data-pose={pose.id}
      className={classes.filter(Boolean).join(' ')}
      // In frames: the strip says how wide a frame is, so that zooming draws no ticket anew.
      style={{ ['--start' as string]: start, ['--hold' as string]: pose.hold }}
    >
      <span className={styles.stub}>{pictured && <Thumbnail photo={photo} className={styles.photo} />}</span>
      {stretchy && <span className={styles.edge} data-edge={index} />}
    </div>
  );
});
