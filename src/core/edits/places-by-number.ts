import type { Film, Photo, Pose } from '../film/film';
import { isCycle, posesIn, type ItemPlace } from '../film/items';

/**
 * A pose for each photo that `holds` names (photo id → frames), placed by number: behind the last pose of the photo
 * before it in `tray`, in that pose's scene; where there is none, before the first pose of the film.
 */
export function placesByNumber(
  film: Film,
  tray: readonly Photo[],
  holds: ReadonlyMap<string, number>,
  newId: () => string,
): ItemPlace[] {
  // A pose in a cycle counts for where the cycle stands.
  const lastPose = new Map<string, { sceneId: string; index: number }>();
  for (const scene of film.scenes) {
    scene.items.forEach((item, index) => {
      for (const { photoId } of isCycle(item) ? posesIn(item.items) : [item]) {
        lastPose.set(photoId, { sceneId: scene.id, index });
      }
    });
  }
  const firstScene = film.scenes.find((scene) => scene.items.length > 0) ?? film.scenes[0];
  if (!firstScene) return [];
  let anchor = { sceneId: firstScene.id, index: -1 };
  const behind = new Map<string, { pose: Pose; after: number }[]>();
  for (const photo of tray) {
    const here = lastPose.get(photo.id);
    if (here) anchor = here;
    const hold = holds.get(photo.id);
    if (hold === undefined) continue;
    const list = behind.get(anchor.sceneId) ?? [];
    list.push({ pose: { id: newId(), photoId: photo.id, hold }, after: anchor.index });
    behind.set(anchor.sceneId, list);
  }
  // Indices count all that is placed before in the same scene.
  return [...behind].flatMap(([sceneId, list]) =>
    [...list]
      .sort((a, b) => a.after - b.after)
      .map(({ pose, after }, already) => ({ item: pose, parentId: sceneId, index: after + 1 + already })),
  );
}
