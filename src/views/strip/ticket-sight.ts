import { showingsBetween, type Schedule, type ScheduledPose } from '../../core/film/schedule';

/** How much of a pose there is room for: all of its ticket, the ticket without its picture, its edge, or nothing. */
export type TicketDetail = 'pictured' | 'ticketed' | 'edges' | 'nothing';

/** What is in sight of the strip's pixels. */
export interface StripSight {
  /** Pixels a frame. */
  readonly zoom: number;
  /** In pixels of the film. */
  readonly left: number;
  readonly width: number;
}

/** What is in sight of the poses of a film. */
export interface TicketSight extends StripSight {
  readonly plan: Schedule;
  /** The first frame in sight and the one after the last. */
  readonly from: number;
  readonly to: number;
  readonly detail: TicketDetail;
}

/** Least widths of tickets for each detail, in pixels, as wide as they are in the mean. */
const LEAST: readonly (readonly [number, TicketDetail])[] = [
  [30, 'pictured'],
  [9, 'ticketed'],
  [2, 'edges'],
  [0, 'nothing'],
];

/** What is in sight of a film that shows a stretch of its pixels. */
export function sightOf(plan: Schedule, seen: StripSight): TicketSight {
  const { zoom, left, width } = seen;
  const { frames, count } = plan;
  const mean = count > 0 ? (frames / count) * zoom : 0;
  return {
    ...seen,
    plan,
    from: Math.min(frames, Math.floor(left / zoom)),
    to: Math.min(frames, Math.ceil((left + width) / zoom)),
    detail: LEAST.find(([least]) => mean >= least)?.[1] ?? 'nothing',
  };
}

/** The showings in sight, where there is room for anything of them. */
export const ticketsIn = ({ plan, detail, from, to }: TicketSight): readonly ScheduledPose[] =>
  detail === 'nothing' || plan.frames === 0
    ? []
    : [...showingsBetween(plan, Math.min(from, plan.frames - 1), to)];

/** Whether there is room for tickets of their own, to be grabbed. */
export const showsTickets = ({ detail }: TicketSight): boolean =>
  detail === 'pictured' || detail === 'ticketed';
