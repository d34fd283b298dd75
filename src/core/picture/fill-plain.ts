import { BT709, CHROMA_ZERO, COLOUR_BITS, LUMA_ZERO } from './bt709';
import type { FillJob } from './fill-job';
import { WEIGHT_BITS } from './kernel';
import type { I420, Rgba } from './pixels';

// Rows between the two passes keep 4 bits below the byte.
const ROW_BITS = 4;
const ACROSS_SHIFT = WEIGHT_BITS - ROW_BITS;
const DOWN_SHIFT = WEIGHT_BITS + ROW_BITS;
const ACROSS_HALF = 1 << (ACROSS_SHIFT - 1);
const DOWN_HALF = 1 << (DOWN_SHIFT - 1);

/**
 * Fills a frame in plain JavaScript: the measure for the vector code in `fill-vector.ts`, which gives the
 * same bytes, and the way for browsers without vector instructions.
 */
export function fillPlain({ pixels, frame, target, background, walk, across, down }: FillJob): void {
  // A ring of resampled rows, as many as the vertical filter reads at once.
  const ring = Array.from({ length: down.taps }, () => new Int16Array(target.width * 3));
  let rowsDone = down.first[0] ?? 0;
  const blank = Uint8Array.from({ length: frame.width * 3 }, (_, i) => background[i % 3] as number);
  const lines = [blank, blank.slice()] as const;
  const swap = pixels.order.startsWith('B');

  for (let y = 0; y < target.height; y++) {
    const top = down.first[y] as number;
    rowsDone = Math.max(rowsDone, top);
    for (; rowsDone < top + down.taps; rowsDone++) {
      const row = ring[rowsDone % down.taps] as Int16Array;
      rowAcross(pixels.data, walk.origin + rowsDone * walk.perRow, walk.perColumn, across, swap, row);
    }
    const line = lines[y % 2] as Uint8Array;
    rowDown(
      ring,
      top,
      down.weights,
      y * down.taps,
      line.subarray(target.x * 3, (target.x + target.width) * 3),
    );
    if (y % 2 === 1) convertPair(lines, 3, frame, target.y + y - 1);
  }
}

/** Converts a finished picture two rows at a time, in plain JavaScript: the measure for the vector code. */
export function convertRows({ width, height, data }: Rgba, frame: I420): void {
  const row = (y: number): Uint8ClampedArray => data.subarray(y * width * 4, (y + 1) * width * 4);
  for (let y = 0; y < height; y += 2) convertPair([row(y), row(y + 1)], 4, frame, y);
}

type Line = Uint8Array | Uint8ClampedArray;

/** Two lines of `stride` bytes a pixel, as wide as the frame, into its lines `y` and `y + 1`. */
function convertPair(
  [even, odd]: readonly [Line, Line],
  stride: number,
  { width, height, data }: I420,
  y: number,
): void {
  writeLuma(even, stride, data, y * width);
  writeLuma(odd, stride, data, (y + 1) * width);
  writeChroma([even, odd], stride, data, width * height, (y / 2) * (width / 2));
}

/** One source row resampled to the target's width, as R, G, B with ROW_BITS below the byte. */
function rowAcross(
  data: Uint8Array | Uint8ClampedArray,
  origin: number,
  perColumn: number,
  { taps, first, weights }: { taps: number; first: Int32Array; weights: Int16Array },
  swap: boolean,
  row: Int16Array,
): void {
  const stride = perColumn * 4;
  const redAt = swap ? 2 : 0;
  for (let x = 0, out = 0, w = 0; x < first.length; x++, out += 3) {
    let at = (origin + (first[x] as number) * perColumn) * 4;
    let a = ACROSS_HALF;
    let b = ACROSS_HALF;
    let c = ACROSS_HALF;
    for (let k = 0; k < taps; k++, w++, at += stride) {
      const weight = weights[w] as number;
      a += weight * (data[at] as number);
      b += weight * (data[at + 1] as number);
      c += weight * (data[at + 2] as number);
    }
    row[out + redAt] = a >> ACROSS_SHIFT;
    row[out + 1] = b >> ACROSS_SHIFT;
    row[out + 2 - redAt] = c >> ACROSS_SHIFT;
  }
}

/** The vertical filter over the rows from `top` on, to bytes. */
function rowDown(ring: Int16Array[], top: number, weights: Int16Array, from: number, line: Uint8Array): void {
  const taps = ring.length;
  const rows = ring.map((_, k) => ring[(top + k) % taps] as Int16Array);
  const w = rows.map((_, k) => weights[from + k] as number);
  for (let i = 0; i < line.length; i++) {
    let sum = DOWN_HALF;
    for (let k = 0; k < taps; k++) sum += (w[k] as number) * ((rows[k] as Int16Array)[i] as number);
    const value = sum >> DOWN_SHIFT;
    line[i] = value < 0 ? 0 : value > 255 ? 255 : value;
  }
}

function writeLuma(line: Line, stride: number, data: Uint8Array, at: number): void {
  const { yr, yg, yb } = BT709;
  for (let i = 0; i < line.length; i += stride) {
    data[at++] =
      (yr * (line[i] as number) + yg * (line[i + 1] as number) + yb * (line[i + 2] as number) + LUMA_ZERO) >>
      COLOUR_BITS;
  }
}

/** Cb and Cr of two lines: 1-2-1 across around each even column, the mean of both lines down. */
function writeChroma(
  lines: readonly [Line, Line],
  stride: number,
  data: Uint8Array,
  planes: number,
  at: number,
): void {
  const { ur, ug, ub, vr, vg, vb } = BT709;
  const half = planes / 4;
  const { length } = lines[0];
  for (let i = 0; i < length; i += 2 * stride) {
    const places = [i === 0 ? 0 : i - stride, i, i + stride] as const;
    const [r, g, b] = [weigh(lines, places, 0), weigh(lines, places, 1), weigh(lines, places, 2)];
    data[planes + at] = (ur * r + ug * g + ub * b + CHROMA_ZERO * 8) >> (COLOUR_BITS + 3);
    data[planes + half + at] = (vr * r + vg * g + vb * b + CHROMA_ZERO * 8) >> (COLOUR_BITS + 3);
    at++;
  }
}

const weigh = (
  [even, odd]: readonly [Line, Line],
  [left, middle, right]: readonly [number, number, number],
  c: number,
): number =>
  (even[left + c] as number) +
  (odd[left + c] as number) +
  2 * ((even[middle + c] as number) + (odd[middle + c] as number)) +
  (even[right + c] as number) +
  (odd[right + c] as number);
