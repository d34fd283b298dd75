import { memo } from 'react';
import type { Photo } from '../../core/film/film';
import type { ScheduledPose } from '../../core/film/schedule';
import { count } from '../../core/time/words';
import { Thumbnail } from '../thumbnail';
import styles from './strip.module.css';

interface TicketProps {
  readonly entry: ScheduledPose;
  readonly photo: Photo | undefined;
  readonly zoom: number;
  readonly total: number;
  readonly chosen: boolean;
  readonly active: boolean;
  readonly moving: boolean;
  /** Whether there is room for the pose's own picture. */
  readonly pictured: boolean;
}

export const ticketId = (poseId: string): string => `ticket-${poseId}`;

/** One pose on the strip: as wide as its hold, with a hole for each frame. */
export const Ticket = memo(function Ticket(props: TicketProps) {
  const { entry, photo, zoom, total, chosen, active, moving, pictured } = props;
  const { pose, index, start } = entry;
  const classes = [styles.ticket, chosen && styles.chosen, moving && styles.moving];
  return (
    <div
      id={ticketId(pose.id)}
      role="option"
      aria-selected={chosen}
      aria-posinset={index + 1}
      aria-setsize={total}
      aria-current={active ? 'true' : undefined}
      aria-label={`Pose ${index + 1}, ${photo?.name ?? 'photo missing'}, held ${count(pose.hold, 'frame')}`}
      data-pose={pose.id}
      className={classes.filter(Boolean).join(' ')}
      style={{ left: start * zoom, width: pose.hold * zoom }}
    >
      <span className={styles.stub}>{pictured && <Thumbnail photo={photo} className={styles.photo} />}</span>
    </div>
  );
});
