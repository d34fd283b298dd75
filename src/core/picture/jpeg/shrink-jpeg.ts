import { inTaps, resampleKernel } from '../kernel';
import { MemoryLayout, startAssembly } from '../../assembled/memory-layout';
import { swapsSides, type Orientation } from '../orientation';
import { sizeWithin, type Size } from '../size';
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

/** One plane of bytes in the code's memory, with room behind it for a row and a vector more. */
interface Plane extends Size {
  readonly at: number;
  /** Bytes from one row to the next. */
  readonly stride: number;
  /** The part that the picture covers, in the plane's own pixels; it may end within one. */
  readonly coveredWidth: number;
  readonly coveredHeight: number;
}

/** Y, Cb and Cr, 0 to 255 (JFIF); the colour planes may be smaller than luma. */
type Planes = readonly [Plane, Plane, Plane];

/** What makes one photo small: the code, and the part of its memory that the photo takes. */
interface Work {
  readonly code: JpegCode;
  readonly layout: MemoryLayout;
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

/** Pixels that a block of 8 × 8 becomes across: the fewest that still give the size wanted. */
const blockSide = (jpeg: Size, wanted: Size): 1 | 2 | 4 | 8 =>
  ([1, 2, 4] as const).find(
    (side) => (jpeg.width * side) / 8 >= wanted.width && (jpeg.height * side) / 8 >= wanted.height,
  ) ?? 8;

const planeBytes = (stride: number, rows: number): number => stride * (rows + 1) + 16;

/** The bytes at a place in the code's memory; no longer valid once more is reserved. */
const bytesAt = ({ code }: Work, at: number, length: number): Uint8Array<ArrayBuffer> =>
  new Uint8Array(code.memory.buffer, at, length);

/** Takes room for a plane of a size, all of it picture. */
function newPlane({ code, layout }: Work, { width, height }: Size): Plane {
  const at = layout.take(planeBytes(width, height));
  layout.reserve(code.memory);
  return { width, height, at, stride: width, coveredWidth: width, coveredHeight: height };
}

/** Decodes the scan to `side` pixels a block; undefined when the data is damaged. */
function decode(work: Work, bytes: Uint8Array, jpeg: PlainJpeg, side: number): Plane[] | undefined {
  const { code, layout } = work;
  const { width, height, components } = jpeg;
  const widest = Math.max(...components.map((each) => each.across));
  const tallest = Math.max(...components.map((each) => each.down));
  const unitsAcross = Math.ceil(width / (8 * widest));
  const unitsDown = Math.ceil(height / (8 * tallest));
  const length = bytes.length - jpeg.data;
  const data = layout.take(length + 32);
  const room = layout.take(length + 32);
  const plan = layout.take(components.length * 32);
  const parts = components.map((component) => {
    const stride = unitsAcross * component.across * side;
    const dc = layout.take(DECODING_BYTES);
    const ac = layout.take(DECODING_BYTES);
    const quant = layout.take(256);
    const coveredWidth = (((width * component.across) / widest) * side) / 8;
    const coveredHeight = (((height * component.down) / tallest) * side) / 8;
    // Without the padding at the right and below, which is not picture.
    const plane: Plane = {
      width: Math.ceil(coveredWidth),
      height: Math.ceil(coveredHeight),
      at: layout.take(planeBytes(stride, unitsDown * component.down * side)),
      stride,
      coveredWidth,
      coveredHeight,
    };
    return { component, dc, ac, quant, plane };
  });
  layout.reserve(code.memory);
  const { buffer } = code.memory;
  bytesAt(work, data, length).set(bytes.subarray(jpeg.data));
  parts.forEach(({ component, dc, ac, quant, plane }, i) => {
    bytesAt(work, dc, DECODING_BYTES).set(decodingTable(component.dc));
    bytesAt(work, ac, DECODING_BYTES).set(decodingTable(component.ac));
    new Uint16Array(buffer, quant, 64).set(component.quantisers);
    const facts = [component.across, component.down, dc, ac, quant, plane.at, plane.stride, 0];
    new Int32Array(buffer, plan + i * 32, 8).set(facts);
  });
  const numbers = [plan, components.length, unitsAcross, unitsDown, jpeg.restart, side];
  const failed = code.decodeScan(data, length, room, ...numbers);
  return failed === 0 ? parts.map(({ plane }) => plane) : undefined;
}

function resize(work: Work, plane: Plane, target: Size): Plane {
  const { code, layout } = work;
  const { width, height } = plane;
  const across = inTaps(resampleKernel(width, 0, plane.coveredWidth, target.width), 8);
  const down = inTaps(resampleKernel(height, 0, plane.coveredHeight, target.height), 2);
  const acrossFirst = layout.take(across.first.byteLength);
  const acrossWeights = layout.take(across.weights.byteLength);
  const downFirst = layout.take(down.first.byteLength);
  const downWeights = layout.take(down.weights.byteLength);
  const line = layout.take((width + across.taps) * 2 + 64);
  const made = newPlane(work, target);
  const { buffer } = code.memory;
  new Int32Array(buffer, acrossFirst).set(across.first);
  new Int16Array(buffer, acrossWeights).set(across.weights);
  new Int32Array(buffer, downFirst).set(down.first);
  new Int16Array(buffer, downWeights).set(down.weights);
  code.resizePlane(
    ...[plane.at, width, plane.stride, acrossFirst, acrossWeights, across.taps, target.width],
    ...[downFirst, downWeights, down.taps, target.height, line, made.at],
  );
  return made;
}

const halfOf = ({ width, height }: Size): Size => ({
  width: (width + 1) >> 1,
  height: (height + 1) >> 1,
});

/** The picture's planes at a size, colour at half of it. Grey pictures get colourless planes. */
function resizeAll(work: Work, planes: readonly Plane[], target: Size): Planes {
  const [luma, u, v] = planes as [Plane, Plane?, Plane?];
  const half = halfOf(target);
  const colour = (plane: Plane | undefined): Plane => {
    if (!plane) {
      const grey = newPlane(work, half);
      bytesAt(work, grey.at, half.width * half.height).fill(128);
      return grey;
    }
    // The last column of colour reaches half a pixel beyond an odd side.
    const coveredWidth = (plane.coveredWidth * half.width * 2) / target.width;
    const coveredHeight = (plane.coveredHeight * half.height * 2) / target.height;
    return resize(work, { ...plane, coveredWidth, coveredHeight }, half);
  };
  return [resize(work, luma, target), colour(u), colour(v)];
}

function upright(work: Work, plane: Plane, orientation: Orientation): Plane {
  if (orientation === 1) return plane;
  const pixels = bytesAt(work, plane.at, plane.width * plane.height);
  const { data, ...size } = turnUpright(plane, pixels, 1, orientation);
  const turned = newPlane(work, size);
  bytesAt(work, turned.at, data.length).set(data);
  return turned;
}

function meanOf(bytes: Uint8Array): number {
  let sum = 0;
  // An iterator would take twenty times as long.
  for (let i = 0; i < bytes.length; i++) sum += bytes[i] as number;
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

function encode(work: Work, planes: Planes): SmallJpeg {
  const { code, layout } = work;
  const [{ width, height }] = planes;
  const factorPlaces = factors.map((table) => layout.take(table.byteLength));
  const tables = layout.take(codes.length * 1024);
  // A block takes 64 codes with their numbers, 26 bits each and stuffed, at the very most.
  const blocks = Math.ceil(width / 16) * Math.ceil(height / 16) * 6;
  const out = layout.take(blocks * 416 + 64);
  layout.reserve(code.memory);
  const { buffer } = code.memory;
  factors.forEach((table, i) => new Int16Array(buffer, factorPlaces[i]).set(table));
  codes.forEach((table, i) => new Uint32Array(buffer, tables + i * 1024).set(table));
  const places = planes.map((plane) => plane.at);
  const length = code.encodeScan(...places, width, height, ...factorPlaces, tables, out);
  const header = jpegHeader({ width, height }, quantisers);
  const file = new Uint8Array(header.length + length + 2);
  file.set(header);
  file.set(bytesAt(work, out, length), header.length);
  file.set([0xff, 0xd9], header.length + length);
  return { width, height, bytes: file };
}

/**
 * Makes small upright JPEGs of a JPEG photo, with sides of at most each of `sides`, the largest first; every
 * smaller one is made from the one before. Only what the small pictures need is decoded.
 *
 * Undefined when the photo is not of the plain kind (see `readJpeg`) or is damaged: the browser's own decoder is the
 * way for those. `onDamage` is called where the data breaks off, or cannot be what was stored: decoders fill that with grey
 * and do not complain.
 */
export function shrinkJpeg(
  bytes: Uint8Array,
  orientation: Orientation,
  sides: readonly number[],
  onDamage: () => void = () => undefined,
): ShrunkJpeg | undefined {
  const jpeg = readJpeg(bytes);
  const [largest] = sides;
  if (!code || !jpeg || largest === undefined) return undefined;
  const side = blockSide(jpeg, sizeWithin(jpeg, largest));
  const work: Work = { code, layout: new MemoryLayout() };
  let planes: readonly Plane[] | undefined = decode(work, bytes, jpeg, side);
  if (!planes) {
    onDamage();
    return undefined;
  }
  const pictures: SmallJpeg[] = [];
  let light = 0;
  for (const most of sides) {
    const resized = resizeAll(work, planes, sizeWithin(jpeg, most));
    const [luma] = resized;
    if (most === sides.at(-1)) light = meanOf(bytesAt(work, luma.at, luma.width * luma.height));
    const turned = resized.map((plane) => upright(work, plane, orientation)) as unknown as Planes;
    pictures.push(encode(work, turned));
    planes = resized;
  }
  const [width, height] = swapsSides(orientation) ? [jpeg.height, jpeg.width] : [jpeg.width, jpeg.height];
  return { width, height, pictures, light };
}
