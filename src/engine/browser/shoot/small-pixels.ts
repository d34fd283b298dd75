import type { Rgba } from '../../../core/picture/pixels';
import { thumbnails } from '../store/stores';

/** The small picture of a photo that is kept, by the hash of its file; undefined where there is none. */
export async function smallPixels(hash: string): Promise<Rgba | undefined> {
  const bytes = await thumbnails.getItem<Uint8Array<ArrayBuffer>>(hash);
  if (!bytes) return undefined;
  const bitmap = await createImageBitmap(new Blob([bytes]));
  try {
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    context?.drawImage(bitmap, 0, 0);
    return context?.getImageData(0, 0, width, height);
  } finally {
    bitmap.close();
  }
}
