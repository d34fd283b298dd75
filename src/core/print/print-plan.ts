import { photosById, type Film } from '../film/film';
import type { Span } from '../film/moments';
import { fileOf } from '../film/photo-picture';
import { recipeOf } from '../film/recipe-of';
import { frameOfPose, scheduleOf, showingsBetween } from '../film/schedule';
import { recipeKey, type Recipe } from '../picture/recipe';
import type { Size } from '../picture/size';
import type { Rate } from '../time/rate';

/** A picture that stays for some frames; neighbours in the plan never show the same. */
export interface PrintRun {
  readonly recipe: Recipe;
  /** What its photo is called, for a sentence. */
  readonly name: string;
  /** First frame, from 0. */
  readonly start: number;
  /** Number of frames, from 1. */
  readonly frames: number;
}

/** All that has to be known to print a film. */
export interface PrintPlan {
  readonly size: Size;
  readonly rate: Rate;
  readonly runs: readonly PrintRun[];
  /** Length in frames: the sum of the runs. */
  readonly frames: number;
}

/**
 * The plan of a print of a film, or of a part of it, at its own size and rate.
 * @throws RangeError where a pose shows a photo that the film does not have.
 */
export function planPrint(film: Film, span: Span = { from: 0, to: scheduleOf(film).frames }): PrintPlan {
  const photos = photosById(film);
  const plan = scheduleOf(film);
  const runs: PrintRun[] = [];
  for (const { pose, ...shown } of showingsBetween(plan, span.from, span.to)) {
    const start = Math.max(shown.start, span.from) - span.from;
    const end = Math.min(shown.end, span.to) - span.from;
    const photo = photos.get(pose.photoId);
    // Where the camera moves each frame is a picture of its own.
    const step = pose.cameraMove ? 1 : end - start;
    for (let at = start; at < end; at += step) {
      const recipe = recipeOf(film, pose, frameOfPose(shown, at + span.from));
      if (!photo || !recipe)
        throw new RangeError(`Pose ${pose.id} shows a photo that the film does not have.`);
      const last = runs.at(-1);
      // The same picture twice in a row is made once.
      if (last && recipeKey(last.recipe) === recipeKey(recipe))
        runs[runs.length - 1] = { ...last, frames: last.frames + step };
      else runs.push({ recipe, name: fileOf(photo).name, start: at, frames: step });
    }
  }
  const { width, height, rate } = film.settings;
  return {
    size: { width, height },
    rate,
    runs,
    frames: span.to - span.from,
  };
}
