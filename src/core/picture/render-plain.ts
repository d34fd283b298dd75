import { PHASES, WEIGHT_BITS, type Kernel } from './kernel';
import { layOverInLight } from './lay-over';
import type { DownJob, LeanJob, Meant, RenderCode, SlideJob, WarpJob } from './render-code';
import { FINE_BITS, FULL } from './steps/tile';

/** Bits below the byte of rows that are resampled across and not yet down. */
export const ROW_BITS = 4;
const ACROSS_SHIFT = WEIGHT_BITS + FINE_BITS - ROW_BITS;
const ACROSS_HALF = 1 << (ACROSS_SHIFT - 1);
// What is cut off here is made good where bytes are rounded: both together round as one would.
const DOWN_SHIFT = WEIGHT_BITS + ROW_BITS - FINE_BITS;
const FINE_HALF = 1 << (FINE_BITS - 1);

const narrow = (value: number): number => (value < -32_768 ? -32_768 : value > 32_767 ? 32_767 : value);

function widen(bytes: Uint8Array, pixels: number, swap: boolean, opaque: boolean, out: Int16Array): void {
  const redAt = swap ? 2 : 0;
  for (let i = 0; i < pixels * 4; i += 4) {
    out[i] = (bytes[i + redAt] as number) << FINE_BITS;
    out[i + 1] = (bytes[i + 1] as number) << FINE_BITS;
    out[i + 2] = (bytes[i + 2 - redAt] as number) << FINE_BITS;
    out[i + 3] = opaque ? FULL : (bytes[i + 3] as number) << FINE_BITS;
  }
}

function across(row: Int16Array, { taps, first, weights }: Kernel, out: Int16Array): void {
  for (let x = 0, to = 0, w = 0; x < first.length; x++, to += 4) {
    let red = ACROSS_HALF;
    let green = ACROSS_HALF;
    let blue = ACROSS_HALF;
    let alpha = ACROSS_HALF;
    let at = (first[x] as number) * 4;
    for (const end = w + taps; w < end; w++, at += 4) {
      const weight = weights[w] as number;
      red += weight * (row[at] as number);
      green += weight * (row[at + 1] as number);
      blue += weight * (row[at + 2] as number);
      alpha += weight * (row[at + 3] as number);
    }
    out[to] = narrow(red >> ACROSS_SHIFT);
    out[to + 1] = narrow(green >> ACROSS_SHIFT);
    out[to + 2] = narrow(blue >> ACROSS_SHIFT);
    out[to + 3] = narrow(alpha >> ACROSS_SHIFT);
  }
}

function down({ ring, length, rows, down: { taps, first, weights }, line }: DownJob, out: Int16Array): void {
  const sums = new Int32Array(length);
  for (let k = 0; k < taps; k++) {
    const weight = weights[line * taps + k] as number;
    const at = (((first[line] as number) + k) % rows) * length;
    for (let i = 0; i < length; i++) sums[i] = (sums[i] as number) + weight * (ring[at + i] as number);
  }
  for (let i = 0; i < length; i++) out[i] = narrow((sums[i] as number) >> DOWN_SHIFT);
}

function warp({ tile, width, u, v, du, dv, count, across, down }: WarpJob, out: Int16Array): void {
  for (let i = 0; i < count; i++) {
    const x = u + i * du;
    const y = v + i * dv;
    const column = Math.floor(x);
    const row = Math.floor(y);
    const wide = Math.floor((x - column) * PHASES + 0.5) * across.taps;
    const tall = Math.floor((y - row) * PHASES + 0.5) * down.taps;
    const left = column - across.taps / 2 + 1;
    const top = row - down.taps / 2 + 1;
    let red = 0;
    let green = 0;
    let blue = 0;
    let alpha = 0;
    for (let k = 0; k < down.taps; k++) {
      let r = ACROSS_HALF;
      let g = ACROSS_HALF;
      let b = ACROSS_HALF;
      let a = ACROSS_HALF;
      let at = ((top + k) * width + left) * 4;
      for (let j = wide; j < wide + across.taps; j++, at += 4) {
        const weight = across.weights[j] as number;
        r += weight * (tile[at] as number);
        g += weight * (tile[at + 1] as number);
        b += weight * (tile[at + 2] as number);
        a += weight * (tile[at + 3] as number);
      }
      const weight = down.weights[tall + k] as number;
      red += weight * narrow(r >> ACROSS_SHIFT);
      green += weight * narrow(g >> ACROSS_SHIFT);
      blue += weight * narrow(b >> ACROSS_SHIFT);
      alpha += weight * narrow(a >> ACROSS_SHIFT);
    }
    out[i * 4] = narrow(red >> DOWN_SHIFT);
    out[i * 4 + 1] = narrow(green >> DOWN_SHIFT);
    out[i * 4 + 2] = narrow(blue >> DOWN_SHIFT);
    out[i * 4 + 3] = narrow(alpha >> DOWN_SHIFT);
  }
}

function slide({ row, u, du, count, across: { taps, weights } }: SlideJob, out: Int16Array): void {
  for (let i = 0; i < count; i++) {
    const x = u + i * du;
    const column = Math.floor(x);
    const first = Math.floor((x - column) * PHASES + 0.5) * taps;
    for (let c = 0; c < 4; c++) {
      let sum = ACROSS_HALF;
      for (let k = 0, at = (column - taps / 2 + 1) * 4 + c; k < taps; k++, at += 4)
        sum += (weights[first + k] as number) * (row[at] as number);
      out[i * 4 + c] = narrow(sum >> ACROSS_SHIFT);
    }
  }
}

function lean({ rows, width, v, dv, count, down: { taps, weights } }: LeanJob, out: Int16Array): void {
  for (let i = 0; i < count; i++) {
    const y = v + i * dv;
    const row = Math.floor(y);
    const first = Math.floor((y - row) * PHASES + 0.5) * taps;
    for (let c = 0; c < 4; c++) {
      let sum = 0;
      for (let k = 0, at = ((row - taps / 2 + 1) * width + i) * 4 + c; k < taps; k++, at += width * 4)
        sum += (weights[first + k] as number) * (rows[at] as number);
      out[i * 4 + c] = narrow(sum >> DOWN_SHIFT);
    }
  }
}

function toBytes(line: Int16Array, pixels: number, out: Uint8Array): void {
  for (let i = 0; i < pixels * 4; i++) {
    const value = narrow((line[i] as number) + FINE_HALF) >> FINE_BITS;
    out[i] = i % 4 === 3 ? 255 : value < 0 ? 0 : value > 255 ? 255 : value;
  }
}

function premultiply(data: Int16Array): void {
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3] as number;
    if (alpha === FULL) continue;
    for (let c = i; c < i + 3; c++) data[c] = Math.round(((data[c] as number) * alpha) / FULL);
  }
}

function stretches(row: Uint8Array, { least, most }: Meant, ends: Int32Array): number {
  let count = 0;
  let was = false;
  for (let x = 0; x < row.length; x++) {
    const byte = row[x] as number;
    const is = byte >= least && byte <= most;
    if (is !== was) ends[count++] = x;
    was = is;
  }
  if (was) ends[count++] = row.length;
  return count;
}

/** The loops in plain JavaScript: the measure for those in `render-vector.ts`, and the way where there are no vector instructions. */
export const renderPlain: RenderCode = {
  room: (bytes) => bytes.map((each) => new Uint8Array(Math.ceil(each / 16) * 16)),
  lend: (kernel) => kernel,
  widen,
  across,
  down,
  warp,
  slide,
  lean,
  premultiply,
  stretches,
  layInLight: (line, pixels) => layOverInLight(line, 0, pixels, 0, line.length >> 2, () => 1),
  toBytes,
  step: ({ plain }, tile, value) => plain(tile, value),
  run: ({ plain }, job) => plain(job),
};
