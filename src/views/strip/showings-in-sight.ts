import { poseAt, type Schedule, type ScheduledPose } from '../../core/film/schedule';
import type { StripSight } from './ticket-sight';

/** The showings in sight, of several within a pixel the first: however often cycles show their poses, no more than there are pixels. */
export function* showingsInSight(
  plan: Schedule,
  { left, width, zoom }: StripSight,
): Generator<ScheduledPose> {
  const end = Math.min(plan.frames, (left + width) / zoom);
  for (let frame = Math.max(0, Math.floor(left / zoom)); frame < end;) {
    const entry = poseAt(plan, frame);
    if (!entry) return;
    yield entry;
    frame = Math.max(entry.end, Math.ceil(frame + 1 / zoom));
  }
}
