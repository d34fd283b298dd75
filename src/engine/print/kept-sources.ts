import type { Source } from '../../core/picture/recipe';

/**
 * Decoded pictures that photo after photo has painted in, such as a clean plate: the last few stay, and are decoded once. They are read
 * only, and belong to nobody else.
 */
export class KeptSources {
  readonly #known = new Map<string, Promise<Source>>();
  readonly #most: number;

  /** `most` is how many stay. */
  constructor(most: number) {
    this.#most = most;
  }

  /** A picture by its name; made where it is not there. */
  get(key: string, make: () => Promise<Source>): Promise<Source> {
    let source = this.#known.get(key);
    if (!source) {
      source = make();
      source.catch(() => this.#known.delete(key));
    }
    this.#known.delete(key);
    this.#known.set(key, source);
    for (const eldest of this.#known.keys()) if (this.#known.size > this.#most) this.#known.delete(eldest);
    return source;
  }
}
