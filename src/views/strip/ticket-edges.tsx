import type { ScheduledPose } from '../../core/film/schedule';
import styles from './strip.module.css';

interface TicketEdgesProps {
  readonly entries: readonly ScheduledPose[];
  readonly zoom: number;
}

/** Height of a band of tickets, in pixels. */
const HEIGHT = 112;

/** Where tickets are too narrow to be drawn one by one: the lines between them, as one drawing. */
export function TicketEdges({ entries, zoom }: TicketEdgesProps) {
  const first = entries[0];
  const last = entries.at(-1);
  if (!first || !last) return null;
  const left = first.start * zoom;
  const lines = entries.map(({ start }) => `M${(start * zoom - left).toFixed(1)} 0v${HEIGHT}`);
  return (
    <svg
      className={styles.lines}
      style={{ left }}
      width={(last.end - first.start) * zoom}
      height={HEIGHT}
      aria-hidden
    >
      <path d={lines.join('')} />
    </svg>
  );
}
