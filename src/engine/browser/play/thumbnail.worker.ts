import { expose } from 'comlink';
import { swapsSides, turnMatrix, type Orientation } from '../../../core/picture/orientation';
import { thumbnails } from '../store/stores';

/** A small picture, turned further than its file says. */
async function turned(picture: Blob, turn: Orientation): Promise<Blob> {
  if (turn === 1) return picture;
  const bitmap = await createImageBitmap(picture);
  try {
    const { width, height } = bitmap;
    const canvas = swapsSides(turn) ? new OffscreenCanvas(height, width) : new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d');
    if (!context) return picture;
    context.setTransform(...turnMatrix(turn, width, height));
    context.drawImage(bitmap, 0, 0);
    return await canvas.convertToBlob({ type: 'image/webp', quality: 0.9 });
  } finally {
    bitmap.close();
  }
}

const worker = {
  /** The address of a photo's small picture, which lives as long as this worker; undefined where none is kept. */
  async address(hash: string, turn: Orientation): Promise<string | undefined> {
    const bytes = await thumbnails.getItem<Uint8Array<ArrayBuffer>>(hash);
    // Making an address waits for the browser's main process: not a wait for the page.
    return bytes ? URL.createObjectURL(await turned(new Blob([bytes]), turn)) : undefined;
  },
};

export type ThumbnailWorker = typeof worker;

expose(worker);
