import { framePicture } from '../../core/picture/frame-picture';
import type { I420 } from '../../core/picture/pixels';
import type { Recipe } from '../../core/picture/recipe';
import { readSource, type PicturePorts } from './read-source';

/**
 * The picture of a recipe as a frame of the film, from its original. The frame is the caller's own.
 * @throws where the original is missing or cannot be decoded.
 */
export const makeFrame = async (recipe: Recipe, name: string, ports: PicturePorts): Promise<I420> =>
  framePicture(await readSource(recipe, recipe.film, name, ports), recipe);
