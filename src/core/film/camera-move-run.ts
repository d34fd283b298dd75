import equal from 'fast-deep-equal';
import type { CameraMove, Crop } from '../picture/crop';
import type { Film } from './film';
import { scheduleOf } from './schedule';

/** Both ends of a camera move. */
export const MOVE_ENDS = ['from', 'to'] as const;
export type MoveEnd = (typeof MOVE_ENDS)[number];

/** A camera move that goes on over poses, each of which has its part of it. */
export interface CameraMoveRun {
  /** The poses, in the order in which they are shown first. */
  readonly poseIds: readonly string[];
  readonly from: Crop;
  readonly to: Crop;
}

/** Whether two poses have parts of the same way. */
const alike = (a: CameraMove, b: CameraMove): boolean =>
  a.pace === b.pace && equal(a.from, b.from) && equal(a.to, b.to);

/** The camera move that a pose has a part of, with the poses before and after it that have the others; undefined where the camera stands still. */
export function cameraMoveRun(film: Film, poseId: string): CameraMoveRun | undefined {
  const { firsts } = scheduleOf(film);
  const move = firsts.get(poseId)?.pose.cameraMove;
  if (!move) return undefined;
  const parts = [...firsts.values()]
    .flatMap(({ pose, start }) =>
      pose.cameraMove && alike(pose.cameraMove, move) ? [{ id: pose.id, start, move: pose.cameraMove }] : [],
    )
    .sort((a, b) => a.start - b.start);
  // A way that begins again is another move, such as that of a copied run.
  const goesOn = (i: number): boolean => (parts[i - 1]?.move.ends ?? 1) <= (parts[i]?.move.begins ?? 0);
  const at = parts.findIndex(({ id }) => id === poseId);
  let [first, last] = [at, at];
  while (first > 0 && goesOn(first)) first--;
  while (last + 1 < parts.length && goesOn(last + 1)) last++;
  return { poseIds: parts.slice(first, last + 1).map(({ id }) => id), from: move.from, to: move.to };
}
