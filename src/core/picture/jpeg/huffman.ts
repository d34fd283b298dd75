import type { HuffmanSpec } from './read-jpeg';

const FAST = 12;
const ENTRIES = 1 << FAST;
/** Most bits that are passed over in one step: as many as are always held. */
const MOST_BITS = 32;
/** Bytes of a decoding table: see `assembly/jpeg.ts`. */
export const DECODING_BYTES = 4 * ENTRIES + 34 * 4 + 256;

/** Tables made last, by what they were made from: the photos of one camera mostly share theirs. */
const known = new Map<string, Uint8Array>();
const MOST_KNOWN = 16;

/** A table for decoding (ITU-T T.81, annex C and F.2.2.3), laid out as `assembly/jpeg.ts` reads it. */
export function decodingTable(spec: HuffmanSpec): Uint8Array {
  const key = `${spec.counts.join()} ${spec.symbols.join()}`;
  let table = known.get(key);
  if (!table) {
    if (known.size >= MOST_KNOWN) known.clear();
    table = makeDecodingTable(spec);
    known.set(key, table);
  }
  return table;
}

function makeDecodingTable({ counts, symbols }: HuffmanSpec): Uint8Array {
  const table = new Uint8Array(DECODING_BYTES);
  const fast = new Uint16Array(table.buffer, 0, ENTRIES);
  const skips = new Uint16Array(table.buffer, 2 * ENTRIES, ENTRIES);
  const limits = new Int32Array(table.buffer, 4 * ENTRIES, 17);
  const offsets = new Int32Array(table.buffer, 4 * ENTRIES + 68, 17);
  table.set(symbols, 4 * ENTRIES + 136);
  let code = 0;
  let next = 0;
  for (let length = 1; length <= 16; length++) {
    offsets[length] = next - code;
    for (let i = 0; i < (counts[length - 1] as number); i++, code++, next++) {
      if (length > FAST) continue;
      const from = code << (FAST - length);
      fast.fill((length << 8) | (symbols[next] as number), from, from + (1 << (FAST - length)));
    }
    limits[length] = code;
    code <<= 1;
  }
  for (let index = 0; index < ENTRIES; index++) skips[index] = skipOf(fast, index);
  return table;
}

/** Bits of a code with its number, and zigzag places it goes on: to the end for the mark of the block's end. */
function stepOf(entry: number): { readonly bits: number; readonly places: number } {
  const symbol = entry & 255;
  const size = symbol & 15;
  const places = size > 0 ? (symbol >> 4) + 1 : symbol === 0xf0 ? 16 : 64;
  return { bits: (entry >> 8) + size, places };
}

/**
 * How to pass over the symbols that begin with these bits, as many as lie in them: bits << 8 | places. All but the last
 * go on by 16 places at most, so that where 16 are left none but the last can fill the block, which then has no mark at
 * its end.
 */
function skipOf(fast: Uint16Array, index: number): number {
  let bits = 0;
  let places = 0;
  while (bits < FAST && places <= 16) {
    const entry = fast[(index << bits) & (ENTRIES - 1)] as number;
    const step = stepOf(entry);
    // A code must lie wholly within the bits looked at, its number need not.
    if (entry === 0 || bits + (entry >> 8) > FAST || bits + step.bits > MOST_BITS) break;
    bits += step.bits;
    places = Math.min(64, places + step.places);
  }
  return (bits << 8) | places;
}

/** Code and length of every symbol, `code << 8 | length`, 256 entries; 0 where there is none. */
export function encodingTable({ counts, symbols }: HuffmanSpec): Uint32Array {
  const table = new Uint32Array(256);
  let code = 0;
  let next = 0;
  for (let length = 1; length <= 16; length++) {
    for (let i = 0; i < (counts[length - 1] as number); i++, code++, next++)
      table[symbols[next] as number] = (code << 8) | length;
    code <<= 1;
  }
  return table;
}
