import { previews } from '../store/stores';

/** Decoded pictures may take this much memory together, in bytes; about 145 of 960 × 720. */
const BUDGET = 400 * 1024 * 1024;
/** Pictures decoded at the same time. */
const AT_ONCE = 4;

/**
 * Pictures to play, decoded ahead of need. Owns its bitmaps: they are closed when they make room for
 * others, and all of them on `close`.
 */
export class PictureCache {
  // In order of last use: Map keeps the order in which keys are set.
  readonly #bitmaps = new Map<string, ImageBitmap>();
  readonly #loading = new Set<string>();
  readonly #failed = new Set<string>();
  readonly #onArrival: (hash: string) => void;
  #wanted: string[] = [];
  #bytes = 0;
  #closed = false;

  /** `onArrival` is called when a picture that was wanted is there. */
  constructor(onArrival: (hash: string) => void) {
    this.#onArrival = onArrival;
  }

  /** The decoded picture, if it is there; it stays the cache's own. */
  get(hash: string): ImageBitmap | undefined {
    const bitmap = this.#bitmaps.get(hash);
    if (bitmap) {
      this.#bitmaps.delete(hash);
      this.#bitmaps.set(hash, bitmap);
    }
    return bitmap;
  }

  has(hash: string): boolean {
    return this.#bitmaps.has(hash) || this.#failed.has(hash);
  }

  /** Says which pictures are needed next, the most urgent first; replaces what was said before. */
  want(hashes: Iterable<string>): void {
    this.#wanted = [...new Set(hashes)];
    for (const hash of [...this.#wanted].reverse()) this.get(hash);
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
    for (const hash of this.#wanted) {
      if (this.#closed || this.#loading.size >= AT_ONCE) return;
      if (this.has(hash) || this.#loading.has(hash)) continue;
      this.#loading.add(hash);
      void this.#load(hash);
    }
  }

  async #load(hash: string): Promise<void> {
    try {
      const blob = await previews.getItem<Blob>(hash);
      if (!blob) throw new Error('not kept');
      const bitmap = await createImageBitmap(blob);
      if (this.#closed) {
        bitmap.close();
        return;
      }
      this.#bitmaps.set(hash, bitmap);
      this.#bytes += bitmap.width * bitmap.height * 4;
      this.#makeRoom();
    } catch {
      this.#failed.add(hash);
    } finally {
      this.#loading.delete(hash);
    }
    this.#onArrival(hash);
    this.#next();
  }

  #makeRoom(): void {
    const needed = new Set(this.#wanted);
    for (const [hash, bitmap] of this.#bitmaps) {
      if (this.#bytes <= BUDGET) return;
      if (needed.has(hash) && this.#bitmaps.size <= this.#wanted.length) continue;
      this.#bitmaps.delete(hash);
      this.#bytes -= bitmap.width * bitmap.height * 4;
      bitmap.close();
    }
  }
}
