import { cropAtFrame, cropBetween, WHOLE, type Crop } from '../picture/crop';
import type { Framing } from '../picture/placement';
import type { Film, FilmSettings, Pose } from './film';
import { partDone } from './mend-dose';
import { sceneOf } from './scene-of';

/** How a pose's photo is framed: which part of the film's picture is shown, and how a photo of another shape stands in it. */
export interface PoseFraming {
  /** Undefined where all of it is shown. */
  readonly crop: Crop | undefined;
  readonly placing: Framing;
}

/** Crops that were reckoned stay the same values: recipes are known by them. */
const moved = new WeakMap<Pose, Map<number, Crop>>();
const parts = new WeakMap<Crop, Map<number, Crop>>();

/** What `make` gives for a thing and a number, made once. */
function madeOnce<T extends object>(
  known: WeakMap<T, Map<number, Crop>>,
  thing: T,
  at: number,
  make: () => Crop,
): Crop {
  let all = known.get(thing);
  if (!all) known.set(thing, (all = new Map<number, Crop>()));
  let crop = all.get(at);
  if (!crop) all.set(at, (crop = make()));
  return crop;
}

/** What a pose shows by itself at one of its frames. */
function ownCrop(pose: Pose, frame: number): Crop | undefined {
  const { cameraMove, hold } = pose;
  if (!cameraMove) return pose.crop;
  const at = Math.min(hold - 1, Math.max(0, frame));
  return madeOnce(moved, pose, at, () => cropAtFrame(cameraMove, at, hold));
}

/** As much of a framing as the film takes of all of them. */
function asDosed(crop: Crop | undefined, { doses }: FilmSettings): Crop | undefined {
  const part = partDone(doses?.framing);
  if (!crop || part === 1) return crop;
  return part === 0 ? undefined : madeOnce(parts, crop, part, () => cropBetween(WHOLE, crop, part));
}

const cropAround = (film: Film, pose: Pose): Crop | undefined =>
  sceneOf(film, pose.id, 'crop')?.crop ?? film.settings.crop;

/** A pose is framed as it says itself, else as its scene, else as the film; where the camera moves while it is held, as at one of its frames. */
export function framingOf(film: Film, pose: Pose, frame = 0): PoseFraming {
  const { settings } = film;
  const crop = ownCrop(pose, frame) ?? cropAround(film, pose);
  return { crop: asDosed(crop, settings), placing: pose.placing ?? settings.framing };
}

/** The part of the film's picture that a pose is set to show, all of it where none is; at one of its frames where the camera moves. */
export const cropOf = (film: Film, pose: Pose, frame = 0): Crop =>
  ownCrop(pose, frame) ?? cropAround(film, pose) ?? WHOLE;

/** What it would show without a framing of its own. */
export const cropOfScene = (film: Film, pose: Pose): Crop => cropAround(film, pose) ?? WHOLE;
