import type { CameraMove, Crop } from '../picture/crop';
import type { Film } from './film';
import { scheduleOf } from './schedule';

/** Both ends of a camera move. */
export const MOVE_ENDS = ['from', 'to'] as const;
export type MoveEnd = (typeof MOVE_ENDS)[number];

/** A camera move on ones over one pose or more. */
export interface CameraMoveRun {
  /** Its poses, in the order in which they are shown first. */
  readonly poseIds: readonly string[];
  readonly from: Crop;
  readonly to: Crop;
}

const runs = new WeakMap<Film, ReadonlyMap<string, CameraMoveRun>>();

/**
 * The camera move of which a pose shows a part, with all poses of that move; undefined if the camera stands still
 * at that pose.
 */
export function cameraMoveRun(film: Film, poseId: string): CameraMoveRun | undefined {
  let found = runs.get(film);
  if (!found) runs.set(film, (found = findRuns(film)));
  return found.get(poseId);
}

const cropKey = ({ x, y, size }: Crop): string => `${x} ${y} ${size}`;
const keyOf = ({ from, to, pace }: CameraMove): string => [cropKey(from), cropKey(to), pace].join();

/** All camera moves of a film, by the id of each of their poses. */
function findRuns(film: Film): ReadonlyMap<string, CameraMoveRun> {
  const byPose = new Map<string, CameraMoveRun>();
  const open = new Map<string, { readonly run: CameraMoveRun & { poseIds: string[] }; ends: number }>();
  for (const { pose } of [...scheduleOf(film).firsts.values()].sort((a, b) => a.start - b.start)) {
    const { id, cameraMove } = pose;
    if (!cameraMove) continue;
    const { from, to, begins, ends } = cameraMove;
    const key = keyOf(cameraMove);
    let last = open.get(key);
    // A move that starts again is a second one, such as that of copied poses.
    if (!last || last.ends > begins) open.set(key, (last = { run: { poseIds: [], from, to }, ends }));
    last.run.poseIds.push(id);
    last.ends = ends;
    byPose.set(id, last.run);
  }
  return byPose;
}
