import { memo, useMemo } from 'react';
import type { Photo } from '../../core/film/film';
import { fileOf } from '../../core/film/photo-picture';
import { useMissing } from '../../state/document/missing';
import { Ticket } from './ticket';
import { showsTickets, ticketsIn, type TicketSight } from './ticket-sight';

/** Edges of tickets narrower than this, in pixels, cannot be dragged: nothing would be left to grab them by. */
const OWN_GRIP = 14;

interface TicketListProps {
  readonly sight: TicketSight;
  readonly photos: ReadonlyMap<string, Photo>;
  /** Mends that do nothing, by pose. */
  readonly lost: ReadonlyMap<string, unknown>;
  readonly chosen: ReadonlySet<string>;
  /** Number of the showing under the playhead, from 0. */
  readonly here: number | undefined;
  readonly canWrite: boolean;
}

/** What the tickets in sight are grabbed by, where there is room for that. */
export const TicketList = memo(function TicketList(props: TicketListProps) {
  const { sight, photos, lost, chosen, here, canWrite } = props;
  const entries = useMemo(() => ticketsIn(sight), [sight]);
  const missing = useMissing((state) => state.photos);
  if (!showsTickets(sight)) return null;
  const isLost = (photo: Photo | undefined): boolean =>
    photo !== undefined && missing.has(fileOf(photo).hash);
  return entries.map((entry) => (
    <Ticket
      key={entry.index}
      entry={entry}
      photo={photos.get(entry.pose.photoId)}
      total={sight.plan.count}
      chosen={chosen.has(entry.pose.id)}
      active={entry.index === here}
      missing={missing.size > 0 && isLost(photos.get(entry.pose.photoId))}
      lostMend={lost.has(entry.pose.id)}
      stretchy={canWrite && entry.pose.hold * sight.zoom >= OWN_GRIP}
    />
  ));
});
