import type { Rgba } from '../../../core/picture/pixels';
import { ToldError } from '../../../core/time/told-error';

/** A kind of file for a single picture, and how much it may lose where it may: from 0, the most, to 1. */
export interface ImageForm {
  readonly type: 'image/png' | 'image/jpeg' | 'image/webp';
  readonly quality?: number | undefined;
}

/** A picture as a file, 8 bits a channel. */
export async function imageFile(
  { data, width, height }: Rgba,
  { type, quality }: ImageForm,
): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) throw new ToldError('There is no drawing surface.');
  context.putImageData(new ImageData(data, width, height), 0, 0);
  const blob = await canvas.convertToBlob({ type, ...(quality !== undefined && { quality }) });
  // A browser that cannot write a kind of file writes PNG instead, and says so only here.
  if (blob.type !== type)
    throw new ToldError(`This browser cannot write ${type.slice(6).toUpperCase()} pictures.`);
  return new Uint8Array(await blob.arrayBuffer());
}
