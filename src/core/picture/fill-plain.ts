import { BT709, CHROMA_ZERO, COLOUR_BITS, LUMA_ZERO } from './bt709';
import type { FillJob } from './fill-job';
import { WEIGHT_BITS } from './kernel';

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
export function fillPlain({ pixels, frame, target, walk, across, down }: FillJob): void {
  // A ring of resampled rows, as many as the vertical filter reads at once.
  const rowLength = target.width * 3;
  const ring = Array.from({ length: down.taps }, () => new Int16Array(rowLength));
  let rowsDone = down.first[0] ?? 0;
  const even = new Uint8Array(rowLength);
  const odd = new Uint8Array(rowLength);
  const swap = pixels.order.startsWith('B');

  for (let y = 0; y < target.height; y++) {
    const top = down.first[y] as number;
    rowsDone = Math.max(rowsDone, top);
    for (; rowsDone < top + down.taps; rowsDone++) {
      const row = ring[rowsDone % down.taps] as Int16Array;
      rowAcross(pixels.data, walk.origin + rowsDone * walk.perRow, walk.perColumn, across, swap, row);
    }
    const line = y % 2 === 0 ? even : odd;
    rowDown(ring, top, down.weights, y * down.taps, line);
    writeLuma(line, frame.data, (target.y + y) * frame.width + target.x);
    if (y % 2 === 1) {
      const at = ((target.y + y - 1) / 2) * (frame.width / 2) + target.x / 2;
      writeChroma(even, odd, frame.data, frame.width * frame.height, at);
    }
  }
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

function writeLuma(line: Uint8Array, data: Uint8Array, at: number): void {
  const { yr, yg, yb } = BT709;
  for (let i = 0; i < line.length; i += 3) {
    data[at++] =
      (yr * (line[i] as number) + yg * (line[i + 1] as number) + yb * (line[i + 2] as number) + LUMA_ZERO) >>
      COLOUR_BITS;
  }
}

/** Cb and Cr of two lines: 1-2-1 across around each even column, the mean of both lines down. */
function writeChroma(even: Uint8Array, odd: Uint8Array, data: Uint8Array, planes: number, at: number): void {
  const { ur, ug, ub, vr, vg, vb } = BT709;
  const half = planes / 4;
  const length = even.length;
  for (let i = 0; i < length; i += 6) {
    const left = i === 0 ? 0 : i - 3;
    const r = weigh(even, odd, left, i, i + 3);
    const g = weigh(even, odd, left + 1, i + 1, i + 4);
    const b = weigh(even, odd, left + 2, i + 2, i + 5);
    data[planes + at] = (ur * r + ug * g + ub * b + CHROMA_ZERO * 8) >> (COLOUR_BITS + 3);
    data[planes + half + at] = (vr * r + vg * g + vb * b + CHROMA_ZERO * 8) >> (COLOUR_BITS + 3);
    at++;
  }
}

const weigh = (even: Uint8Array, odd: Uint8Array, left: number, middle: number, right: number): number =>
  (even[left] as number) +
  (odd[left] as number) +
  2 * ((even[middle] as number) + (odd[middle] as number)) +
  (even[right] as number) +
  (odd[right] as number);
