import type { Span } from '../../core/film/moments';
import { poseAt, type Schedule } from '../../core/film/schedule';

/** Poses that lie wholly in the `skipped` frames before a frame, going around at the ends of what is played. */
export function posesMissed(plan: Schedule, { from, to }: Span, frame: number, skipped: number): number {
  const length = to - from;
  const within = (at: number): number => from + ((((at - from) % length) + length) % length);
  let count = 0;
  for (let at = frame - skipped; at < frame;) {
    const place = within(at);
    const passed = poseAt(plan, place);
    if (!passed) return count;
    const left = Math.min(passed.end, to) - place;
    if (place === Math.max(passed.start, from) && at + left <= frame) count++;
    at += left;
  }
  return count;
}
