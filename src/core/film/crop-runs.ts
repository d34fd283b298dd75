import { boundedCrop, type Crop } from '../picture/crop';
import { cropOf } from './crop-of';
import type { Film } from './film';
import { scheduleOf, type ScheduledPose } from './schedule';

/** How a camera move goes on: as fast all the time, or slower at both ends. */
export const MOVE_PACES = ['straight', 'eased'] as const;
export type MovePace = (typeof MOVE_PACES)[number];

/**
 * A framing on the way from one to another, at a part of the way. It becomes closer by the same factor in the same time, and all of it
 * moves towards the one place that both show alike, as a lens does that is turned.
 */
export function cropBetween(from: Crop, to: Crop, part: number): Crop {
  const size = from.size * (to.size / from.size) ** part;
  const way = Math.abs(to.size - from.size) < 1e-9 ? part : (size - from.size) / (to.size - from.size);
  return boundedCrop({ x: from.x + (to.x - from.x) * way, y: from.y + (to.y - from.y) * way, size });
}

/** Poses in the order in which they are shown first. */
function inOrder(film: Film, poseIds: Iterable<string>): readonly ScheduledPose[] {
  const { firsts } = scheduleOf(film);
  const entries = [...new Set(poseIds)].flatMap((id) => firsts.get(id) ?? []);
  return entries.sort((a, b) => a.start - b.start);
}

const paced = (part: number, pace: MovePace): number =>
  pace === 'straight' ? part : part * part * (3 - 2 * part);

/**
 * Framings of a run of poses by which the camera moves from that of the first to that of the last, by pose id; each pose stands still for as
 * long as it is held. Undefined for fewer than three poses: there is nothing in between.
 */
export function movedCrops(
  film: Film,
  poseIds: Iterable<string>,
  pace: MovePace,
): ReadonlyMap<string, Crop> | undefined {
  const entries = inOrder(film, poseIds);
  const [first, last] = [entries[0], entries.at(-1)];
  if (!first || !last || entries.length < 3) return undefined;
  const [from, to] = [cropOf(film, first.pose), cropOf(film, last.pose)];
  const whole = last.start - first.start;
  return new Map(
    entries.map(({ pose, start }) => [
      pose.id,
      cropBetween(from, to, paced((start - first.start) / whole, pace)),
    ]),
  );
}

/** A place in parts of the film's whole picture. */
interface PicturePart {
  readonly x: number;
  readonly y: number;
}

/**
 * Framings of a run of poses that come closer by a step with each word, by pose id: by so many per cent each, towards a point, from that of
 * the first pose on. A word's step begins with the pose whose start is nearest to it; `starts` are the frames at which words begin.
 */
export function steppedCrops(
  film: Film,
  poseIds: Iterable<string>,
  starts: readonly number[],
  percent: number,
  towards: PicturePart,
): ReadonlyMap<string, Crop> {
  const entries = inOrder(film, poseIds);
  const [first] = entries;
  if (!first) return new Map();
  const from = cropOf(film, first.pose);
  const steps = starts.map(
    (frame) =>
      entries.reduce((best, entry) =>
        Math.abs(entry.start - frame) < Math.abs(best.start - frame) ? entry : best,
      ).start,
  );
  return new Map(
    entries.map(({ pose, start }) => {
      const count = steps.filter((step) => step <= start).length;
      const times = (1 + percent / 100) ** count;
      // What the point shows stays where it is in the frame.
      const x = towards.x + (from.x - towards.x) / times;
      const y = towards.y + (from.y - towards.y) / times;
      return [pose.id, count === 0 ? from : boundedCrop({ x, y, size: from.size / times })];
    }),
  );
}
