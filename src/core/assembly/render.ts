// The loops of `render-plain.ts` with vector instructions, in AssemblyScript. They give the same numbers, which the
// tests hold them to. Built into ../picture/render-binary.ts by `npm run assemble`.

export { cutTile, fadeFarRows, fadeRows, findNear, findOwnColours, layBacking, layInLight, measureRows, premultiply, stretches } from './key';

// Fixed-point places, as in render-plain.ts, kernel.ts and tile.ts.
const FINE_BITS: i32 = 6;
const FINE_HALF: i16 = 32;
const FULL: i32 = 255 << FINE_BITS;
const ACROSS_SHIFT: i32 = 16;
const DOWN_SHIFT: i32 = 12;
const PHASES: f64 = 1024;
const FACTOR_BITS: i32 = 13;

/** Stored pixels to 16-bit numbers, two at a time. */
export function widen(source: usize, pixels: i32, swap: i32, opaque: i32, out: usize): void {
  const full = i16x8(0, 0, 0, <i16>FULL, 0, 0, 0, <i16>FULL);
  const colours = i16x8(-1, -1, -1, 0, -1, -1, -1, 0);
  for (let x: i32 = 0; x < pixels; x += 2) {
    let wide = i16x8.shl(i16x8.extend_low_i8x16_u(v128.load64_zero(source)), FINE_BITS);
    if (swap) wide = v128.shuffle<i16>(wide, wide, 2, 1, 0, 3, 6, 5, 4, 7);
    if (opaque) wide = v128.bitselect(wide, full, colours);
    v128.store(out, wide);
    source += 8;
    out += 16;
  }
}

/** Two neighbouring pixels with two weights: four sums. */
@inline
function pair(at: usize, weights: usize): v128 {
  const both = v128.load(at);
  return i32x4.dot_i16x8_s(v128.shuffle<i16>(both, both, 0, 4, 1, 5, 2, 6, 3, 7), v128.load32_splat(weights));
}

/** A row to the target's width. Taps come in pairs. */
export function across(row: usize, first: usize, weights: usize, taps: i32, count: i32, out: usize): void {
  const half = i32x4.splat(1 << (ACROSS_SHIFT - 1));
  const bytes = (<usize>taps) << 1;
  let x: i32 = 0;
  // Two pixels side by side: neither waits for the sum of the other.
  for (; x < count - 1; x += 2) {
    let at = row + ((<usize>load<i32>(first + ((<usize>x) << 2))) << 3);
    let next = row + ((<usize>load<i32>(first + ((<usize>(x + 1)) << 2))) << 3);
    let sum = half;
    let other = half;
    for (const stop = weights + bytes; weights < stop; weights += 4) {
      sum = i32x4.add(sum, pair(at, weights));
      other = i32x4.add(other, pair(next, weights + bytes));
      at += 16;
      next += 16;
    }
    weights += bytes;
    v128.store(out, i16x8.narrow_i32x4_s(i32x4.shr_s(sum, ACROSS_SHIFT), i32x4.shr_s(other, ACROSS_SHIFT)));
    out += 16;
  }
  for (; x < count; x++) {
    let at = row + ((<usize>load<i32>(first + ((<usize>x) << 2))) << 3);
    let sum = half;
    for (let k: i32 = 0; k < taps; k += 2) {
      sum = i32x4.add(sum, pair(at, weights));
      weights += 4;
      at += 16;
    }
    sum = i32x4.shr_s(sum, ACROSS_SHIFT);
    v128.store64_lane(out, i16x8.narrow_i32x4_s(sum, sum), 0);
    out += 8;
  }
}

/** Rows of a ring to one line, two pixels at a time. Taps come in pairs. */
export function down(ring: usize, length: i32, rows: i32, top: i32, weights: usize, taps: i32, out: usize): void {
  const bytes = (<usize>length) << 1;
  const start = ring + <usize>(top % rows) * bytes;
  const end = ring + <usize>rows * bytes;
  for (let i: usize = 0; i < bytes; i += 16) {
    let low = i32x4.splat(0);
    let high = i32x4.splat(0);
    let row = start;
    for (let k: i32 = 0; k < taps; k += 2) {
      const a = v128.load(row + i);
      row += bytes;
      if (row == end) row = ring;
      const b = v128.load(row + i);
      row += bytes;
      if (row == end) row = ring;
      const w = v128.load32_splat(weights + ((<usize>k) << 1));
      low = i32x4.add(low, i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11), w));
      high = i32x4.add(high, i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15), w));
    }
    v128.store(out + i, i16x8.narrow_i32x4_s(i32x4.shr_s(low, DOWN_SHIFT), i32x4.shr_s(high, DOWN_SHIFT)));
  }
}

/** Weights for a place between two pixels, as a byte offset among those of all places. */
// @ts-ignore: decorator
@inline
function phaseAt(part: f64, taps: i32): usize {
  return (<usize>(<i32>Math.floor(part * PHASES + 0.5) * taps)) << 1;
}

/** A stretch of a slanted line. */
export function warp(
  tile: usize, width: i32, u: f64, v: f64, du: f64, dv: f64, count: i32,
  wideWeights: usize, wideTaps: i32, tallWeights: usize, tallTaps: i32, out: usize,
): void {
  const half = i32x4.splat(1 << (ACROSS_SHIFT - 1));
  for (let i: i32 = 0; i < count; i++) {
    const x = u + <f64>i * du;
    const y = v + <f64>i * dv;
    const column = Math.floor(x);
    const row = Math.floor(y);
    const wide = wideWeights + phaseAt(x - column, wideTaps);
    const tall = tallWeights + phaseAt(y - row, tallTaps);
    const left = <i32>column - (wideTaps >> 1) + 1;
    const top = <i32>row - (tallTaps >> 1) + 1;
    let sum = i32x4.splat(0);
    for (let k: i32 = 0; k < tallTaps; k++) {
      let at = tile + (<usize>((top + k) * width + left) << 3);
      let along = half;
      for (let j: i32 = 0; j < wideTaps; j += 2) {
        along = i32x4.add(along, pair(at, wide + ((<usize>j) << 1)));
        at += 16;
      }
      along = i32x4.shr_s(along, ACROSS_SHIFT);
      // Narrowed as rows are that lie between the two passes.
      along = i32x4.extend_low_i16x8_s(i16x8.narrow_i32x4_s(along, along));
      sum = i32x4.add(sum, i32x4.mul(along, i32x4.splat(<i32>load<i16>(tall + ((<usize>k) << 1)))));
    }
    sum = i32x4.shr_s(sum, DOWN_SHIFT);
    v128.store64_lane(out, i16x8.narrow_i32x4_s(sum, sum), 0);
    out += 8;
  }
}

/** Two places that lie evenly apart: the first is `i` steps from the start. */
// @ts-ignore: decorator
@inline
function places(start: f64, step: f64, i: i32): v128 {
  const steps = f64x2.replace_lane(f64x2.splat(<f64>i), 1, <f64>(i + 1));
  return f64x2.add(f64x2.splat(start), f64x2.mul(steps, f64x2.splat(step)));
}

/** Where the weights lie for two places, as byte offsets. */
// @ts-ignore: decorator
@inline
function phasesAt(parts: v128, taps: i32): v128 {
  const phases = f64x2.floor(f64x2.add(f64x2.mul(parts, f64x2.splat(PHASES)), f64x2.splat(0.5)));
  return i32x4.mul(i32x4.trunc_sat_f64x2_s_zero(phases), i32x4.splat(taps << 1));
}

/** A row read at places that lie evenly apart, two at a time: neither waits for the sum of the other. */
export function slide(row: usize, u: f64, du: f64, count: i32, weights: usize, taps: i32, out: usize): void {
  const half = i32x4.splat(1 << (ACROSS_SHIFT - 1));
  const bytes = (<usize>taps) << 1;
  const first = row - (<usize>((taps >> 1) - 1) << 3);
  for (let i: i32 = 0; i < count; i += 2) {
    const both = places(u, du, i);
    const columns = f64x2.floor(both);
    const offsets = i32x4.shl(i32x4.trunc_sat_f64x2_s_zero(columns), 3);
    const phases = phasesAt(f64x2.sub(both, columns), taps);
    let w = weights + <usize>i32x4.extract_lane(phases, 0);
    let z = weights + <usize>i32x4.extract_lane(phases, 1);
    let at = first + <usize>i32x4.extract_lane(offsets, 0);
    let next = first + <usize>i32x4.extract_lane(offsets, 1);
    let sum = half;
    let other = half;
    for (const stop = w + bytes; w < stop; w += 4) {
      sum = i32x4.add(sum, pair(at, w));
      other = i32x4.add(other, pair(next, z));
      at += 16;
      next += 16;
      z += 4;
    }
    v128.store(out, i16x8.narrow_i32x4_s(i32x4.shr_s(sum, ACROSS_SHIFT), i32x4.shr_s(other, ACROSS_SHIFT)));
    out += 16;
  }
}

/** Two neighbours in a column with two weights: four sums. */
// @ts-ignore: decorator
@inline
function tallPair(at: usize, stride: usize, weights: usize): v128 {
  const both = v128.shuffle<i16>(v128.load64_zero(at), v128.load64_zero(at + stride), 0, 8, 1, 9, 2, 10, 3, 11);
  return i32x4.dot_i16x8_s(both, v128.load32_splat(weights));
}

/** A line read from rows, each pixel in its own column, at places that lie evenly further down; two at a time. */
export function lean(rows: usize, width: i32, v: f64, dv: f64, count: i32, weights: usize, taps: i32, out: usize): void {
  const stride = (<usize>width) << 3;
  const bytes = (<usize>taps) << 1;
  const above = (taps >> 1) - 1;
  for (let i: i32 = 0; i < count; i += 2) {
    const both = places(v, dv, i);
    const tops = f64x2.floor(both);
    const whole = i32x4.mul(i32x4.sub(i32x4.trunc_sat_f64x2_s_zero(tops), i32x4.splat(above)), i32x4.splat(width << 3));
    const phases = phasesAt(f64x2.sub(both, tops), taps);
    let w = weights + <usize>i32x4.extract_lane(phases, 0);
    let z = weights + <usize>i32x4.extract_lane(phases, 1);
    const column = rows + ((<usize>i) << 3);
    let at = column + <usize>i32x4.extract_lane(whole, 0);
    let next = column + 8 + <usize>i32x4.extract_lane(whole, 1);
    let sum = i32x4.splat(0);
    let other = i32x4.splat(0);
    for (const stop = w + bytes; w < stop; w += 4) {
      sum = i32x4.add(sum, tallPair(at, stride, w));
      other = i32x4.add(other, tallPair(next, stride, z));
      at += stride << 1;
      next += stride << 1;
      z += 4;
    }
    const made = i16x8.narrow_i32x4_s(i32x4.shr_s(sum, DOWN_SHIFT), i32x4.shr_s(other, DOWN_SHIFT));
    if (i + 1 < count) v128.store(out, made);
    else v128.store64_lane(out, made, 0);
    out += 16;
  }
}

/** Finished numbers to bytes, two pixels at a time. */
export function toBytes(line: usize, pixels: i32, out: usize): void {
  const half = i16x8.splat(FINE_HALF);
  const opaque = i32x4.splat(0xff000000);
  for (let x: i32 = 0; x < pixels; x += 2) {
    const rounded = i16x8.shr_s(i16x8.add_sat_s(v128.load(line), half), FINE_BITS);
    v128.store64_lane(out, v128.or(i8x16.narrow_i16x8_u(rounded, rounded), opaque), 0);
    line += 16;
    out += 8;
  }
}

/** A value from a table. */
// @ts-ignore: decorator
@inline
function looked(table: usize, value: i16): i16 {
  return load<i16>(table + ((<usize>value) << 1));
}

/**
 * Two pixels at a time: `(value * factor + rest) >> FACTOR_BITS`, or from the table where a colour lies below `from`; red, green
 * and blue have their own.
 */
export function light(
  data: usize, pixels: i32,
  factorR: i32, restR: i32, fromR: i32, tableR: usize,
  factorG: i32, restG: i32, fromG: i32, tableG: usize,
  factorB: i32, restB: i32, fromB: i32, tableB: usize,
): void {
  const factors = i32x4.replace_lane(i32x4.replace_lane(i32x4.replace_lane(i32x4.splat(1 << FACTOR_BITS), 0, factorR), 1, factorG), 2, factorB);
  const rests = i32x4.replace_lane(i32x4.replace_lane(i32x4.replace_lane(i32x4.splat(0), 0, restR), 1, restG), 2, restB);
  const floor = i16x8(0, 0, 0, -32768, 0, 0, 0, -32768);
  // No alpha is below its own.
  let least = i16x8.splat(-32768);
  least = i16x8.replace_lane(i16x8.replace_lane(i16x8.replace_lane(least, 0, <i16>fromR), 1, <i16>fromG), 2, <i16>fromB);
  least = i16x8.replace_lane(i16x8.replace_lane(i16x8.replace_lane(least, 4, <i16>fromR), 5, <i16>fromG), 6, <i16>fromB);
  for (let x: i32 = 0; x < pixels; x += 2) {
    const values = i16x8.max_s(v128.load(data), floor);
    const low = i32x4.add(i32x4.mul(i32x4.extend_low_i16x8_s(values), factors), rests);
    const high = i32x4.add(i32x4.mul(i32x4.extend_high_i16x8_s(values), factors), rests);
    v128.store(data, i16x8.narrow_i32x4_s(i32x4.shr_s(low, FACTOR_BITS), i32x4.shr_s(high, FACTOR_BITS)));
    const dark = i16x8.lt_s(values, least);
    if (v128.any_true(dark)) {
      if (i16x8.extract_lane_s(dark, 0)) store<i16>(data, looked(tableR, i16x8.extract_lane_s(values, 0)));
      if (i16x8.extract_lane_s(dark, 1)) store<i16>(data + 2, looked(tableG, i16x8.extract_lane_s(values, 1)));
      if (i16x8.extract_lane_s(dark, 2)) store<i16>(data + 4, looked(tableB, i16x8.extract_lane_s(values, 2)));
      if (i16x8.extract_lane_s(dark, 4)) store<i16>(data + 8, looked(tableR, i16x8.extract_lane_s(values, 4)));
      if (i16x8.extract_lane_s(dark, 5)) store<i16>(data + 10, looked(tableG, i16x8.extract_lane_s(values, 5)));
      if (i16x8.extract_lane_s(dark, 6)) store<i16>(data + 12, looked(tableB, i16x8.extract_lane_s(values, 6)));
    }
    data += 16;
  }
}

/** As in steps/light-field.ts and light-logs.ts. */
const PITCH_BITS: i32 = 4;
const FINER: i32 = 8;
const SLOPE_BITS: i32 = 13;
const OFFSET: i32 = 898;
const DEEPEST: i32 = 20 * 4096;

/** A dark value in place, by its logarithm and so much more of a field. */
// @ts-ignore: decorator
@inline
function litInPlace(at: usize, value: i16, logs: usize, values: usize, most: i32, field: i32): void {
  const code = load<i32>(logs + ((<usize>value) << 2)) + (field >> FINER) + DEEPEST;
  store<i16>(at, value <= 0 ? 0 : load<i16>(values + ((<usize>max(0, min(most, code))) << 1)));
}

/** Four values by their slopes. */
// @ts-ignore: decorator
@inline
function sloped(values: v128, slopes: v128): v128 {
  const one = i32x4.splat(1 << SLOPE_BITS);
  const rests = i32x4.add(i32x4.mul(i32x4.sub(slopes, one), i32x4.splat(OFFSET)), i32x4.splat(1 << (SLOPE_BITS - 1)));
  return i32x4.shr_s(i32x4.add(i32x4.mul(values, slopes), rests), SLOPE_BITS);
}

/** Light from place to place along a row, two pixels at a time. */
export function lightField(
  data: usize, pixels: i32, fields: usize, slopes: usize, leasts: usize, logs: usize, values: usize, most: i32,
): void {
  const pitch: i32 = 1 << PITCH_BITS;
  const floor = i16x8(0, 0, 0, -32768, 0, 0, 0, -32768);
  for (let left: i32 = 0; left < pixels; left += pitch) {
    const slope = v128.load(slopes);
    const more = i32x4.sub(v128.load(slopes, 16), slope);
    const field = v128.load(fields);
    const moreField = i32x4.sub(v128.load(fields, 16), field);
    const least = v128.load(leasts);
    const count = min(pitch, pixels - left);
    for (let x: i32 = 0; x < count; x += 2) {
      const two = i16x8.max_s(v128.load(data), floor);
      const here = i32x4.add(slope, i32x4.shr_s(i32x4.mul(more, i32x4.splat(x)), PITCH_BITS));
      const next = i32x4.add(slope, i32x4.shr_s(i32x4.mul(more, i32x4.splat(x + 1)), PITCH_BITS));
      const made = i16x8.narrow_i32x4_s(sloped(i32x4.extend_low_i16x8_s(two), here), sloped(i32x4.extend_high_i16x8_s(two), next));
      let dark = i16x8.bitmask(i16x8.lt_s(two, least));
      if (x + 1 < count) v128.store(data, made);
      else {
        v128.store64_lane(data, made, 0);
        dark &= 7;
      }
      if (dark) {
        const one = i32x4.add(field, i32x4.shr_s(i32x4.mul(moreField, i32x4.splat(x)), PITCH_BITS));
        const other = i32x4.add(field, i32x4.shr_s(i32x4.mul(moreField, i32x4.splat(x + 1)), PITCH_BITS));
        if (dark & 1) litInPlace(data, i16x8.extract_lane_s(two, 0), logs, values, most, i32x4.extract_lane(one, 0));
        if (dark & 2) litInPlace(data + 2, i16x8.extract_lane_s(two, 1), logs, values, most, i32x4.extract_lane(one, 1));
        if (dark & 4) litInPlace(data + 4, i16x8.extract_lane_s(two, 2), logs, values, most, i32x4.extract_lane(one, 2));
        if (dark & 16) litInPlace(data + 8, i16x8.extract_lane_s(two, 4), logs, values, most, i32x4.extract_lane(other, 0));
        if (dark & 32) litInPlace(data + 10, i16x8.extract_lane_s(two, 5), logs, values, most, i32x4.extract_lane(other, 1));
        if (dark & 64) litInPlace(data + 12, i16x8.extract_lane_s(two, 6), logs, values, most, i32x4.extract_lane(other, 2));
      }
      data += 16;
    }
    // After an odd number of pixels there is no further place.
    fields += 16;
    slopes += 16;
    leasts += 16;
  }
}

/** Points along each side of the colour cube in light, from black to twice white. */
const POINTS: i32 = 103;

/** As in steps/tile.ts, steps/colour-grid.ts. */
const MOST: i32 = 32767;
const APART: i32 = (2 * FULL) / (POINTS - 1);
const LIGHT_BITS: i32 = 14;
const TABLE_BITS: i32 = 16;
const PART_BITS: i32 = 12;

/** Each channel through a table of its own. */
export function tables(data: usize, pixels: i32, tables: usize): void {
  const bytes: usize = (<usize>(MOST + 1)) << 1;
  for (const end = data + ((<usize>pixels) << 3); data < end; data += 8) {
    store<i16>(data, looked(tables, <i16>max(0, <i32>load<i16>(data))));
    store<i16>(data, looked(tables + bytes, <i16>max(0, <i32>load<i16>(data, 2))), 2);
    store<i16>(data, looked(tables + 2 * bytes, <i16>max(0, <i32>load<i16>(data, 4))), 4);
  }
}

// @ts-ignore: decorator
@inline
function inside(value: i16, most: i32): i32 {
  return max(0, min(most, <i32>value));
}

/** A pixel's place among a grid's points: the weighted sums of the four corners of its tetrahedron; of the fourth numbers, too. */
// @ts-ignore: decorator
@inline
function blended(data: usize, grid: usize, points: i32, times: i32, unit: i32, most: i32): v128 {
  const r = inside(load<i16>(data), most) * times;
  const g = inside(load<i16>(data, 2), most) * times;
  const b = inside(load<i16>(data, 4), most) * times;
  const right: i32 = 16;
  const down = right * points;
  const deep = down * points;
  const ri = min(points - 2, r / unit);
  const gi = min(points - 2, g / unit);
  const bi = min(points - 2, b / unit);
  const x = r - ri * unit;
  const y = g - gi * unit;
  const z = b - bi * unit;
  const dark = grid + <usize>(ri * right + gi * down + bi * deep);
  const furthest = select<i32>(select<i32>(right, deep, x >= z), select<i32>(down, deep, y >= z), x >= y);
  const least = select<i32>(select<i32>(deep, down, y >= z), select<i32>(deep, right, x >= z), x >= y);
  const high = max(x, max(y, z));
  const low = min(x, min(y, z));
  const middle = x + y + z - high - low;
  const bright = dark + <usize>(right + down + deep);
  return i32x4.add(
    i32x4.add(
      i32x4.mul(v128.load(dark), i32x4.splat(unit - high)),
      i32x4.mul(v128.load(dark + <usize>furthest), i32x4.splat(high - middle)),
    ),
    i32x4.add(
      i32x4.mul(v128.load(bright - <usize>least), i32x4.splat(middle - low)),
      i32x4.mul(v128.load(bright), i32x4.splat(low)),
    ),
  );
}

/** The value that a light is, between two that are told apart. */
// @ts-ignore: decorator
@inline
function valueOfLight(values: usize, sum: i32): i16 {
  const light = max(0, sum);
  const two = load<i32>(values + ((<usize>(light >> LIGHT_BITS)) << 1));
  const here = <i32><i16>two;
  const more = ((two >> 16) - here) * (light & ((1 << LIGHT_BITS) - 1));
  return <i16>(here + ((more + (1 << (LIGHT_BITS - 1))) >> LIGHT_BITS));
}

/** Colours through a cube of light. Stops before a pixel whose points are not reckoned; tells how many it did. */
export function cube(data: usize, pixels: i32, grid: usize, values: usize): i32 {
  for (let i: i32 = 0; i < pixels; i++) {
    const sums = blended(data, grid, POINTS, 1, APART, (POINTS - 1) * APART);
    if (i32x4.extract_lane(sums, 3) != APART) return i;
    store<i16>(data, valueOfLight(values, i32x4.extract_lane(sums, 0)));
    store<i16>(data, valueOfLight(values, i32x4.extract_lane(sums, 1)), 2);
    store<i16>(data, valueOfLight(values, i32x4.extract_lane(sums, 2)), 4);
    data += 8;
  }
  return pixels;
}

/** Colours through a table from a file, as far as it is applied. */
export function table(data: usize, pixels: i32, grid: usize, points: i32, part: i32): void {
  const half = i32x4.splat(1 << (TABLE_BITS - 1));
  const whole = i32x4.splat(part);
  const partHalf = i32x4.splat(1 << (PART_BITS - 1));
  for (const end = data + ((<usize>pixels) << 3); data < end; data += 8) {
    const sums = blended(data, grid, points, points - 1, FULL, FULL);
    const made = i32x4.shr_s(i32x4.add(sums, half), TABLE_BITS);
    const was = i32x4.extend_low_i16x8_s(v128.load64_zero(data));
    const more = i32x4.shr_s(i32x4.add(i32x4.mul(i32x4.sub(made, was), whole), partHalf), PART_BITS);
    const mixed = i32x4.add(was, more);
    const narrow = i16x8.narrow_i32x4_s(mixed, mixed);
    store<i32>(data, i32x4.extract_lane(narrow, 0));
    store<i16>(data, i16x8.extract_lane_s(narrow, 2), 4);
  }
}
