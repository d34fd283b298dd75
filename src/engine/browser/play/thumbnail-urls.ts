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

/** Small pictures fetched at the same time: a page that scrolls must not be handed fifty at once. */
const AT_ONCE = 4;

interface Wish {
  readonly hash: string;
  readonly turn: Orientation;
  readonly onMade: (url: string) => void;
}

/** Addresses of small pictures for `<img>`; made when first wished for, owned here and revoked on `close`. */
export class ThumbnailUrls {
  readonly #urls = new Map<string, string>();
  readonly #wishes = new Set<Wish>();
  readonly #fetching = new Set<string>();

  /** The address of a photo's small picture, where it was made before. */
  known(hash: string, turn: Orientation): string | undefined {
    return this.#urls.get(keyOf(hash, turn));
  }

  /**
   * Tells the address of a photo's small picture as soon as there is one; never when none is kept. The function
   * given back takes the wish back: what has scrolled out of sight need not be fetched.
   */
  wish(hash: string, turn: Orientation, onMade: (url: string) => void): () => void {
    const wish = { hash, turn, onMade };
    this.#wishes.add(wish);
    this.#next();
    return () => this.#wishes.delete(wish);
  }

  close(): void {
    this.#wishes.clear();
    for (const url of this.#urls.values()) URL.revokeObjectURL(url);
    this.#urls.clear();
  }

  #next(): void {
    for (const { hash, turn } of this.#wishes) {
      if (this.#fetching.size >= AT_ONCE) return;
      if (!this.#fetching.has(keyOf(hash, turn))) void this.#fetch(hash, turn);
    }
  }

  async #fetch(hash: string, turn: Orientation): Promise<void> {
    const key = keyOf(hash, turn);
    this.#fetching.add(key);
    let url = this.#urls.get(key);
    try {
      const bytes = url === undefined && (await thumbnails.getItem<Uint8Array<ArrayBuffer>>(hash));
      if (bytes) url = URL.createObjectURL(await turned(new Blob([bytes]), turn));
    } catch {
      // A picture that cannot be read is as good as none.
    }
    if (url !== undefined) this.#urls.set(key, url);
    this.#fetching.delete(key);
    for (const wish of [...this.#wishes]) {
      if (keyOf(wish.hash, wish.turn) !== key) continue;
      this.#wishes.delete(wish);
      if (url !== undefined) wish.onMade(url);
    }
    this.#next();
  }
}

const keyOf = (hash: string, turn: Orientation): string => `${hash} ${turn}`;
