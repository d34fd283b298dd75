import type { Film } from '../film';
import type { Edit, PoseMove } from './edit';

/** Sets one hold, in frames, for all the poses named. */
export const holdEdit = (poseIds: Iterable<string>, hold: number): Edit => ({
  kind: 'set-holds',
  holds: [...poseIds].map((poseId) => ({ poseId, hold })),
});

/**
 * Moves poses, kept in film order, so that they stand together before the pose that is at `index` of the
 * scene now (its length: at the end).
 */
export function moveBefore(film: Film, poseIds: Iterable<string>, sceneId: string, index: number): Edit {
  const wanted = new Set(poseIds);
  const target = film.scenes.find((scene) => scene.id === sceneId);
  if (!target) return { kind: 'move-poses', moves: [] };
  const first = target.poses.slice(0, index).filter((pose) => !wanted.has(pose.id)).length;
  const moving = film.scenes.flatMap((scene) => scene.poses.filter((pose) => wanted.has(pose.id)));
  return {
    kind: 'move-poses',
    moves: moving.map((pose, i): PoseMove => ({ poseId: pose.id, sceneId, index: first + i })),
  };
}

/** Moves poses by one place within their scenes, later (1) or earlier (−1); those at the edge stay. */
export function shiftByOne(film: Film, poseIds: Iterable<string>, direction: 1 | -1): Edit {
  const wanted = new Set(poseIds);
  const moves: PoseMove[] = [];
  for (const scene of film.scenes) {
    const order = direction === 1 ? [...scene.poses].reverse() : scene.poses;
    const last = scene.poses.length - 1;
    // Counted from the edge that is moved towards: a pose cannot pass a moved one that is stuck there.
    let free = 0;
    order.forEach((pose, fromEdge) => {
      if (!wanted.has(pose.id)) return;
      const to = Math.max(free, fromEdge - 1);
      free = to + 1;
      moves.push({ poseId: pose.id, sceneId: scene.id, index: direction === 1 ? last - to : to });
    });
  }
  return { kind: 'move-poses', moves };
}
