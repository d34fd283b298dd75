import { photosById, type Film, type Photo, type Scene } from '../../../core/film/film';
import { platedFilm } from '../../../core/film/plated-film';
import { poseAt, scheduleOf, showingAt, type ScheduledPose } from '../../../core/film/schedule';
import { err, ok, type Result } from '../../../core/time/result';
import { useShownAs } from '../../picture/shown-film';
import type { PaintSource } from './paint';

/** What is painted on: the pose on screen, its photo and its scene. */
export interface PaintTarget {
  readonly here: ScheduledPose;
  readonly photo: Photo;
  readonly scene: Scene;
}

/** The pose at a frame, or the clean plate where that is shown in its place, as it is painted on; undefined where there is none. */
export function paintTarget(film: Film, frame: number): PaintTarget | undefined {
  const shown = useShownAs.getState().plate ? platedFilm(film) : film;
  const here = poseAt(scheduleOf(shown), frame);
  const photo = here && photosById(film).get(here.pose.photoId);
  const scene = here && film.scenes.find(({ id }) => id === here.sceneId);
  return photo && scene && { here, photo, scene };
}

/** The nearest pose before or after with another photo, whichever scene it is in. */
function neighbour(film: Film, { here, photo }: PaintTarget, step: 1 | -1): Photo | undefined {
  const plan = scheduleOf(film);
  for (let at = here.index + step; ; at += step) {
    const entry = showingAt(plan, at);
    if (!entry) return undefined;
    if (entry.pose.photoId !== photo.id) return photosById(film).get(entry.pose.photoId);
  }
}

/** The other photo that a source paints in, or in a sentence why there is none. */
export function sourcePhoto(
  film: Film,
  target: PaintTarget,
  source: Exclude<PaintSource, 'around' | 'photo'>,
): Result<Photo> {
  const { scene, photo } = target;
  if (source !== 'plate') {
    const other = neighbour(film, target, source === 'before' ? -1 : 1);
    return other ? ok(other) : err(`There is no pose with another photo ${source} this one.`);
  }
  if (!scene.plate)
    return err(
      `${scene.name} has no clean plate yet. Show a photo of the empty set and choose it, or take another source.`,
    );
  const plate = photosById(film).get(scene.plate.photoId);
  if (!plate)
    return err(
      `The clean plate of ${scene.name} is not in the film any more. Add it again, or choose another one.`,
    );
  if (plate === photo) return err('This photo is the clean plate itself: take another source.');
  return ok(plate);
}
