/** Reads bits, the highest of each byte first, and the numbers of variable length of H.264 (ISO/IEC 14496-10, 9.1). */
export class BitReader {
  readonly #bytes: Uint8Array;
  /** Bits read so far. */
  at = 0;

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
  }

  bit(): number {
    const byte = this.#bytes[this.at >> 3] ?? 0;
    return (byte >> (7 - (this.at++ & 7))) & 1;
  }

  /** A number of so many bits, at most 32. */
  bits(count: number): number {
    let value = 0;
    for (let i = 0; i < count; i++) value = value * 2 + this.bit();
    return value;
  }

  /** ue(v). */
  unsigned(): number {
    let zeros = 0;
    while (zeros < 32 && this.bit() === 0) zeros++;
    return 2 ** zeros - 1 + this.bits(zeros);
  }

  /** se(v). */
  signed(): number {
    const code = this.unsigned();
    return code % 2 === 1 ? (code + 1) / 2 : 0 - code / 2;
  }
}

/** Writes what `BitReader` reads. */
export class BitWriter {
  readonly #bytes: number[] = [];
  #used = 8;

  bit(value: number): void {
    if (this.#used === 8) {
      this.#bytes.push(0);
      this.#used = 0;
    }
    const last = this.#bytes.length - 1;
    this.#bytes[last] = (this.#bytes[last] ?? 0) | ((value & 1) << (7 - this.#used++));
  }

  bits(value: number, count: number): void {
    for (let i = count - 1; i >= 0; i--) this.bit(Math.floor(value / 2 ** i) % 2);
  }

  /** ue(v). */
  unsigned(value: number): void {
    const length = Math.floor(Math.log2(value + 1));
    this.bits(0, length);
    this.bits(value + 1, length + 1);
  }

  /** se(v). */
  signed(value: number): void {
    this.unsigned(value > 0 ? 2 * value - 1 : -2 * value);
  }

  /** A one, and zeros up to a whole byte (rbsp_trailing_bits). */
  close(): Uint8Array<ArrayBuffer> {
    this.bit(1);
    return Uint8Array.from(this.#bytes);
  }
}
