import type { Film, Pose } from '../../core/film/film';
import { changesWhileHeld } from '../../core/film/key-of';
import { poseAt, scheduleOf, showingAt, type ScheduledPose } from '../../core/film/schedule';
import { rateNumber } from '../../core/time/rate';
import type { Span } from '../../core/film/moments';
import { MOST_GHOSTS } from '../transport/compare';

/** Pictures made ahead of the playhead, in seconds of film. */
const AHEAD_SECONDS = 2;
const AROUND_FEWEST = 12;

/** A pose at one of its frames, from 0: where the camera moves while it is held, or what is behind it, each looks different. */
export interface PoseFrame {
  readonly pose: Pose;
  readonly frame: number;
}

/** All of a pose's frames that may look different, from one on, as far as they are shown before a frame. */
const framesOf = (film: Film, pose: Pose, from = 0, count = Infinity): readonly PoseFrame[] =>
  Array.from({ length: changesWhileHeld(film, pose) ? Math.min(count, pose.hold - from) : 1 }, (_, i) => ({
    pose,
    frame: from + i,
  }));

/** The frames of poses that look different. */
export const framesOfAll = (film: Film, poses: readonly Pose[]): readonly PoseFrame[] =>
  poses.flatMap((pose) => framesOf(film, pose));

/** Poses whose pictures are needed from a frame on, the nearest first, going around at the end of the span that is played. */
export function comingUp(film: Film, frame: number, span: Span): readonly PoseFrame[] {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return [];
  const ahead = Math.ceil(AHEAD_SECONDS * rateNumber(film.settings.rate));
  const last = frame + ahead;
  const shown: PoseFrame[] = [];
  const first = poseAt(plan, span.from)?.index ?? 0;
  const count = (poseAt(plan, span.to - 1)?.index ?? first) - first + 1;
  const add = (index: number): ScheduledPose | undefined => {
    const entry = showingAt(plan, first + ((((index - first) % count) + count) % count));
    if (entry) {
      const from = entry.start === here.start && !entry.reversed ? frame - here.start : 0;
      shown.push(...framesOf(film, entry.pose, from, ahead));
    }
    return entry;
  };
  for (let i = 0; i < count; i++) {
    const entry = add(here.index + i);
    if (i >= AROUND_FEWEST && (!entry || entry.start > last || entry.index < here.index)) break;
  }
  for (let i = 1; i <= MOST_GHOSTS; i++) add(here.index - i);
  add(first);
  add(first + count - 1);
  return shown;
}
