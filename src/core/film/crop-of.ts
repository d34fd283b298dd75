import { WHOLE, type Crop } from '../picture/crop';
import type { Framing } from '../picture/placement';
import type { Film, Pose } from './film';
import { sceneOf } from './scene-of';

/** How a pose's photo is framed: which part of the film's picture is shown, and how a photo of another shape stands in it. */
export interface PoseFraming {
  /** Undefined where all of it is shown. */
  readonly crop: Crop | undefined;
  readonly placing: Framing;
}

/** A pose is framed as it says itself, else as its scene, else as the film. */
export function framingOf(film: Film, pose: Pose): PoseFraming {
  const { settings } = film;
  return {
    crop: pose.crop ?? sceneOf(film, pose.id, 'crop')?.crop ?? settings.crop,
    placing: pose.placing ?? settings.framing,
  };
}

/** The part of the film's picture that a pose shows. */
export const cropOf = (film: Film, pose: Pose): Crop => framingOf(film, pose).crop ?? WHOLE;
