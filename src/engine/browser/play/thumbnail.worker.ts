import { expose, transfer } from 'comlink';
import { swapsSides, turnMatrix, type Orientation } from '../../../core/picture/orientation';
import { thumbnails } from '../store/stores';

async function keptThumbnail(hash: string): Promise<Blob | undefined> {
  const bytes = await thumbnails.getItem<Uint8Array<ArrayBuffer>>(hash);
  return bytes ? new Blob([bytes]) : undefined;
}

/** A small picture, turned further than its file says and made as much larger or smaller as told. */
async function turned(picture: Blob, turn: Orientation, scaleOf: ScaleOf): Promise<OffscreenCanvas> {
  const bitmap = await createImageBitmap(picture);
  try {
    const { width, height } = bitmap;
    const [across, down] = swapsSides(turn) ? [height, width] : [width, height];
    const scale = scaleOf(across, down);
    const canvas = new OffscreenCanvas(Math.ceil(across * scale), Math.ceil(down * scale));
    const context = canvas.getContext('2d');
    if (!context) throw new Error('No canvas to turn a picture on');
    context.scale(scale, scale);
    context.transform(...turnMatrix(turn, width, height));
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0);
    return canvas;
  } finally {
    bitmap.close();
  }
}

/** How much larger a picture of a width and height is to be. */
type ScaleOf = (width: number, height: number) => number;
const asItIs: ScaleOf = () => 1;

const worker = {
  /** The address of a photo's small picture, which lives as long as this worker; undefined where none is kept. */
  async address(hash: string, turn: Orientation): Promise<string | undefined> {
    const kept = await keptThumbnail(hash);
    if (!kept) return undefined;
    const upright =
      turn === 1
        ? kept
        : await (await turned(kept, turn, asItIs)).convertToBlob({ type: 'image/webp', quality: 0.9 });
    // Making an address waits for the browser's main process: not a wait for the page.
    return URL.createObjectURL(upright);
  },

  /** A photo's small picture as pixels, just large enough to fill a box; undefined where none is kept. The caller's to close. */
  async pixels(
    hash: string,
    turn: Orientation,
    box: { readonly width: number; readonly height: number },
  ): Promise<ImageBitmap | undefined> {
    const kept = await keptThumbnail(hash);
    if (!kept) return undefined;
    const canvas = await turned(kept, turn, (width, height) =>
      Math.max(box.width / width, box.height / height),
    );
    const bitmap = canvas.transferToImageBitmap();
    return transfer(bitmap, [bitmap]);
  },
};

export type ThumbnailWorker = typeof worker;

expose(worker);
