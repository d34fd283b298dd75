import { create } from 'zustand';
import type { Recipe } from '../../core/picture/recipe';
import { sizeWithin, type Size } from '../../core/picture/size';
import { livePicture } from '../../engine/browser/pictures/picture-workers';
import type { Camera } from '../../engine/browser/shoot/camera';

const useMended = create<{ readonly mended: boolean }>(() => ({ mended: false }));

/** Whether the live picture is seen with the light, the colours and the key of its scene. */
export const useLiveMended = (): boolean => useMended((state) => state.mended);

/** Shows it so, or as it comes. */
export const setLiveMended = (mended: boolean): void => useMended.setState({ mended });

/** Pixels of the longer side of what is mended: it is made anew several times a second. */
const SIDE = 640;

/**
 * What is on a camera now, as its recipe shows it, no larger than a size; undefined where it has no picture yet. The caller's to close.
 * @throws where it cannot be made.
 */
export async function mendedFrame(
  camera: Camera,
  recipe: Recipe,
  size: Size,
): Promise<ImageBitmap | undefined> {
  const { width, height } = sizeWithin(camera.liveSize, SIDE);
  if (camera.liveSize.width === 0) return undefined;
  const frame = await createImageBitmap(camera.picture, { resizeWidth: width, resizeHeight: height });
  return livePicture(frame, recipe, sizeWithin(size, SIDE));
}
