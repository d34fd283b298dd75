import type { Orientation } from '../../../core/picture/orientation';
import { thumbnailWorker } from './thumbnail-worker';

/** Small pictures fetched at the same time: a page that scrolls must not be handed fifty at once. */
const AT_ONCE = 4;

interface Wish {
  readonly hash: string;
  readonly turn: Orientation;
  readonly onMade: (url: string) => void;
}

/** Addresses of small pictures for `<img>`, made by a worker when first wished for; they live as long as the page. */
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

  #next(): void {
    for (const { hash, turn } of this.#wishes) {
      if (this.#fetching.size >= AT_ONCE) return;
      if (!this.#fetching.has(keyOf(hash, turn))) void this.#fetch(hash, turn);
    }
  }

  async #fetch(hash: string, turn: Orientation): Promise<void> {
    const key = keyOf(hash, turn);
    this.#fetching.add(key);
    // A picture that cannot be read is as good as none.
    const url =
      this.#urls.get(key) ??
      (await thumbnailWorker()
        .address(hash, turn)
        .catch(() => undefined));
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
