import { PictureCache, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { finePicture, largePicture } from '../../engine/browser/pictures/picture-workers';
import { sayFault } from '../shell/say-fault';

/** Memory for the pictures of ghosts, in bytes: eleven of 1920 × 1080, and what was there before. */
const BUDGET = 160 * 1024 * 1024;

/** Makes the pictures that are laid over the live one. Who has it closes it. */
export const ghostPictures = (onArrival: () => void): PictureCache =>
  new PictureCache({
    load: ({ recipe, size, kind }: PictureWish) =>
      (kind === 'fine' ? finePicture : largePicture)(recipe, size).catch(sayFault),
    budget: BUDGET,
    onArrival,
  });
