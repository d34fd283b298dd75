import { ascii } from '../../bytes/ascii';
import { jpegSegments, startsFrame } from './jpeg-segments';
import { isSrgbProfile } from './is-srgb-profile';

/** One component of a JPEG, as its frame and scan headers describe it. */
export interface JpegComponent {
  /** Sampling factors: blocks across and down in a unit. */
  readonly across: number;
  readonly down: number;
  /** 64 quantisers in zigzag order. */
  readonly quantisers: Uint16Array;
  readonly dc: HuffmanSpec;
  readonly ac: HuffmanSpec;
}

/** A Huffman table as a JPEG defines it: the number of codes of each length from 1 to 16, and the symbols in order. */
export interface HuffmanSpec {
  readonly counts: Uint8Array;
  readonly symbols: Uint8Array;
}

/** What has to be known to decode the scan of a plain JPEG. */
export interface PlainJpeg {
  /** Pixels as stored, not turned. */
  readonly width: number;
  readonly height: number;
  /** One, or Y, Cb and Cr. */
  readonly components: readonly JpegComponent[];
  /** Units between restart markers; 0 for none. */
  readonly restart: number;
  /** Offset of the scan's data. */
  readonly data: number;
}

interface FrameComponent {
  readonly id: number;
  readonly across: number;
  readonly down: number;
  readonly table: number;
}

/** Whether an application segment says that the colours are not plain YCbCr of sRGB. */
function otherColours(marker: number, segment: Uint8Array): boolean {
  if (marker === 0xe2 && ascii(segment, 0, 11) === 'ICC_PROFILE') return !isSrgbProfile(segment.subarray(14));
  // Application segment 14 (ITU-T T.872, 6.5.3) tells the colour transform: 1 is YCbCr.
  return marker === 0xee && segment.length >= 12 && segment[11] !== 1;
}

/**
 * Reads the headers of a JPEG (ITU-T T.81, annex B). Undefined for all but the kind that cameras write:
 * baseline or extended sequential, 8 bits, Huffman codes, grey or YCbCr in one scan, in sRGB.
 */
export function readJpeg(bytes: Uint8Array): PlainJpeg | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const quantisers: (Uint16Array | undefined)[] = [];
  const tables = new Map<number, HuffmanSpec>();
  let frame: { width: number; height: number; components: FrameComponent[] } | undefined;
  let restart = 0;
  for (const { marker, at, end } of jpegSegments(bytes)) {
    const segment = bytes.subarray(at + 4, end);
    if (end > bytes.length || segment.length === 0) return undefined;
    if (marker === 0xdb) readQuantisers(segment, quantisers);
    else if (marker === 0xc4) readHuffman(segment, tables);
    else if (marker === 0xdd) restart = view.getUint16(at + 4);
    else if (marker === 0xc0 || marker === 0xc1) frame = readFrame(segment);
    else if (startsFrame(marker)) return undefined;
    else if (otherColours(marker, segment)) return undefined;
    else if (marker === 0xda) {
      if (!frame || frame.width === 0 || frame.height === 0) return undefined;
      const components = readScan(segment, frame.components, quantisers, tables);
      return components && { width: frame.width, height: frame.height, components, restart, data: end };
    }
  }
  return undefined;
}

function readQuantisers(segment: Uint8Array, tables: (Uint16Array | undefined)[]): void {
  for (let at = 0; at < segment.length;) {
    const head = segment[at++] as number;
    const wide = head >> 4 === 1;
    const table = new Uint16Array(64);
    for (let k = 0; k < 64; k++) {
      table[k] = wide ? ((segment[at] ?? 0) << 8) | (segment[at + 1] ?? 0) : (segment[at] ?? 0);
      at += wide ? 2 : 1;
    }
    tables[head & 15] = table;
  }
}

/** Tables by class and number: DC 0 to 15, AC from 16. */
function readHuffman(segment: Uint8Array, tables: Map<number, HuffmanSpec>): void {
  for (let at = 0; at + 17 <= segment.length;) {
    const head = segment[at] as number;
    const counts = segment.slice(at + 1, at + 17);
    const total = counts.reduce((sum, each) => sum + each, 0);
    tables.set(head, { counts, symbols: segment.slice(at + 17, at + 17 + total) });
    at += 17 + total;
  }
}

function readFrame(segment: Uint8Array): { width: number; height: number; components: FrameComponent[] } {
  const word = (at: number): number => ((segment[at] ?? 0) << 8) | (segment[at + 1] ?? 0);
  const components: FrameComponent[] = [];
  // Only 8 bits a sample: a frame of 12 gets no components and is not plain.
  for (let at = 6; segment[0] === 8 && at + 3 <= segment.length; at += 3) {
    const factors = segment[at + 1] as number;
    components.push({
      id: segment[at] as number,
      across: factors >> 4,
      down: factors & 15,
      table: segment[at + 2] as number,
    });
  }
  return { height: word(1), width: word(3), components };
}

/** Whether the codes of a table fit into 16 bits without overlap, as they must. */
function isSound({ counts, symbols }: HuffmanSpec): boolean {
  let room = 1;
  for (const count of counts) {
    room = room * 2 - count;
    if (room < 0) return false;
  }
  return symbols.length === counts.reduce((sum, each) => sum + each, 0);
}

function readScan(
  segment: Uint8Array,
  frame: readonly FrameComponent[],
  quantisers: readonly (Uint16Array | undefined)[],
  tables: ReadonlyMap<number, HuffmanSpec>,
): JpegComponent[] | undefined {
  const count = segment[0];
  if (count !== frame.length || (count !== 1 && count !== 3)) return undefined;
  const components: JpegComponent[] = [];
  for (const [i, { id, across, down, table }] of frame.entries()) {
    const codes = segment[2 + i * 2] ?? 0;
    const dc = tables.get(codes >> 4);
    const ac = tables.get(16 + (codes & 15));
    const quantiser = quantisers[table];
    if (segment[1 + i * 2] !== id || !dc || !ac || !quantiser || !isSound(dc) || !isSound(ac))
      return undefined;
    if (across < 1 || down < 1 || across > 4 || down > 4) return undefined;
    // A single component is coded block by block, whatever its factors say (T.81, A.2.2).
    const single = count === 1;
    components.push({ across: single ? 1 : across, down: single ? 1 : down, quantisers: quantiser, dc, ac });
  }
  return components;
}
