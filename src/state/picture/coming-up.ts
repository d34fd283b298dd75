import type { Film, Pose } from '../../core/film/film';
import { poseAt, scheduleOf, showingAt, type ScheduledPose } from '../../core/film/schedule';
import { rateNumber } from '../../core/time/rate';
import type { Span } from '../../core/film/moments';
import { MOST_GHOSTS } from '../transport/compare';

/** Pictures made ahead of the playhead, in seconds of film. */
const AHEAD_SECONDS = 2;
const AROUND_FEWEST = 12;

/** Poses whose pictures are needed from a frame on, the nearest first, going around at the end of the span that is played. */
export function comingUp(film: Film, frame: number, span: Span): readonly Pose[] {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return [];
  const last = frame + AHEAD_SECONDS * rateNumber(film.settings.rate);
  const poses: Pose[] = [];
  const first = poseAt(plan, span.from)?.index ?? 0;
  const count = (poseAt(plan, span.to - 1)?.index ?? first) - first + 1;
  const add = (index: number): ScheduledPose | undefined => {
    const entry = showingAt(plan, first + ((((index - first) % count) + count) % count));
    if (entry) poses.push(entry.pose);
    return entry;
  };
  for (let i = 0; i < count; i++) {
    const entry = add(here.index + i);
    if (i >= AROUND_FEWEST && (!entry || entry.start > last || entry.index < here.index)) break;
  }
  for (let i = 1; i <= MOST_GHOSTS; i++) add(here.index - i);
  add(first);
  add(first + count - 1);
  return poses;
}
