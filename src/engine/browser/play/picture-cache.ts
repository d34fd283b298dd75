/** Pictures decoded at the same time. */
const AT_ONCE = 4;

/** Where pictures come from, and how many are kept. */
export interface PictureSource {
  /** Decodes a picture, which is the caller's own to close; rejects, or gives nothing, where there is none. */
  readonly load: (key: string) => Promise<ImageBitmap | undefined>;
  /** Memory that decoded pictures may take together, in bytes. */
  readonly budget: number;
  /** Called when a picture that was wanted is there, or cannot be had. */
  readonly onArrival: (key: string) => void;
}

/**
 * Pictures decoded ahead of need, by the hash or another key of their file. Owns its bitmaps: they are closed when they
 * make room for others, and all of them on `close`.
 */
export class PictureCache {
  readonly #source: PictureSource;
  // In order of last use: Map keeps the order in which keys are set.
  readonly #bitmaps = new Map<string, ImageBitmap>();
  readonly #loading = new Set<string>();
  readonly #failed = new Set<string>();
  #wanted: string[] = [];
  #bytes = 0;
  #closed = false;

  constructor(source: PictureSource) {
    this.#source = source;
  }

  /** The decoded picture, if it is there; it stays the cache's own. */
  get(key: string): ImageBitmap | undefined {
    const bitmap = this.#bitmaps.get(key);
    if (bitmap) {
      this.#bitmaps.delete(key);
      this.#bitmaps.set(key, bitmap);
    }
    return bitmap;
  }

  has(key: string): boolean {
    return this.#bitmaps.has(key) || this.#failed.has(key);
  }

  /** Says which pictures are needed next, the most urgent first; replaces what was said before. */
  want(keys: Iterable<string>): void {
    this.#wanted = [...new Set(keys)];
    for (const key of [...this.#wanted].reverse()) this.get(key);
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
    for (const key of this.#wanted) {
      if (this.#closed || this.#loading.size >= AT_ONCE) return;
      if (this.has(key) || this.#loading.has(key)) continue;
      this.#loading.add(key);
      void this.#load(key);
    }
  }

  async #load(key: string): Promise<void> {
    try {
      const bitmap = await this.#source.load(key);
      if (!bitmap) throw new Error('not kept');
      if (this.#closed) {
        bitmap.close();
        return;
      }
      this.#bitmaps.set(key, bitmap);
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
    const needed = new Set(this.#wanted);
    for (const [key, bitmap] of this.#bitmaps) {
      if (this.#bytes <= this.#source.budget) return;
      if (needed.has(key)) continue;
      this.#bitmaps.delete(key);
      this.#bytes -= bitmap.width * bitmap.height * 4;
      bitmap.close();
    }
  }
}
