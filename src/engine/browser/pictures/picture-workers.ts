import { transfer } from 'comlink';
import type { Recipe } from '../../../core/picture/recipe';
import type { Size } from '../../../core/picture/size';
import { WorkerPool } from '../threads/worker-pool';
import type { PictureWorker } from './picture.worker';

const start = (): Worker => new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' });

// Large pictures have workers of their own: a screen full of small ones must not hold up what is played.
const large = new WorkerPool<PictureWorker>('make pictures', start, {
  most: () => Math.max(1, Math.min(4, navigator.hardwareConcurrency || 2)),
  each: 2,
  warm: 4,
});
const small = new WorkerPool<PictureWorker>('make small pictures', start, { each: 4 });

/**
 * A recipe's picture at a size, made from the picture that is played; undefined where that is not kept. The caller's to close.
 * @throws where it cannot be read, or its worker cannot be loaded.
 */
export const largePicture = (recipe: Recipe, size: Size): Promise<ImageBitmap | undefined> =>
  large.run((worker) => worker.picture(recipe, size, 'preview'));

/** The same as a file, packed with a little loss; undefined where it cannot be made. */
export const packedPicture = (recipe: Recipe, size: Size): Promise<Blob | undefined> =>
  large.run((worker) => worker.packed(recipe, size));

/** The same from the original, with all that there is to be seen in it. */
export const finePicture = (recipe: Recipe, size: Size): Promise<ImageBitmap | undefined> =>
  large.run((worker) => worker.fine(recipe, size));

/** The same from the picture that is on tickets. */
export const smallPicture = (recipe: Recipe, size: Size): Promise<ImageBitmap | undefined> =>
  small.run((worker) => worker.picture(recipe, size, 'thumbnail'));

/**
 * A frame of a live picture as a recipe shows it, at a size; the frame is closed. The caller's to close.
 * @throws where it cannot be made, or its worker cannot be loaded.
 */
export const livePicture = (frame: ImageBitmap, recipe: Recipe, size: Size): Promise<ImageBitmap> =>
  small.run((worker) => worker.live(transfer(frame, [frame]), recipe, size));

/** An address of a recipe's small picture for `<img>`, which lives as long as the page; undefined where none is kept. */
export const pictureAddress = (recipe: Recipe, size: Size): Promise<string | undefined> =>
  small.run((worker) => worker.address(recipe, size));
