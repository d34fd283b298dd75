import { framePicture } from '../../core/picture/frame-picture';
import type { I420, Rgba } from '../../core/picture/pixels';
import type { Recipe, Source } from '../../core/picture/recipe';
import { renderPicture } from '../../core/picture/render-picture';
import type { Size } from '../../core/picture/size';
import { giveBack, readSource, type PicturePorts } from './read-source';

/**
 * The picture of a recipe as a frame of a video, from its original. The frame is the caller's own.
 * @throws where the original is missing or cannot be decoded.
 */
export const makeFrame = async (
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
): Promise<I420> => withSource(recipe, size, name, ports, (source) => framePicture(source, recipe, size));

/** The same as red, green and blue. */
export const makePicture = async (
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
): Promise<Rgba> => withSource(recipe, size, name, ports, (source) => renderPicture(source, recipe, size));

async function withSource<T>(
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
  make: (source: Source) => T,
): Promise<T> {
  const source = await readSource(recipe, size, name, ports);
  try {
    return make(source);
  } finally {
    giveBack(source, ports);
  }
}
