import { memo } from 'react';
import type { Photo } from '../../core/film/film';
import type { ScheduledPose } from '../../core/film/schedule';
import { count } from '../../core/time/format';
import styles from './strip.module.css';

interface TicketProps {
  readonly entry: ScheduledPose;
  readonly photo: Photo | undefined;
  readonly total: number;
  readonly chosen: boolean;
  readonly active: boolean;
  /** Whether its edge can be dragged. */
  readonly stretchy: boolean;
  /** Its original is gone from this browser. */
  readonly missing: boolean;
  /** One of its mends does nothing, since what it needs is gone from the film. */
  readonly lostMend: boolean;
}

export const ticketId = (index: number): string => `ticket-${index}`;

/** What one showing of a pose is grabbed by on the strip, over the drawing of it. */
export const Ticket = memo(function Ticket(props: TicketProps) {
  const { entry, photo, total, chosen, active, stretchy, missing, lostMend } = props;
  const { pose, index, start, showing, showings } = entry;
  const again = showings > 1 ? `, shown ${showing + 1} of ${count(showings, 'time')}` : '';
  const faults = `${missing ? ', its original is gone' : ''}${lostMend ? ', a mend of it has lost its photo' : ''}`;
  return (
    <div
      id={ticketId(index)}
      role="option"
      aria-selected={chosen}
      aria-posinset={index + 1}
      aria-setsize={total}
      aria-current={active ? 'true' : undefined}
      aria-label={`Pose ${index + 1}, ${photo?.name ?? 'photo missing'}, held ${count(pose.hold, 'frame')}${again}${faults}`}
      data-pose={pose.id}
      className={styles.ticket}
      // In frames: the strip says how wide a frame is, so that zooming draws no ticket anew.
      style={{ ['--start' as string]: start, ['--hold' as string]: pose.hold }}
    >
      {stretchy && <span className={styles.edge} data-edge={index} />}
    </div>
  );
});
