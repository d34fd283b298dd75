import type { Sink } from '../../ports/sink';

/** A file in memory. */
export class MemorySink implements Sink {
  #bytes = new Uint8Array(1 << 20);
  #length = 0;

  write(bytes: Uint8Array, at: number): void {
    const end = at + bytes.length;
    if (end > this.#bytes.length) {
      const larger = new Uint8Array(Math.max(end, 2 * this.#bytes.length));
      larger.set(this.#bytes.subarray(0, this.#length));
      this.#bytes = larger;
    }
    this.#bytes.set(bytes, at);
    this.#length = Math.max(this.#length, end);
  }

  /** All that was written; it stays the sink's own. */
  get bytes(): Uint8Array<ArrayBuffer> {
    return this.#bytes.subarray(0, this.#length);
  }
}
