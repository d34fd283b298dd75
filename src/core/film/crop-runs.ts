import { boundedCrop, cropBetween, paced, type CameraMove, type Crop, type MovePace } from '../picture/crop';
import { cropOf, cropOfScene } from './crop-of';
import type { Film, Pose } from './film';
import { scheduleOf, type ScheduledPose } from './schedule';

/** What a pose is set to show at its last frame: where a move that is made anew has to end. */
const lastCropOf = (film: Film, pose: Pose): Crop => cropOf(film, pose, pose.hold - 1);

/** Poses in the order in which they are shown first. */
function inOrder(film: Film, poseIds: Iterable<string>): readonly ScheduledPose[] {
  const { firsts } = scheduleOf(film);
  const entries = [...new Set(poseIds)].flatMap((id) => firsts.get(id) ?? []);
  return entries.sort((a, b) => a.start - b.start);
}

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
  const [from, to] = [cropOf(film, first.pose), lastCropOf(film, last.pose)];
  const whole = last.start - first.start;
  return new Map(
    entries.map(({ pose, start }) => [
      pose.id,
      cropBetween(from, to, paced((start - first.start) / whole, pace)),
    ]),
  );
}

/**
 * Moves of the camera frame by frame over a run of poses, by pose id: from the framing of the first to that of the last; of a single pose
 * from that of its scene or film to its own. Undefined where nothing would move.
 */
export function cameraMoves(
  film: Film,
  poseIds: Iterable<string>,
  pace: MovePace,
): ReadonlyMap<string, CameraMove> | undefined {
  const entries = inOrder(film, poseIds);
  const [first, last] = [entries[0], entries.at(-1)];
  if (!first || !last) return undefined;
  const from = entries.length > 1 ? cropOf(film, first.pose) : cropOfScene(film, first.pose);
  const to = lastCropOf(film, last.pose);
  const whole = last.end - first.start - 1;
  if (whole === 0 || (from.x === to.x && from.y === to.y && from.size === to.size)) return undefined;
  return new Map(
    entries.map(({ pose, start, end }) => {
      const [begins, ends] = [(start - first.start) / whole, (end - first.start - 1) / whole];
      return [pose.id, { from, to, begins, ends, pace }];
    }),
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
