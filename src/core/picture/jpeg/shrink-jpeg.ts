import { inTaps, resampleKernel } from '../kernel';
import { MemoryLayout, startAssembly } from '../../assembled/memory-layout';
import { swapsSides, type Orientation } from '../orientation';
import type { Size } from '../placement';
import { turnUpright } from '../upright-pixels';
import { HUFFMAN, QUANTISERS, quantisersFor } from './annex-k';
import { DECODING_BYTES, decodingTable, encodingTable } from './huffman';
import { JPEG_BINARY } from './jpeg-binary';
import { jpegHeader } from './jpeg-header';
import { readJpeg, type PlainJpeg } from './read-jpeg';

interface JpegCode {
  readonly memory: WebAssembly.Memory;
  readonly decodeScan: (...numbers: number[]) => number;
  readonly resizePlane: (...numbers: number[]) => void;
  readonly encodeScan: (...numbers: number[]) => number;
}

const code = startAssembly(JPEG_BINARY) as JpegCode | undefined;

/** One plane of bytes, rows without gaps. */
interface Plane extends Size {
  readonly data: Uint8Array;
}

/** Y, Cb and Cr, 0 to 255 (JFIF); the colour planes may be smaller than luma. */
type Planes = readonly [Plane, Plane, Plane];

/** A decoded plane, and the part of it that the picture covers, in its own pixels; it may end within one. */
interface ShrunkPlane extends Plane {
  readonly coveredWidth: number;
  readonly coveredHeight: number;
}

/** A small picture, upright, as a JPEG file. */
export interface SmallJpeg extends Size {
  readonly bytes: Uint8Array<ArrayBuffer>;
}

export interface ShrunkJpeg {
  /** Pixels of the photo as it stands upright. */
  readonly width: number;
  readonly height: number;
  /** One for each side asked. */
  readonly pictures: readonly SmallJpeg[];
  /** Mean luma of the smallest picture, 0 to 255. */
  readonly light: number;
}

/** The size of a picture with sides of at most `most`, never larger than it is. */
export function sizeWithin({ width, height }: Size, most: number): Size {
  const scale = Math.min(1, most / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
}

/** Pixels that a block of 8 × 8 becomes across: the fewest that still give the size wanted. */
const blockSide = (jpeg: Size, wanted: Size): 1 | 2 | 4 | 8 =>
  ([1, 2, 4] as const).find(
    (side) => (jpeg.width * side) / 8 >= wanted.width && (jpeg.height * side) / 8 >= wanted.height,
  ) ?? 8;

/** Decodes the scan to `side` pixels a block; undefined when the data is damaged. */
function decode(
  { memory, decodeScan }: JpegCode,
  bytes: Uint8Array,
  jpeg: PlainJpeg,
  side: number,
): ShrunkPlane[] | undefined {
  const { width, height, components } = jpeg;
  const widest = Math.max(...components.map((each) => each.across));
  const tallest = Math.max(...components.map((each) => each.down));
  const unitsAcross = Math.ceil(width / (8 * widest));
  const unitsDown = Math.ceil(height / (8 * tallest));
  const length = bytes.length - jpeg.data;
  const layout = new MemoryLayout();
  const data = layout.take(length + 32);
  const room = layout.take(length + 32);
  const plan = layout.take(components.length * 32);
  const parts = components.map((component) => {
    const stride = unitsAcross * component.across * side;
    const rows = unitsDown * component.down * side;
    const dc = layout.take(DECODING_BYTES);
    const ac = layout.take(DECODING_BYTES);
    return {
      component,
      dc,
      ac,
      quant: layout.take(256),
      stride,
      plane: layout.take(stride * rows + 16),
      coveredWidth: (((width * component.across) / widest) * side) / 8,
      coveredHeight: (((height * component.down) / tallest) * side) / 8,
    };
  });
  layout.reserve(memory);
  const { buffer } = memory;
  new Uint8Array(buffer).set(bytes.subarray(jpeg.data), data);
  parts.forEach(({ component, dc, ac, quant, plane, stride }, i) => {
    new Uint8Array(buffer).set(decodingTable(component.dc), dc);
    new Uint8Array(buffer).set(decodingTable(component.ac), ac);
    new Uint16Array(buffer, quant, 64).set(component.quantisers);
    const facts = [component.across, component.down, dc, ac, quant, plane, stride, 0];
    new Int32Array(buffer, plan + i * 32, 8).set(facts);
  });
  const failed = decodeScan(
    data,
    length,
    room,
    plan,
    components.length,
    unitsAcross,
    unitsDown,
    jpeg.restart,
    side,
  );
  if (failed !== 0) return undefined;
  return parts.map(({ plane, stride, coveredWidth, coveredHeight }) => {
    // Without the padding at the right and below, which is not picture.
    const columns = Math.ceil(coveredWidth);
    const rows = Math.ceil(coveredHeight);
    const tight = new Uint8Array(columns * rows);
    for (let y = 0; y < rows; y++)
      tight.set(new Uint8Array(buffer, plane + y * stride, columns), y * columns);
    return { width: columns, height: rows, coveredWidth, coveredHeight, data: tight };
  });
}

function resize({ memory, resizePlane }: JpegCode, plane: ShrunkPlane, target: Size): Plane {
  const { width, height, data } = plane;
  const across = inTaps(resampleKernel(width, 0, plane.coveredWidth, target.width), 8);
  const down = resampleKernel(height, 0, plane.coveredHeight, target.height);
  const layout = new MemoryLayout();
  const source = layout.take(data.length + 16);
  const acrossFirst = layout.take(across.first.byteLength);
  const acrossWeights = layout.take(across.weights.byteLength);
  const downFirst = layout.take(down.first.byteLength);
  const downWeights = layout.take(down.weights.byteLength);
  const line = layout.take((width + across.taps) * 2 + 32);
  const out = layout.take(target.width * target.height);
  layout.reserve(memory);
  const bytes = new Uint8Array(memory.buffer);
  bytes.set(data, source);
  new Int32Array(memory.buffer, acrossFirst).set(across.first);
  new Int16Array(memory.buffer, acrossWeights).set(across.weights);
  new Int32Array(memory.buffer, downFirst).set(down.first);
  new Int16Array(memory.buffer, downWeights).set(down.weights);
  resizePlane(
    ...[source, width, width, acrossFirst, acrossWeights, across.taps, target.width],
    ...[downFirst, downWeights, down.taps, target.height, line, out],
  );
  return { ...target, data: bytes.slice(out, out + target.width * target.height) };
}

const halfOf = ({ width, height }: Size): Size => ({
  width: (width + 1) >> 1,
  height: (height + 1) >> 1,
});

/** The picture's planes at a size, colour at half of it. Grey pictures get colourless planes. */
function resizeAll(run: JpegCode, planes: readonly ShrunkPlane[], target: Size): Planes {
  const [luma, u, v] = planes as [ShrunkPlane, ShrunkPlane?, ShrunkPlane?];
  const half = halfOf(target);
  const colour = (plane: ShrunkPlane | undefined): Plane => {
    if (!plane) return { ...half, data: new Uint8Array(half.width * half.height).fill(128) };
    // The last column of colour reaches half a pixel beyond an odd side.
    const coveredWidth = (plane.coveredWidth * half.width * 2) / target.width;
    const coveredHeight = (plane.coveredHeight * half.height * 2) / target.height;
    return resize(run, { ...plane, coveredWidth, coveredHeight }, half);
  };
  return [resize(run, luma, target), colour(u), colour(v)];
}

const upright = (plane: Plane, orientation: Orientation): Plane =>
  orientation === 1 ? plane : turnUpright(plane, plane.data, 1, orientation);

function meanOf(bytes: Uint8Array): number {
  let sum = 0;
  for (const each of bytes) sum += each;
  return sum / bytes.length;
}

/** Quality of small pictures, on the scale of the reference implementation. */
const QUALITY = 85;
const quantisers = QUANTISERS.map((table) => quantisersFor(table, QUALITY));
const codes = HUFFMAN.map(encodingTable);

// Scale of each frequency in the transform of Arai, Agui and Nakajima.
const AAN = [1, 1.387039845, 1.306562965, 1.175875602, 1, 0.785694958, 0.5411961, 0.275899379] as const;

/** Row and column of each zigzag place. */
const ZIGZAG = Array.from({ length: 64 }, (_, i) => [Math.floor(i / 8), i % 8] as const).sort(
  ([a, b], [c, d]) => a + b - (c + d) || ((a + b) % 2 === 0 ? c - a : a - c),
);

/**
 * What each coefficient is multiplied with, 15 places, stored column by column as the transform leaves them: it
 * is given pixels doubled, and gives coefficients 8 times too large.
 */
const factors = quantisers.map((table) => {
  const turned = new Int16Array(64);
  ZIGZAG.forEach(([row, column], k) => {
    const scale = (AAN[row] as number) * (AAN[column] as number) * 16;
    turned[column * 8 + row] = Math.round(32_768 / ((table[k] as number) * scale));
  });
  return turned;
});

function encode({ memory, encodeScan }: JpegCode, planes: Planes): SmallJpeg {
  const [{ width, height }] = planes;
  const layout = new MemoryLayout();
  const places = planes.map(({ data }) => layout.take(data.length + 16));
  const factorPlaces = factors.map((table) => layout.take(table.byteLength));
  const tables = layout.take(codes.length * 1024);
  // A block takes 64 codes with their numbers, 26 bits each and stuffed, at the very most.
  const blocks = Math.ceil(width / 16) * Math.ceil(height / 16) * 6;
  const out = layout.take(blocks * 416 + 64);
  layout.reserve(memory);
  const bytes = new Uint8Array(memory.buffer);
  planes.forEach(({ data }, i) => bytes.set(data, places[i]));
  factors.forEach((table, i) => new Int16Array(memory.buffer, factorPlaces[i]).set(table));
  codes.forEach((table, i) => new Uint32Array(memory.buffer, tables + i * 1024).set(table));
  const length = encodeScan(...places, width, height, ...factorPlaces, tables, out);
  const header = jpegHeader({ width, height }, quantisers);
  const file = new Uint8Array(header.length + length + 2);
  file.set(header);
  file.set(bytes.subarray(out, out + length), header.length);
  file.set([0xff, 0xd9], header.length + length);
  return { width, height, bytes: file };
}

/**
 * Makes small upright JPEGs of a JPEG photo, with sides of at most each of `sides`, the largest first; every
 * smaller one is made from the one before. Only what the small pictures need is decoded.
 *
 * Undefined when the photo is not of the plain kind (see `readJpeg`) or is damaged: the browser's own decoder is the
 * way for those.
 */
export function shrinkJpeg(
  bytes: Uint8Array,
  orientation: Orientation,
  sides: readonly number[],
): ShrunkJpeg | undefined {
  const jpeg = readJpeg(bytes);
  const [largest] = sides;
  if (!code || !jpeg || largest === undefined) return undefined;
  const side = blockSide(jpeg, sizeWithin(jpeg, largest));
  let planes: readonly ShrunkPlane[] | undefined = decode(code, bytes, jpeg, side);
  if (!planes) return undefined;
  const pictures: SmallJpeg[] = [];
  let light = 0;
  for (const most of sides) {
    const resized = resizeAll(code, planes, sizeWithin(jpeg, most));
    if (most === sides.at(-1)) light = meanOf(resized[0].data);
    const turned = resized.map((plane) => upright(plane, orientation)) as unknown as Planes;
    pictures.push(encode(code, turned));
    planes = resized.map((plane) => ({ ...plane, coveredWidth: plane.width, coveredHeight: plane.height }));
  }
  const [width, height] = swapsSides(orientation) ? [jpeg.height, jpeg.width] : [jpeg.width, jpeg.height];
  return { width, height, pictures, light };
}
