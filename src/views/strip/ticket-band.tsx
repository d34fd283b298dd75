import { useDraggable } from '@dnd-kit/core';
import { useDeferredValue, useMemo, type HTMLAttributes } from 'react';
import type { Photo } from '../../core/film/film';
import { showingAt, type Schedule } from '../../core/film/schedule';
import styles from './strip.module.css';
import { ticketId } from './ticket';
import { TicketList } from './ticket-list';
import { showsTickets, sightOf, type StripSight } from './ticket-sight';

interface TicketBandProps extends HTMLAttributes<HTMLDivElement> {
  readonly plan: Schedule;
  readonly seen: StripSight;
  readonly photos: ReadonlyMap<string, Photo>;
  /** Mends that do nothing, by pose. */
  readonly lost: ReadonlyMap<string, unknown>;
  readonly chosen: ReadonlySet<string>;
  /** Number of the showing under the playhead, from 0. */
  readonly here: number | undefined;
  readonly canWrite: boolean;
}

/** The poses to choose from and to grab, over the drawing of them: one thing to drag for dnd-kit, however many there are. */
export function TicketBand(props: TicketBandProps) {
  const { plan, seen, photos, lost, chosen, here, canWrite, ...rest } = props;
  const { setNodeRef, listeners } = useDraggable({ id: 'tickets' });
  // Where they lie follows what is drawn in a task of its own, as with cues; what they are is never behind the film.
  const later = useDeferredValue(seen);
  const sight = useMemo(() => sightOf(plan, later), [plan, later]);
  const entry = here === undefined ? undefined : showingAt(plan, here);
  const active =
    entry && showsTickets(sight) && entry.start < sight.to && entry.end > sight.from
      ? ticketId(entry.index)
      : undefined;
  return (
    <div
      {...rest}
      ref={setNodeRef}
      {...listeners}
      className={styles.tickets}
      role="listbox"
      aria-label="Poses of the film"
      aria-multiselectable
      aria-activedescendant={active}
      tabIndex={0}
      style={{ ['--frame' as string]: `${sight.zoom}px` }}
    >
      <TicketList {...{ sight, photos, lost, chosen, here, canWrite }} />
    </div>
  );
}
