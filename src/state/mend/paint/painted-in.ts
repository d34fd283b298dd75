import type { Film } from '../../../core/film/film';
import { fileOf, recipeFile } from '../../../core/film/photo-picture';
import { paintOf } from '../../../core/film/paint-of';
import { chained, scaling } from '../../../core/picture/affine';
import type { PaintedStroke } from '../../../core/picture/paint/stroke';
import type { Recipe } from '../../../core/picture/recipe';
import type { Size } from '../../../core/picture/size';
import { finePicture } from '../../../engine/browser/pictures/picture-workers';
import { openFilm } from '../../document/document';
import { sayFault } from '../../shell/say-fault';
import { paintedPhoto } from './painted-photo';
import type { PaintSource } from './paint';
import { pairOf } from './photo-pairs';
import { meantSource } from './lay-stroke';

/** All of a photo, and a little more. */
const ALL: PaintedStroke = {
  ...{ shape: 'fill', size: 0.01, softness: 0, from: 0 },
  points: [-0.1, -0.1, 1, 1.1, -0.1, 1, 1.1, 1.1, 1, -0.1, 1.1, 1],
};

/** The recipe of the picture at a frame, with all of its photo painted over. */
async function paintedOver(film: Film, frame: number, source: PaintSource): Promise<Recipe | undefined> {
  // The poses beside are those of the film, also while its plates are shown.
  const meant = meantSource(openFilm() ?? film, frame, source);
  const here = paintedPhoto(film, frame);
  if (!meant.ok || !here || meant.value.from === 'around') return undefined;
  const { recipe, photo } = here;
  if (meant.value.from === 'photo') return { ...recipe, paint: undefined };
  const { other } = meant.value.from;
  const pair = await pairOf(photo, other);
  if (!pair.ok) return undefined;
  const [own, its] = [fileOf(photo), fileOf(other)];
  const map = [pair.value.map, scaling(its.width, its.height)].reduce(
    chained,
    scaling(1 / own.width, 1 / own.height),
  );
  const on = paintOf(film, other);
  const picture = { file: recipeFile(other), map, ...(on && { paint: on }) };
  return { ...recipe, paint: { pictures: [picture], strokes: [{ ...ALL, light: pair.value.light }] } };
}

/**
 * What a stroke would show wherever it went, as the picture at a frame is seen, at a size; undefined where that is found only once it is
 * drawn. The caller's to close.
 */
export async function paintedIn(
  film: Film,
  frame: number,
  source: PaintSource,
  size: Size,
): Promise<ImageBitmap | undefined> {
  const recipe = await paintedOver(film, frame, source).catch(sayFault);
  return recipe && finePicture(recipe, size).catch(sayFault);
}
