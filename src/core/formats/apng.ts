import { ascii } from '../bytes/ascii';
import { crc32 } from './crc32';

/** How a PNG begins (ISO/IEC 15948, 5.2). */
const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);

/** The longest that a picture stays, in thousandths of a second: it is kept in two bytes. Readers count no finer (common practice). */
export const LONGEST_APNG = 65_535;

interface Chunk {
  readonly type: string;
  readonly data: Uint8Array;
}

/** The chunks of a PNG. */
function* chunksOf(png: Uint8Array): Generator<Chunk> {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  for (let at = SIGNATURE.length; at + 12 <= png.length;) {
    const length = view.getUint32(at);
    yield { type: ascii(png, at + 4, 4), data: png.subarray(at + 8, at + 8 + length) };
    at += 12 + length;
  }
}

function chunk(type: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(12 + data.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  bytes.set(new TextEncoder().encode(type), 4);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, crc32(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

/**
 * Writes an animated PNG out of PNGs of one size and kind (PNG Specification, third edition, W3C 2025, 11.3.5): their pictures as they are
 * compressed, each with how long it stays, in thousandths of a second.
 */
export class ApngWriter {
  #sequence = 0;
  readonly #pictures: number;
  readonly #runs: number;

  /** `runs` is how often all of it is shown, 0 for ever. */
  constructor(pictures: number, runs: number) {
    this.#pictures = pictures;
    this.#runs = runs;
  }

  /** The bytes of the next picture; the first is what a reader shows that knows no animation. */
  picture(png: Uint8Array, thousandths: number): readonly Uint8Array[] {
    const chunks = [...chunksOf(png)];
    const head = chunks.find(({ type }) => type === 'IHDR');
    if (!head) throw new Error('A picture is not a PNG.');
    const isFirst = this.#sequence === 0;
    const control = new Uint8Array(26);
    const view = new DataView(control.buffer);
    view.setUint32(0, this.#sequence++);
    // All of the picture, from its corner on; what was there is replaced.
    control.set(head.data.subarray(0, 8), 4);
    view.setUint16(20, thousandths);
    view.setUint16(22, 1000);
    const out: Uint8Array[] = [];
    if (isFirst) {
      const animation = new Uint8Array(8);
      const counts = new DataView(animation.buffer);
      counts.setUint32(0, this.#pictures);
      counts.setUint32(4, this.#runs);
      out.push(SIGNATURE, chunk('IHDR', head.data));
      // What stands before the picture says how its colours are meant.
      for (const { type, data } of chunks) {
        if (type === 'IDAT') break;
        if (type !== 'IHDR') out.push(chunk(type, data));
      }
      out.push(chunk('acTL', animation));
    }
    out.push(chunk('fcTL', control));
    for (const { type, data } of chunks) {
      if (type !== 'IDAT') continue;
      if (isFirst) {
        out.push(chunk('IDAT', data));
        continue;
      }
      const numbered = new Uint8Array(4 + data.length);
      new DataView(numbered.buffer).setUint32(0, this.#sequence++);
      numbered.set(data, 4);
      out.push(chunk('fdAT', numbered));
    }
    return out;
  }

  /** How the file ends. */
  end(): Uint8Array {
    return chunk('IEND', new Uint8Array(0));
  }
}
