import type { ShotType } from '../../../core/shoot/shot-name';

/** How well photos are packed that the browser makes, 0 to 1. */
const QUALITY = 0.95;

/** A drawn picture as the file of a photo: JPEG at 95, or PNG. */
export const encodePicture = (canvas: OffscreenCanvas, type: ShotType): Promise<Blob> =>
  canvas.convertToBlob({ type, quality: QUALITY });
