import { cameraMoveRun, type MoveEnd } from '../film/camera-move-run';
import { cropOf } from '../film/crop-of';
import type { Film, Pose } from '../film/film';
import { posesOf } from '../film/items';
import { boundedCrop, closeness, cropAtFrame, WHOLE, type CameraMove, type Crop } from '../picture/crop';
import type { Framing } from '../picture/placement';
import { count } from '../time/format';
import { batch, type Edit } from './edit';
import { patchTarget, targetWords, type MendTarget } from './mend-target';

/**
 * Shows a part of the picture; undefined takes the framing away, so that what is larger decides: the scene for a pose, the film for a
 * scene. What lies outside of what may be is set to the nearest that may.
 */
export function cropEdit(film: Film, target: MendTarget, wanted: Crop | undefined): Edit {
  const crop = wanted && boundedCrop(wanted);
  const label = crop
    ? `Framing of ${targetWords(film, target)} set to ${closeness(crop)} %`
    : `Framing of ${targetWords(film, target)} deleted`;
  // All of the picture is what the film shows anyway; a scene or a pose may say so against it.
  const own = target.of === 'film' && isWhole(crop) ? undefined : crop;
  return batch(label, [patchTarget(target, { crop: own, ...(target.of === 'poses' && STILL) })]);
}

/** A pose that is framed anew: the camera no longer moves while it is held. */
const STILL = { cameraMove: undefined };

const isWhole = (crop: Crop | undefined): boolean =>
  crop !== undefined && crop.x === WHOLE.x && crop.y === WHOLE.y && crop.size === WHOLE.size;

/** How photos of another shape than the film stand in it, for poses; undefined leaves it to the film. */
export function placingEdit(film: Film, poseIds: readonly string[], placing: Framing | undefined): Edit {
  const known = new Set(posesOf(film).map(({ id }) => id));
  const patches = poseIds.filter((id) => known.has(id)).map((id) => ({ id, patch: { placing } }));
  const how = placing === undefined ? 'placed as in the film' : placing === 'fill' ? 'filled' : 'shown whole';
  return batch(`${count(patches.length, 'pose')} ${how}`, [{ kind: 'patch', of: 'items', patches }]);
}

/** All framings of scenes and poses taken away, so that the film decides. */
export function uncropAllEdit(film: Film): Edit {
  const scenes = film.scenes.filter(({ crop }) => crop).map(({ id }) => ({ id, patch: { crop: undefined } }));
  const poses = posesOf(film)
    .filter(({ crop, cameraMove }) => crop ?? cameraMove)
    .map(({ id }) => ({ id, patch: { crop: undefined, ...STILL } }));
  return batch('All framings deleted', [
    { kind: 'patch', of: 'settings', patch: { crop: undefined } },
    { kind: 'patch', of: 'scenes', patches: scenes },
    { kind: 'patch', of: 'items', patches: poses },
  ]);
}

/** Frames poses as another one looks: by a framing of its own, its scene's or the film's. */
export function copyFramingEdit(film: Film, from: Pose, poseIds: readonly string[]): Edit {
  const { cameraMove } = from;
  const patches = poseIds.map((id) => ({
    id,
    patch: { crop: cropOf(film, from), cameraMove, placing: from.placing ?? film.settings.framing },
  }));
  return batch(`Framing copied to ${count(patches.length, 'pose')}`, [
    { kind: 'patch', of: 'items', patches },
  ]);
}

/** Moves the camera frame by frame over poses. Each keeps a crop of its own, its first frame's. */
export function cameraMoveEdit(moves: ReadonlyMap<string, CameraMove>): Edit {
  const patches = [...moves].map(([id, cameraMove]) => ({
    id,
    patch: { crop: cropAtFrame(cameraMove, 0, 1), cameraMove },
  }));
  return batch(`Camera moved over ${count(patches.length, 'pose')}, on ones`, [
    { kind: 'patch', of: 'items', patches },
  ]);
}

/**
 * Sets the first or last crop of a camera move, for all poses of the move; `poseId` is any of them. The crop is
 * brought within bounds. An edit without patches if the camera stands still at that pose.
 */
export function moveEndEdit(film: Film, poseId: string, end: MoveEnd, wanted: Crop): Edit {
  const crop = boundedCrop(wanted);
  const ids = new Set(cameraMoveRun(film, poseId)?.poseIds);
  const patches = posesOf(film).flatMap(({ id, cameraMove }) => {
    if (!cameraMove || !ids.has(id)) return [];
    const move = { ...cameraMove, [end]: crop };
    return [{ id, patch: { crop: cropAtFrame(move, 0, 1), cameraMove: move } }];
  });
  const which = end === 'from' ? 'Start' : 'End';
  return batch(`${which} of the camera move set to ${closeness(crop)} %`, [
    { kind: 'patch', of: 'items', patches },
  ]);
}

/** Frames poses each by itself; `what` says how. */
export function cropsEdit(crops: ReadonlyMap<string, Crop>, what: string): Edit {
  const patches = [...crops].map(([id, crop]) => ({
    id,
    patch: { crop: boundedCrop(crop), ...STILL },
  }));
  return batch(`${what} over ${count(patches.length, 'pose')}`, [{ kind: 'patch', of: 'items', patches }]);
}
