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

/** Addresses of small pictures for `<img>`; made when first asked for, owned here and revoked on `close`. */
export class ThumbnailUrls {
  readonly #urls = new Map<string, Promise<string | undefined>>();

  /** The address of a photo's small picture, or undefined when none is kept. */
  get(hash: string, turn: Orientation): Promise<string | undefined> {
    const key = `${hash} ${turn}`;
    let url = this.#urls.get(key);
    if (!url) {
      url = thumbnails
        .getItem<Uint8Array<ArrayBuffer>>(hash)
        .then(async (bytes) => bytes && URL.createObjectURL(await turned(new Blob([bytes]), turn)))
        .then((made) => made ?? undefined)
        .catch(() => undefined);
      this.#urls.set(key, url);
      // What is not there yet may come in later.
      void url.then((made) => made ?? this.#urls.delete(key));
    }
    return url;
  }

  close(): void {
    for (const url of this.#urls.values()) void url.then((made) => made && URL.revokeObjectURL(made));
    this.#urls.clear();
  }
}
