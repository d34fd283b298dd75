import { heicTo } from 'heic-to/csp';
import { heifProfile } from '../../../../core/picture/heif';
import type { Pixels } from '../../../../core/picture/pixels';
import { inSrgb, type ForeignPicture } from './foreign-picture';
import { ToldError } from '../../../../core/time/told-error';

/**
 * The main picture of a HEIC file, turned as the file says; telephones tag theirs with a wider profile than sRGB.
 * @throws where it cannot be decoded, with why.
 */
export async function decodeHeic(bytes: Uint8Array<ArrayBuffer>): Promise<ForeignPicture> {
  const bitmap = await heicTo({ blob: new Blob([bytes]), type: 'bitmap' });
  try {
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) throw new ToldError('there is no drawing surface for it');
    context.drawImage(bitmap, 0, 0);
    const { data } = context.getImageData(0, 0, width, height);
    const profile = heifProfile(bytes);
    const pixels: Pixels = { width, height, order: 'RGBA', data };
    return profile ? await inSrgb(pixels, profile) : pixels;
  } finally {
    bitmap.close();
  }
}
