import type { FilmSettings, Photo } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import { isForeign } from '../../../core/picture/sniff';
import { uprightPixels } from '../../../core/picture/upright-pixels';
import { decodeForeign } from '../photos/foreign/decode-foreign';
import { drawPhoto } from '../play/draw-photo';

/** The shown file's picture at its full size, upright; the caller closes it. */
async function uprightPicture(photo: Photo, original: Blob): Promise<ImageBitmap> {
  const { type, orientation } = fileOf(photo);
  if (!isForeign(type)) return createImageBitmap(new Blob([original], { type }));
  const bytes = new Uint8Array(await original.arrayBuffer());
  const { width, height, data } = uprightPixels(await decodeForeign(bytes, type), orientation);
  return createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));
}

/** A photo as the film shows it, at the film's size, as PNG (ISO/IEC 15948) with 8 bits a channel. */
export async function filmPicture(photo: Photo, settings: FilmSettings, original: Blob): Promise<Blob> {
  const { width, height } = settings;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) throw new Error('There is no drawing surface.');
  const picture = await uprightPicture(photo, original);
  try {
    drawPhoto(context, settings, { x: 0, y: 0, width, height }, photo, picture, 'high');
  } finally {
    picture.close();
  }
  return canvas.convertToBlob({ type: 'image/png' });
}
