import { framePicture } from '../../core/picture/frame-picture';
import type { I420, Rgba } from '../../core/picture/pixels';
import type { Recipe } from '../../core/picture/recipe';
import { renderPicture } from '../../core/picture/render-picture';
import type { Size } from '../../core/picture/size';
import { readSource, type PicturePorts } from './read-source';

/**
 * The picture of a recipe as a frame of a video, from its original. The frame is the caller's own.
 * @throws where the original is missing or cannot be decoded.
 */
export const makeFrame = async (
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
): Promise<I420> => framePicture(await readSource(recipe, size, name, ports), recipe, size);

/** The same as red, green and blue. */
export const makePicture = async (
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
): Promise<Rgba> => renderPicture(await readSource(recipe, size, name, ports), recipe, size);
