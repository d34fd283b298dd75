import { recipeKey, type Recipe } from '../../../core/picture/recipe';
import type { Size } from '../../../core/picture/size';

/** Pictures made at the same time. */
const AT_ONCE = 4;

/**
 * What a picture is made from: `kept` from the small one that is kept of its photo; `fine` from the original; `played` from the small one too, or one
 * that was drawn from it before and packed with a little loss.
 */
export type PictureKind = 'kept' | 'fine' | 'played';

/** A picture that is needed: a recipe at a size. */
export interface PictureWish {
  /** The same for the same recipe at the same size and of the same kind. */
  readonly key: string;
  readonly recipe: Recipe;
  readonly size: Size;
  readonly kind: PictureKind;
}

/** A recipe at a size, in pixels, as something to ask for. */
export const pictureWish = (recipe: Recipe, size: Size, kind: PictureKind = 'kept'): PictureWish => ({
  key: `${recipeKey(recipe)} ${size.width} ${size.height}${kind === 'kept' ? '' : ` ${kind}`}`,
  recipe,
  size,
  kind,
});

/** Where pictures come from, and how many are kept. */
export interface PictureSource {
  /** Makes a picture, which is the caller's own to close; rejects, or gives nothing, where there is none. */
  readonly load: (wish: PictureWish) => Promise<ImageBitmap | undefined>;
  /** Memory that decoded pictures may take together, in bytes. */
  readonly budget: number;
  /** Called when a picture that was wanted is there, or cannot be had. */
  readonly onArrival: (key: string) => void;
}

/**
 * Pictures made ahead of need, by the keys of their recipes and sizes. Owns its bitmaps: they are closed when they
 * make room for others, and all of them on `close`.
 */
export class PictureCache {
  readonly #source: PictureSource;
  // In order of last use: Map keeps the order in which keys are set.
  readonly #bitmaps = new Map<string, ImageBitmap>();
  readonly #loading = new Set<string>();
  readonly #failed = new Set<string>();
  /** By recipe, the keys under which its picture is there, whatever the size. */
  readonly #sizes = new Map<string, Set<string>>();
  #wanted: readonly PictureWish[] = [];
  #bytes = 0;
  #closed = false;

  constructor(source: PictureSource) {
    this.#source = source;
  }

  /** The picture, if it is there; it stays the cache's own. */
  get({ key }: PictureWish): ImageBitmap | undefined {
    return this.#touch(key);
  }

  /** The picture at its size, or in the meantime at another. */
  getAny(wish: PictureWish): ImageBitmap | undefined {
    const exact = this.get(wish);
    if (exact) return exact;
    const [other] = [...(this.#sizes.get(recipeKey(wish.recipe)) ?? [])].slice(-1);
    return other === undefined ? undefined : this.#touch(other);
  }

  #touch(key: string): ImageBitmap | undefined {
    const bitmap = this.#bitmaps.get(key);
    if (bitmap) {
      this.#bitmaps.delete(key);
      this.#bitmaps.set(key, bitmap);
    }
    return bitmap;
  }

  /** Whether it is there, or cannot be had. */
  has({ key }: PictureWish): boolean {
    return this.#bitmaps.has(key) || this.#failed.has(key);
  }

  /** Whether pictures are just being made. */
  get isLoading(): boolean {
    return this.#loading.size > 0;
  }

  /** Says which pictures are needed next, the most urgent first; replaces what was said before. */
  want(wishes: Iterable<PictureWish>): void {
    this.#wanted = [...new Map([...wishes].map((wish) => [wish.key, wish])).values()];
    for (const wish of this.#wanted.toReversed()) this.get(wish);
    this.#makeRoom();
    this.#next();
  }

  /** Tries again for pictures that were not there before: photos have come in. */
  retry(): void {
    this.#failed.clear();
    this.#next();
  }

  close(): void {
    this.#closed = true;
    for (const bitmap of this.#bitmaps.values()) bitmap.close();
    this.#bitmaps.clear();
  }

  #next(): void {
    for (const wish of this.#wanted) {
      if (this.#closed || this.#loading.size >= AT_ONCE) return;
      if (this.has(wish) || this.#loading.has(wish.key)) continue;
      this.#loading.add(wish.key);
      void this.#load(wish);
    }
  }

  async #load(wish: PictureWish): Promise<void> {
    const { key } = wish;
    try {
      const bitmap = await this.#source.load(wish);
      if (!bitmap) throw new Error('not kept');
      if (this.#closed) {
        bitmap.close();
        return;
      }
      this.#bitmaps.set(key, bitmap);
      const recipe = recipeKey(wish.recipe);
      this.#sizes.set(recipe, (this.#sizes.get(recipe) ?? new Set()).add(key));
      this.#bytes += bitmap.width * bitmap.height * 4;
      this.#makeRoom();
    } catch {
      this.#failed.add(key);
    } finally {
      this.#loading.delete(key);
    }
    this.#source.onArrival(key);
    this.#next();
  }

  /** What is wanted stays, though it be more than there is room for: it would only be fetched again. */
  #makeRoom(): void {
    const needed = new Set(this.#wanted.map(({ key }) => key));
    for (const [key, bitmap] of this.#bitmaps) {
      if (this.#bytes <= this.#source.budget) return;
      if (needed.has(key)) continue;
      this.#bitmaps.delete(key);
      this.#forget(key);
      this.#bytes -= bitmap.width * bitmap.height * 4;
      bitmap.close();
    }
  }

  #forget(key: string): void {
    const [recipe = ''] = key.split(' ');
    const keys = this.#sizes.get(recipe);
    keys?.delete(key);
    if (keys?.size === 0) this.#sizes.delete(recipe);
  }
}
