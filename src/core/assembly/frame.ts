// The loops of `fill-plain.ts` with vector instructions, in AssemblyScript. They give the same bytes,
// which the tests hold them to. Built into ../frame-binary.ts by `npm run assemble`.

// Fixed-point places, as in kernel.ts, fill-plain.ts and bt709.ts.
const ACROSS_SHIFT: i32 = 10;
const DOWN_SHIFT: i32 = 18;
const COLOUR_BITS: i32 = 14;
const LUMA_ZERO: i32 = (16 << COLOUR_BITS) + (1 << (COLOUR_BITS - 1));
const CHROMA_ZERO: i32 = ((128 << COLOUR_BITS) + (1 << (COLOUR_BITS - 1))) << 3;

/** One source row to the target's width: four 16-bit channels a pixel. Taps come in pairs. */
function rowAcross(at0: usize, stride: i32, first: usize, weights: usize, taps: i32, count: i32, row: usize): void {
  const zero = i64x2.splat(0);
  const half = i32x4.splat(1 << (ACROSS_SHIFT - 1));
  for (let x: i32 = 0; x < count; x++) {
    let at = at0 + load<i32>(first + ((<usize>x) << 2)) * stride;
    let sum = half;
    for (let k: i32 = 0; k < taps; k += 2) {
      const pair =
        stride == 4
          ? v128.load64_zero(at)
          : v128.load32_lane(at + stride, v128.load32_zero(at), 1);
      const spread = v128.shuffle<u8>(pair, zero, 0, 16, 4, 16, 1, 16, 5, 16, 2, 16, 6, 16, 3, 16, 7, 16);
      sum = i32x4.add(sum, i32x4.dot_i16x8_s(spread, v128.load32_splat(weights)));
      weights += 4;
      at += stride << 1;
    }
    sum = i32x4.shr_s(sum, ACROSS_SHIFT);
    v128.store64_lane(row, i16x8.narrow_i32x4_s(sum, sum), 0);
    row += 8;
  }
}

/** The vertical filter over rows whose addresses stand at `rows`, to bytes. Two pixels at a time. */
function rowDown(rows: usize, weights: usize, taps: i32, count: i32, line: usize): void {
  const half = i32x4.splat(1 << (DOWN_SHIFT - 1));
  for (let x: i32 = 0; x < count; x += 2) {
    let low = half;
    let high = half;
    for (let k: i32 = 0; k < taps; k += 2) {
      const a = v128.load(load<usize>(rows + ((<usize>k) << 2)) + ((<usize>x) << 3));
      const b = v128.load(load<usize>(rows + ((<usize>k + 1) << 2)) + ((<usize>x) << 3));
      const w = v128.load32_splat(weights + ((<usize>k) << 1));
      low = i32x4.add(low, i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11), w));
      high = i32x4.add(high, i32x4.dot_i16x8_s(v128.shuffle<i16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15), w));
    }
    const both = i16x8.narrow_i32x4_s(i32x4.shr_s(low, DOWN_SHIFT), i32x4.shr_s(high, DOWN_SHIFT));
    v128.store64_lane(line + ((<usize>x) << 2), i8x16.narrow_i16x8_u(both, both), 0);
  }
}

/** Sums of the colour products of two pixels, each in two parts that are still to be added. */
@inline
function products(line: usize, x: i32, weights: v128): v128 {
  return i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(v128.load64_zero(line + ((<usize>x) << 2))), weights);
}

/** Luma of a line of pixels, four at a time; `coefficients` holds three 16-bit numbers in channel order and a zero. */
function writeLuma(line: usize, count: i32, coefficients: usize, out: usize): void {
  const weights = v128.load64_splat(coefficients);
  const zero = i32x4.splat(LUMA_ZERO);
  let x: i32 = 0;
  for (; x + 4 <= count; x += 4) {
    const a = products(line, x, weights);
    const b = products(line, x + 2, weights);
    const sums = i32x4.add(v128.shuffle<i32>(a, b, 0, 2, 4, 6), v128.shuffle<i32>(a, b, 1, 3, 5, 7));
    const words = i32x4.shr_s(i32x4.add(sums, zero), COLOUR_BITS);
    const halves = i16x8.narrow_i32x4_s(words, words);
    v128.store32_lane(out + <usize>x, i8x16.narrow_i16x8_u(halves, halves), 0);
  }
  // Sides are even: at most two pixels are left.
  if (x < count) {
    const a = products(line, x, weights);
    store<u8>(out + <usize>x, <u8>((i32x4.extract_lane(a, 0) + i32x4.extract_lane(a, 1) + LUMA_ZERO) >> COLOUR_BITS));
    store<u8>(out + <usize>x + 1, <u8>((i32x4.extract_lane(a, 2) + i32x4.extract_lane(a, 3) + LUMA_ZERO) >> COLOUR_BITS));
  }
}

/** Two pixels of both lines added up, 16 bits a channel. */
@inline
function bothLines(even: usize, odd: usize, x: i32): v128 {
  const at = (<usize>x) << 2;
  return i16x8.add(
    i16x8.extend_low_i8x16_u(v128.load64_zero(even + at)),
    i16x8.extend_low_i8x16_u(v128.load64_zero(odd + at)),
  );
}

/** Cb and Cr of two lines: 1-2-1 across around each even column, the mean of both lines down. */
function writeChroma(even: usize, odd: usize, count: i32, coefficients: usize, u: usize, v: usize): void {
  const weights = v128.load(coefficients + 8);
  const zero = i32x4.splat(CHROMA_ZERO);
  // The pixel to the left, in both halves; at the edge the first one goes on.
  let left = bothLines(even, odd, 0);
  left = v128.shuffle<i64>(left, left, 0, 0);
  for (let x: i32 = 0; x < count; x += 2) {
    const here = bothLines(even, odd, x);
    const middle = v128.shuffle<i64>(here, here, 0, 0);
    const right = v128.shuffle<i64>(here, here, 1, 1);
    const sum = i16x8.add(i16x8.add(left, right), i16x8.add(middle, middle));
    const parts = i32x4.dot_i16x8_s(sum, weights);
    const added = i32x4.add(i32x4.add(parts, v128.shuffle<i32>(parts, parts, 1, 0, 3, 2)), zero);
    const bytes = i32x4.shr_s(added, COLOUR_BITS + 3);
    v128.store8_lane(u++, bytes, 0);
    v128.store8_lane(v++, bytes, 8);
    left = right;
  }
}

/** Two lines as wide as the frame into its planes; `pair` counts such pairs from the top. */
@inline
function convertPair(even: usize, odd: usize, width: i32, coefficients: usize, planes: usize, height: i32, pair: i32): void {
  const luma = planes + <usize>(2 * pair * width);
  writeLuma(even, width, coefficients, luma);
  writeLuma(odd, width, coefficients, luma + <usize>width);
  const size = <usize>(width * height);
  const at = planes + size + <usize>(pair * (width >> 1));
  writeChroma(even, odd, width, coefficients, at, at + (size >> 2));
}

/** Converts a picture of four bytes a pixel, two rows at a time. */
export function convert(picture: usize, width: i32, height: i32, coefficients: usize, planes: usize): void {
  const stride = (<usize>width) << 2;
  for (let pair: i32 = 0; pair < height >> 1; pair++) {
    const even = picture + 2 * (<usize>pair) * stride;
    convertPair(even, even + stride, width, coefficients, planes, height, pair);
  }
}

/**
 * Fills the target rectangle of a frame. All addresses are in bytes; `perColumn` and `perRow` in bytes too.
 * `ring` has room for `downTaps` rows of `width` pixels of 8 bytes, `rows` for their addresses. `even` and `odd` are lines as
 * wide as the frame, which hold its background; `left` is where the target begins in them, `top` in the frame.
 */
export function fillFrame(
  source: usize, perColumn: i32, perRow: i32,
  acrossFirst: usize, acrossWeights: usize, acrossTaps: i32,
  downFirst: usize, downWeights: usize, downTaps: i32,
  left: i32, top: i32, width: i32, height: i32,
  ring: usize, rows: usize, even: usize, odd: usize, coefficients: usize,
  planes: usize, frameWidth: i32, frameHeight: i32,
): void {
  let done = load<i32>(downFirst);
  for (let y: i32 = 0; y < height; y++) {
    const first = load<i32>(downFirst + ((<usize>y) << 2));
    if (done < first) done = first;
    for (; done < first + downTaps; done++) {
      const row = ring + <usize>(done % downTaps) * ((<usize>width) << 3);
      rowAcross(source + done * perRow, perColumn, acrossFirst, acrossWeights, acrossTaps, width, row);
    }
    for (let k: i32 = 0; k < downTaps; k++) {
      store<usize>(rows + ((<usize>k) << 2), ring + <usize>((first + k) % downTaps) * ((<usize>width) << 3));
    }
    const line = (y & 1 ? odd : even) + ((<usize>left) << 2);
    rowDown(rows, downWeights + <usize>(y * downTaps) * 2, downTaps, width, line);
    if (y & 1) convertPair(even, odd, frameWidth, coefficients, planes, frameHeight, (top + y) >> 1);
  }
}
