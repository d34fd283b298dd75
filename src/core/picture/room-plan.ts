import type { RenderCode } from './render-code';

/** The pieces of room that making a picture takes, all asked for before the first is used. */
export class RoomPlan {
  readonly #sizes: number[] = [];
  #pieces: readonly Uint8Array[] = [];

  /** Asks for so many bytes; the function given back tells where they are, once `open` was called. */
  take(bytes: number): () => Uint8Array {
    const at = this.#sizes.push(bytes) - 1;
    return () => this.#pieces[at] as Uint8Array;
  }

  /** Asks for so many 16-bit numbers. */
  takeNumbers(count: number): () => Int16Array {
    const piece = this.take(count * 2);
    return () => {
      const { buffer, byteOffset } = piece();
      return new Int16Array(buffer, byteOffset, count);
    };
  }

  /** Asks for so many whole numbers of 32 bits. */
  takeWhole(count: number): () => Int32Array {
    const piece = this.take(count * 4);
    return () => {
      const { buffer, byteOffset } = piece();
      return new Int32Array(buffer, byteOffset, count);
    };
  }

  /** Asks for so many numbers of 32 bits with a point. */
  takeFloats(count: number): () => Float32Array {
    const piece = this.take(count * 4);
    return () => {
      const { buffer, byteOffset } = piece();
      return new Float32Array(buffer, byteOffset, count);
    };
  }

  open(code: RenderCode): void {
    this.#pieces = code.room(this.#sizes);
  }
}
