import type { Film } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import { recipeOf } from '../../../core/film/recipe-of';
import { frameOfPose } from '../../../core/film/schedule';
import type { Stroke } from '../../../core/film/stroke';
import { chained, inverse, scaling, type Affine } from '../../../core/picture/affine';
import type { Recipe } from '../../../core/picture/recipe';
import { paintTarget, type PaintTarget } from './source-photo';

/** The photo that is painted on, and how it lies in the picture that is seen. */
export interface PaintedPhoto extends PaintTarget {
  readonly recipe: Recipe;
  /** From parts of the picture, as the film shows it, to parts of the upright photo. */
  readonly toPhoto: Affine;
  /** The photo's longer side, as a part of the picture's width. */
  readonly longer: number;
  readonly strokes: readonly Stroke[];
}

const NONE: readonly Stroke[] = [];

/** The photo on screen at a frame as it is painted on; undefined where there is none. */
export function paintedPhoto(film: Film, frame: number): PaintedPhoto | undefined {
  const target = paintTarget(film, frame);
  const recipe = target && recipeOf(film, target.here.pose, frameOfPose(target.here, frame));
  if (!recipe) return undefined;
  const { geometry, film: size, file } = recipe;
  const [a, b] = geometry;
  return {
    ...target,
    recipe,
    toPhoto: [inverse(geometry), scaling(1 / file.width, 1 / file.height)].reduce(
      chained,
      scaling(size.width, size.height),
    ),
    longer: (Math.hypot(a, b) * Math.max(file.width, file.height)) / size.width,
    strokes: fileOf(target.photo).strokes ?? NONE,
  };
}
