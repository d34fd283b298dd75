import { changesWhileHeld } from '../film/key-of';
import { photosById, type Film } from '../film/film';
import type { Span } from '../film/moments';
import { fileOf } from '../film/photo-picture';
import { recipeOf } from '../film/recipe-of';
import { frameOfPose, scheduleOf, showingsBetween } from '../film/schedule';
import { recipeKey, type Recipe } from '../picture/recipe';
import type { Rate } from '../time/rate';

/** A picture that stays for some frames; neighbours in the plan never show the same. */
export interface PrintRun {
  readonly recipe: Recipe;
  /** What its photo is called, for a sentence. */
  readonly name: string;
  /** First frame of the file, from 0. */
  readonly start: number;
  /** Number of frames of the file, from 1. */
  readonly frames: number;
  /** Whether a scene, or another part of the film, begins with it. */
  readonly begins: boolean;
}

/** What is shown in a file, frame by frame. */
export interface PrintPlan {
  readonly rate: Rate;
  readonly runs: readonly PrintRun[];
  /** Length in frames of the file: the sum of the runs. */
  readonly frames: number;
}

/** The film's frames of some parts together. */
export const framesOf = (spans: readonly Span[]): number =>
  spans.reduce((sum, { from, to }) => sum + to - from, 0);

/** Frames of a file at a rate that begin before a frame of the film: each shows the film's frame of its own time. */
export const framesAt = (frame: number, film: Rate, file: Rate): number =>
  Math.ceil((frame * film.den * file.num) / (film.num * file.den));

/**
 * The plan of a print of parts of a film, one behind the other, at its own rate or another: then frames are shown again or
 * left out, and none is blended.
 * @throws RangeError where a pose shows a photo that the film does not have.
 */
export function planPrint(film: Film, spans: readonly Span[], rate: Rate = film.settings.rate): PrintPlan {
  const photos = photosById(film);
  const plan = scheduleOf(film);
  const starts = new Set(plan.scenes.map(({ start }) => start));
  const runs: PrintRun[] = [];
  const fileFrame = (frame: number): number => framesAt(frame, film.settings.rate, rate);
  let before = 0;
  for (const span of spans) {
    for (const { pose, ...shown } of showingsBetween(plan, span.from, span.to)) {
      const start = Math.max(shown.start, span.from);
      const end = Math.min(shown.end, span.to);
      const photo = photos.get(pose.photoId);
      // Where the camera moves, or what is behind, each frame may be a picture of its own.
      const step = changesWhileHeld(film, pose) ? 1 : end - start;
      for (let at = start; at < end; at += step) {
        const recipe = recipeOf(film, pose, frameOfPose(shown, at));
        if (!photo || !recipe)
          throw new RangeError(`Pose ${pose.id} shows a photo that the film does not have.`);
        const from = fileFrame(before + at - span.from);
        const frames = fileFrame(before + at + step - span.from) - from;
        if (frames === 0) continue;
        const last = runs.at(-1);
        // The same picture twice in a row is made once.
        if (last && recipeKey(last.recipe) === recipeKey(recipe))
          runs[runs.length - 1] = { ...last, frames: last.frames + frames };
        else
          runs.push({
            recipe,
            name: fileOf(photo).name,
            start: from,
            frames,
            begins: at === span.from || (at === shown.start && starts.has(at)),
          });
      }
    }
    before += span.to - span.from;
  }
  return { rate, runs, frames: fileFrame(before) };
}
