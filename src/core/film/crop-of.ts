import { WHOLE, type Crop } from '../picture/crop';
import type { Framing } from '../picture/placement';
import type { Film, Pose, Scene } from './film';
import { scheduleOf } from './schedule';

/** How a pose's photo is framed: which part of the film's picture is shown, and how a photo of another shape stands in it. */
export interface PoseFraming {
  /** Undefined where all of it is shown. */
  readonly crop: Crop | undefined;
  readonly placing: Framing;
}

const sceneMaps = new WeakMap<Film, ReadonlyMap<string, Scene> | undefined>();

/** Scenes with a crop of their own, by id; undefined where none has. */
function croppedScenes(film: Film): ReadonlyMap<string, Scene> | undefined {
  if (!sceneMaps.has(film)) {
    const cropped = film.scenes.filter(({ crop }) => crop);
    sceneMaps.set(film, cropped.length > 0 ? new Map(cropped.map((scene) => [scene.id, scene])) : undefined);
  }
  return sceneMaps.get(film);
}

/** The scene's crop that a pose takes where it has none of its own. */
function sceneCrop(film: Film, poseId: string): Crop | undefined {
  const scenes = croppedScenes(film);
  const sceneId = scenes && scheduleOf(film).firsts.get(poseId)?.sceneId;
  return sceneId === undefined ? undefined : scenes?.get(sceneId)?.crop;
}

/** A pose is framed as it says itself, else as its scene, else as the film. */
export function framingOf(film: Film, pose: Pose): PoseFraming {
  const { settings } = film;
  return {
    crop: pose.crop ?? sceneCrop(film, pose.id) ?? settings.crop,
    placing: pose.placing ?? settings.framing,
  };
}

/** The part of the film's picture that a pose shows. */
export const cropOf = (film: Film, pose: Pose): Crop => framingOf(film, pose).crop ?? WHOLE;
