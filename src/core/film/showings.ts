import { posesIn } from './items';
import { indexOfShowing, sequenceOf, spotAt, type Sequence } from './sequence';
import { scheduleOf, type Schedule } from './schedule';
import type { Film } from './film';

/**
 * A pose that cycles show again and again, without writing that out: a million showings are as large as the cycle. Plain data,
 * that a worker can be given.
 */
export interface Showings {
  /** The cycle that the pose lies in, and the frame of the film where it begins. */
  readonly row: Sequence;
  readonly first: number;
  readonly poseId: string;
  readonly count: number;
}

/** The showings of a pose in a film; undefined where the film does not show it. O(n). */
export function showingsOf(
  film: Film,
  poseId: string,
  plan: Schedule = scheduleOf(film),
): Showings | undefined {
  const pose = plan.firsts.get(poseId);
  const span = pose && plan.scenes.find(({ sceneId }) => sceneId === pose.sceneId);
  const scene = pose && film.scenes.find(({ id }) => id === pose.sceneId);
  if (!span || !scene) return undefined;
  const index = scene.items.findIndex((item) => posesIn([item]).some(({ id }) => id === poseId));
  const item = scene.items[index];
  if (!item) return undefined;
  const before = span.row.pieces[index]?.start ?? 0;
  return { row: sequenceOf([item]), first: span.start + before, poseId, count: pose.showings };
}

/** The frame of the film on which a showing begins, counted from 0. O(n) in the poses of the cycle. */
export const startOfShowing = ({ row, first, poseId }: Showings, showing: number): number =>
  first + spotAt(row, 'index', indexOfShowing(row, poseId, showing)).start;

/** The number of showings that begin before a place; `startOf` gives where one begins, rising from showing to showing. O(log n). */
export function countBefore(count: number, startOf: (showing: number) => number, place: number): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (startOf(middle) < place) low = middle + 1;
    else high = middle;
  }
  return low;
}
