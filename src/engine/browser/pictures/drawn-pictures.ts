/** Pictures that were drawn ahead of being played and packed, by the keys of their wishes. They live as long as the page. */
export class DrawnPictures {
  readonly #files = new Map<string, Blob>();
  readonly #budget: number;
  #bytes = 0;

  /** `budget` is the most that they may take together, in bytes. */
  constructor(budget: number) {
    this.#budget = budget;
  }

  has(key: string): boolean {
    return this.#files.has(key);
  }

  get(key: string): Blob | undefined {
    return this.#files.get(key);
  }

  /** Keeps a picture; others go that are not `needed`, the eldest first. Tells whether there was room for it. */
  put(key: string, file: Blob, needed: (key: string) => boolean): boolean {
    for (const [eldest, { size }] of this.#files) {
      if (this.#bytes + file.size <= this.#budget) break;
      if (needed(eldest)) continue;
      this.#files.delete(eldest);
      this.#bytes -= size;
    }
    if (this.#bytes + file.size > this.#budget) return false;
    this.#files.set(key, file);
    this.#bytes += file.size;
    return true;
  }
}
