/** Bytes of a value of each type (TIFF 6.0, page 15; 13 is that of the supplement). */
const SIZES: Readonly<Record<number, number>> = {
  ...{ 1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 6: 1, 7: 1, 8: 2, 9: 4, 10: 8, 11: 4, 12: 8, 13: 4 },
};

const WIDTH = 256;
const HEIGHT = 257;
const BITS = 258;
const COMPRESSION = 259;
const STRIP_BYTES = 279;
const SAMPLES = 277;
const TILE_BYTES = 325;
const SUB_DIRECTORIES: readonly number[] = [330, 34_665, 34_853];

/** No way of packing that TIFF knows makes more than so many bytes out of one: deflate does 1,032, LZW some 2,700. */
const MOST_PACKED = 3000;

/** The most directories of one file that are gone through. */
const MOST_DIRECTORIES = 200;

interface Entry {
  readonly count: number;
  /** The values, read when they are wanted; of whole numbers only. */
  readonly values: () => readonly number[];
}

/** The entries of a directory by tag, and where the next one is; undefined where it does not lie within the file. */
function readDirectory(
  view: DataView,
  at: number,
  little: boolean,
): { readonly entries: ReadonlyMap<number, Entry>; readonly next: number } | undefined {
  const length = view.byteLength;
  if (at < 8 || at + 2 > length) return undefined;
  const count = view.getUint16(at, little);
  const end = at + 2 + count * 12;
  if (count === 0 || end > length) return undefined;
  const entries = new Map<number, Entry>();
  for (let i = 0; i < count; i++) {
    const entry = at + 2 + i * 12;
    const type = view.getUint16(entry + 2, little);
    const values = view.getUint32(entry + 4, little);
    const bytes = values * (SIZES[type] ?? 1);
    const from = bytes <= 4 ? entry + 8 : view.getUint32(entry + 8, little);
    if (from + bytes > length) return undefined;
    const read = (k: number): number =>
      type === 3
        ? view.getUint16(from + 2 * k, little)
        : type === 4 || type === 13
          ? view.getUint32(from + 4 * k, little)
          : 0;
    entries.set(view.getUint16(entry, little), {
      count: values,
      values: () => Array.from({ length: values }, (_, k) => read(k)),
    });
  }
  return { entries, next: end + 4 <= length ? view.getUint32(end, little) : 0 };
}

/** Whether a page claims more pixels than its bytes can be unpacked to. */
function claimsTooMuch(entries: ReadonlyMap<number, Entry>): boolean {
  const first = (tag: number, otherwise: number): number => entries.get(tag)?.values()[0] ?? otherwise;
  const bits = entries.get(BITS)?.values() ?? [1];
  const samples = first(SAMPLES, 1);
  const perPixel =
    bits.length >= samples ? bits.reduce((sum, each) => sum + each, 0) : (bits[0] ?? 1) * samples;
  const claimed = (first(WIDTH, 0) * first(HEIGHT, 0) * perPixel) / 8;
  const held = (entries.get(STRIP_BYTES) ?? entries.get(TILE_BYTES))?.values() ?? [];
  const bytes = held.reduce((sum, each) => sum + each, 0);
  if (bytes === 0) return false;
  // What is not packed may lack its end, as a copy that broke off does.
  return claimed > bytes * (first(COMPRESSION, 1) === 1 ? 4 : MOST_PACKED);
}

/**
 * What is wrong with a TIFF by its directories, so that who decodes it need not go through them in circles, or make room for
 * pixels that it does not have: as a part of a sentence; undefined where nothing is.
 */
export function tiffFault(bytes: Uint8Array): string | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 8) return 'it breaks off before its first page';
  const little = bytes[0] === 0x49;
  const seen = new Set<number>();
  const waiting = [view.getUint32(4, little)];
  for (let at = waiting.shift(); at !== undefined; at = waiting.shift()) {
    if (seen.has(at)) return 'its directories point at each other in a circle';
    seen.add(at);
    if (seen.size > MOST_DIRECTORIES) return 'it has more pages than can be gone through';
    const directory = readDirectory(view, at, little);
    if (!directory) return seen.size === 1 ? 'its directory is damaged' : undefined;
    const { entries, next } = directory;
    if (seen.size === 1 && claimsTooMuch(entries)) return 'it claims many more pixels than it holds';
    for (const tag of SUB_DIRECTORIES) {
      const sub = entries.get(tag);
      if (sub && sub.count > MOST_DIRECTORIES) return 'its directory is damaged';
      waiting.push(...(sub?.values() ?? []));
    }
    if (next !== 0) waiting.push(next);
  }
  return undefined;
}
