import { heicTo } from 'heic-to/csp';
import type { Pixels } from '../../../../core/picture/pixels';

/** The main picture of a HEIC file, turned as the file says. */
export async function decodeHeic(bytes: Uint8Array<ArrayBuffer>): Promise<Pixels> {
  const bitmap = await heicTo({ blob: new Blob([bytes]), type: 'bitmap' });
  try {
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('there is no drawing surface for it');
    context.drawImage(bitmap, 0, 0);
    return { width, height, order: 'RGBA', data: context.getImageData(0, 0, width, height).data };
  } finally {
    bitmap.close();
  }
}
