// Small pictures of JPEG photos: decoding whole, at a half, a quarter or an eighth, resizing of single planes, and
// encoding again, in AssemblyScript with vector instructions. The colour planes stay as they are stored
// (Y, Cb, Cr), so that nothing is converted on the way. Built into ../jpeg/jpeg-binary.ts by `npm run assemble`.

// ---- Bits in (ITU-T T.81, F.2.2) ----

/** Where the stored data of the scan goes on, and where it ends. */
let stored: usize = 0;
let storedEnd: usize = 0;
/** The next byte of the interval being decoded, without stuffing, and its end; zeros follow it. */
let at: usize = 0;
let end: usize = 0;
/** Bits taken in but not used, from the top down, and how many there are. */
let bits: u64 = 0;
let held: i64 = 0;

/** Copies the stored data up to the next marker to `out`, without the zeros that follow each 0xff. */
function unstuff(out: usize): void {
  at = out;
  let p = stored;
  const marks = i8x16.splat(-1);
  while (p < storedEnd) {
    // Both sides have room for a vector behind their end.
    const sixteen = v128.load(p);
    v128.store(out, sixteen);
    const found = i8x16.bitmask(i8x16.eq(sixteen, marks));
    if (found == 0) {
      p += 16;
      out += 16;
      continue;
    }
    const before = <usize>ctz(found);
    p += before;
    out += before;
    if (p + 1 >= storedEnd || load<u8>(p, 1) != 0) break;
    out++;
    p += 2;
  }
  stored = min(p, storedEnd);
  end = out - (p > storedEnd ? p - storedEnd : 0);
  v128.store(end, i64x2.splat(0));
  bits = 0;
  held = 0;
}

// A Huffman table in memory: 4096 entries of 16 bits, found by 12 bits (length << 8 | symbol, 0 where the code
// is longer); 4096 entries for passing over one symbol or more with their numbers (bits << 8 | places to go on,
// 0 where that takes a longer look); then for each length 1 to 16 a limit and an offset (32 bits each), then
// the symbols.
const FAST: i32 = 12;
const SKIPS: usize = 8192;
const LIMITS: usize = 16384;
const OFFSETS: usize = 16384 + 17 * 4;
const SYMBOLS: usize = 16384 + 34 * 4;

/** Length and symbol of a code longer than the fast table takes, from its next 16 bits; 0 when there is none. */
function longCode(table: usize, next: i32): i32 {
  for (let length = FAST + 1; length <= 16; length++) {
    const code = next >> (16 - length);
    if (code < load<i32>(table + LIMITS + ((<usize>length) << 2))) {
      const place = <usize>(code + load<i32>(table + OFFSETS + ((<usize>length) << 2)));
      return (length << 8) | <i32>load<u8>(table + SYMBOLS + place);
    }
  }
  return 0;
}

/** A number of `size` bits in the code of T.81, F.1.2.1: the upper half positive, the lower negative. */
@inline
function extended(value: i32, size: i32): i32 {
  const negative = (value - (1 << (size - 1))) >> 31;
  return value - (negative & ((1 << size) - 1));
}

/** Whether one of four bytes is 0xff. */
@inline
function hasMark(four: u32): bool {
  return (((four & 0x7f7f7f7f) + 0x01010101) & four & 0x80808080) != 0;
}

// ---- Blocks, decoded to 1, 2 × 2, 4 × 4 or all 8 × 8 pixels ----

/** The low coefficients of the block being decoded, 4 to a row, and a place for the others. */
const low: usize = memory.data(17 * 4, 16);
/** Row and column of each zigzag place: `row * 4 + column` where both are under 4, else 16. Runs may lead past the block's end. */
const places: usize = memory.data<u8>([
  0, 1, 4, 8, 5, 2, 3, 6, 9, 12, 16, 13, 10, 7, 16, 16,
  16, 11, 14, 16, 16, 16, 16, 16, 15, 16, 16, 16, 16, 16, 16, 16,
  16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16,
  16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16,
  16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16, 16,
]);

/** All coefficients of a block, 8 to a row, and a place for those beyond its end; and the same turned around. */
const full: usize = memory.data(65 * 4, 16);
const turned: usize = memory.data(64 * 4, 16);
/** Row and column of each zigzag place, `row * 8 + column`; 64 beyond the block's end. */
const allPlaces: usize = memory.data<u8>([
  0, 1, 8, 16, 9, 2, 3, 10, 17, 24, 32, 25, 18, 11, 4, 5,
  12, 19, 26, 33, 40, 48, 41, 34, 27, 20, 13, 6, 7, 14, 21, 28,
  35, 42, 49, 56, 57, 50, 43, 36, 29, 22, 15, 23, 30, 37, 44, 51,
  58, 59, 52, 45, 38, 31, 39, 46, 53, 60, 61, 54, 47, 55, 62, 63,
  64, 64, 64, 64, 64, 64, 64, 64, 64, 64, 64, 64, 64, 64, 64, 64,
]);

@inline
function byteOf(value: i32): u8 {
  return <u8>(value < 0 ? 0 : value > 255 ? 255 : value);
}

/**
 * Reads one block and writes `side` × `side` pixels (1, 2, 4 or 8). A picture of N/8 is the N-point inverse of
 * the lowest N × N coefficients, scaled by N/8. Gives the new predictor, or the smallest integer for bad data.
 */
function block(dc: usize, ac: usize, quant: usize, predictor: i32, side: i32, out: usize, stride: i32): i32 {
  // What is held stays in locals, which are registers; the globals are memory.
  let b = bits;
  let h = held;
  let p = at;
  // The last zigzag place that matters: none, (1,1), (3,3) or all.
  const last = side == 1 ? 0 : side == 2 ? 4 : side == 4 ? 24 : 63;
  const into = side == 8 ? full : low;
  const map = side == 8 ? allPlaces : places;
  if (side == 2) {
    store<i32>(low, 0, 4);
    store<i32>(low, 0, 16);
    store<i32>(low, 0, 20);
  } else if (side == 4) {
    for (let i: usize = 4; i < 64; i += 4) store<i32>(low + i, 0);
  } else if (side == 8) {
    memory.fill(full, 0, 256);
  }
  // The mean, as the difference from the block before. At least 56 bits are held after each taking in; a code
  // and its number take 31 at the most.
  b |= bswap<u64>(load<u64>(p)) >> h;
  p += <usize>((63 - h) >> 3);
  h |= 56;
  let code = <i32>load<u16>(dc + ((<usize>(b >> (64 - FAST))) << 1));
  if (code == 0) code = longCode(dc, <i32>(b >> 48));
  let size = code & 255;
  if (code == 0 || size > 15) return i32.MIN_VALUE;
  let used = (code >> 8) + size;
  // The number stands behind the code; shifted twice, since a size of 0 would shift by all 64.
  predictor += extended(<i32>(((b << (code >> 8)) >> 1) >> (63 - size)), size);
  b <<= used;
  h -= used;
  store<i32>(into, predictor * load<u16>(quant));

  // The coefficients that matter.
  let k = 1;
  let any = false;
  while (k <= last) {
    b |= bswap<u64>(load<u64>(p)) >> h;
    p += <usize>((63 - h) >> 3);
    h |= 56;
    code = <i32>load<u16>(ac + ((<usize>(b >> (64 - FAST))) << 1));
    if (code == 0) {
      code = longCode(ac, <i32>(b >> 48));
      if (code == 0) return i32.MIN_VALUE;
    }
    size = code & 15;
    used = (code >> 8) + size;
    const value = extended(<i32>(((b << (code >> 8)) >> 1) >> (63 - size)), size);
    b <<= used;
    h -= used;
    if (size == 0) {
      k = (code & 255) == 0xf0 ? k + 16 : 64;
      continue;
    }
    any = true;
    k += (code >> 4) & 15;
    // Those outside the low square go to a place that is not read.
    const place = <usize>load<u8>(map + <usize>k);
    store<i32>(into + (place << 2), value * load<u16>(quant + ((<usize>k) << 1)));
    k++;
  }

  // The rest is passed over: several symbols at a time where they are short, and where none but the last can end the
  // block, since a block that is full has no mark at its end.
  while (k < 64) {
    b |= bswap<u64>(load<u64>(p)) >> h;
    p += <usize>((63 - h) >> 3);
    h |= 56;
    const next = (<usize>(b >> (64 - FAST))) << 1;
    if (k < 48) {
      const skip = <i32>load<u16>(ac + SKIPS + next);
      if (skip != 0) {
        b <<= skip >> 8;
        h -= skip >> 8;
        k += skip & 255;
        continue;
      }
    }
    code = <i32>load<u16>(ac + next);
    if (code == 0) {
      code = longCode(ac, <i32>(b >> 48));
      if (code == 0) return i32.MIN_VALUE;
    }
    size = code & 15;
    used = (code >> 8) + size;
    b <<= used;
    h -= used;
    k = size > 0 ? k + ((code >> 4) & 15) + 1 : (code & 255) == 0xf0 ? k + 16 : 64;
  }
  bits = b;
  held = h;
  at = p;
  if (side == 1) store<u8>(out, byteOf(((load<i32>(low) + 4) >> 3) + 128));
  else if (side == 2) two(out, stride);
  else if (side == 4) four(out, stride);
  else if (any) eightByEight(out, stride);
  else flat(out, stride);
  return predictor;
}

@inline
function two(out: usize, stride: i32): void {
  const a = load<i32>(low);
  const b = load<i32>(low, 4);
  const c = load<i32>(low, 16);
  const d = load<i32>(low, 20);
  const middle = 4 + (128 << 3);
  store<u8>(out, byteOf((a + b + c + d + middle) >> 3));
  store<u8>(out, byteOf((a - b + c - d + middle) >> 3), 1);
  store<u8>(out + stride, byteOf((a + b - c - d + middle) >> 3));
  store<u8>(out + stride, byteOf((a - b - c + d + middle) >> 3), 1);
}

// cos(π/8) and sin(π/8), times √2, with 13 places: the 4-point inverse with its even part unscaled.
const C1: i32 = 10703;
const S1: i32 = 4433;

@inline
function four(out: usize, stride: i32): void {
  for (let x: usize = 0; x < 16; x += 4) {
    const a = load<i32>(low + x) << 13;
    const b = load<i32>(low + x, 16);
    const c = load<i32>(low + x, 32) << 13;
    const d = load<i32>(low + x, 48);
    const odd0 = b * C1 + d * S1;
    const odd1 = b * S1 - d * C1;
    store<i32>(low + x, (a + c + odd0 + 1024) >> 11);
    store<i32>(low + x, (a - c + odd1 + 1024) >> 11, 16);
    store<i32>(low + x, (a - c - odd1 + 1024) >> 11, 32);
    store<i32>(low + x, (a + c - odd0 + 1024) >> 11, 48);
  }
  // Two places are left from the columns; the whole is divided by 8.
  const half = (1 << 17) + (128 << 18);
  for (let y: usize = 0; y < 64; y += 16) {
    const a = load<i32>(low + y) << 13;
    const b = load<i32>(low + y, 4);
    const c = load<i32>(low + y, 8) << 13;
    const d = load<i32>(low + y, 12);
    const odd0 = b * C1 + d * S1;
    const odd1 = b * S1 - d * C1;
    store<u8>(out, byteOf((a + c + odd0 + half) >> 18));
    store<u8>(out, byteOf((a - c + odd1 + half) >> 18), 1);
    store<u8>(out, byteOf((a - c - odd1 + half) >> 18), 2);
    store<u8>(out, byteOf((a + c - odd0 + half) >> 18), 3);
    out += stride;
  }
}

/** A block of its mean alone. */
@inline
function flat(out: usize, stride: i32): void {
  const pixels = i8x16.splat(<i8>byteOf(((load<i32>(full) + 4) >> 3) + 128));
  for (let y = 0; y < 8; y++) {
    v128.store64_lane(out, pixels, 0);
    out += stride;
  }
}

@inline
function scaled(a: v128, constant: i32): v128 {
  return i32x4.mul(a, i32x4.splat(constant));
}

/**
 * The 8-point inverse of Loeffler, Ligtenberg and Moschytz (ICASSP 1989) with 13 places, on four columns at once,
 * 32 bytes from one of a column's numbers to the next. `bias` is added before `shift` places are cut off.
 */
@inline
function inverse(block: usize, bias: i32, shift: i32): void {
  const in2 = v128.load(block, 64);
  const in6 = v128.load(block, 192);
  const in0 = v128.load(block);
  const in4 = v128.load(block, 128);
  const e1 = scaled(i32x4.add(in2, in6), 4433);
  const e2 = i32x4.sub(e1, scaled(in6, 15137));
  const e3 = i32x4.add(e1, scaled(in2, 6270));
  const sum = i32x4.add(i32x4.shl(i32x4.add(in0, in4), 13), i32x4.splat(bias));
  const difference = i32x4.add(i32x4.shl(i32x4.sub(in0, in4), 13), i32x4.splat(bias));
  const even0 = i32x4.add(sum, e3);
  const even3 = i32x4.sub(sum, e3);
  const even1 = i32x4.add(difference, e2);
  const even2 = i32x4.sub(difference, e2);

  const in1 = v128.load(block, 32);
  const in3 = v128.load(block, 96);
  const in5 = v128.load(block, 160);
  const in7 = v128.load(block, 224);
  const z5 = scaled(i32x4.add(i32x4.add(in7, in3), i32x4.add(in5, in1)), 9633);
  const z1 = scaled(i32x4.add(in7, in1), -7373);
  const z2 = scaled(i32x4.add(in5, in3), -20995);
  const z3 = i32x4.add(scaled(i32x4.add(in7, in3), -16069), z5);
  const z4 = i32x4.add(scaled(i32x4.add(in5, in1), -3196), z5);
  const odd3 = i32x4.add(scaled(in7, 2446), i32x4.add(z1, z3));
  const odd2 = i32x4.add(scaled(in5, 16819), i32x4.add(z2, z4));
  const odd1 = i32x4.add(scaled(in3, 25172), i32x4.add(z2, z3));
  const odd0 = i32x4.add(scaled(in1, 12299), i32x4.add(z1, z4));

  v128.store(block, i32x4.shr_s(i32x4.add(even0, odd0), shift));
  v128.store(block, i32x4.shr_s(i32x4.add(even1, odd1), shift), 32);
  v128.store(block, i32x4.shr_s(i32x4.add(even2, odd2), shift), 64);
  v128.store(block, i32x4.shr_s(i32x4.add(even3, odd3), shift), 96);
  v128.store(block, i32x4.shr_s(i32x4.sub(even3, odd3), shift), 128);
  v128.store(block, i32x4.shr_s(i32x4.sub(even2, odd2), shift), 160);
  v128.store(block, i32x4.shr_s(i32x4.sub(even1, odd1), shift), 192);
  v128.store(block, i32x4.shr_s(i32x4.sub(even0, odd0), shift), 224);
}

/** Turns 4 × 4 numbers around: rows of 32 bytes become columns. */
@inline
function turnFour(from: usize, to: usize): void {
  const a = v128.load(from);
  const b = v128.load(from, 32);
  const c = v128.load(from, 64);
  const d = v128.load(from, 96);
  const ab = v128.shuffle<i32>(a, b, 0, 4, 1, 5);
  const cd = v128.shuffle<i32>(c, d, 0, 4, 1, 5);
  const abUp = v128.shuffle<i32>(a, b, 2, 6, 3, 7);
  const cdUp = v128.shuffle<i32>(c, d, 2, 6, 3, 7);
  v128.store(to, v128.shuffle<i64>(ab, cd, 0, 2));
  v128.store(to, v128.shuffle<i64>(ab, cd, 1, 3), 32);
  v128.store(to, v128.shuffle<i64>(abUp, cdUp, 0, 2), 64);
  v128.store(to, v128.shuffle<i64>(abUp, cdUp, 1, 3), 96);
}

@inline
function turnAll(from: usize, to: usize): void {
  turnFour(from, to);
  turnFour(from + 16, to + 128);
  turnFour(from + 128, to + 16);
  turnFour(from + 144, to + 144);
}

function eightByEight(out: usize, stride: i32): void {
  // Two places are kept between the columns and the rows; the whole is divided by 8.
  inverse(full, 1 << 10, 11);
  inverse(full + 16, 1 << 10, 11);
  turnAll(full, turned);
  inverse(turned, (1 << 17) + (128 << 18), 18);
  inverse(turned + 16, (1 << 17) + (128 << 18), 18);
  turnAll(turned, full);
  for (let row = full; row < full + 256; row += 32) {
    const words = i16x8.narrow_i32x4_s(v128.load(row), v128.load(row, 16));
    v128.store64_lane(out, i8x16.narrow_i16x8_u(words, words), 0);
    out += stride;
  }
}

/**
 * Decodes a scan of all components. `plan` holds for each component eight 32-bit numbers: blocks across and
 * down in a unit, DC table, AC table, quantiser, plane, its stride, and room for the predictor. `room` takes
 * the data without stuffing. Gives 0, or 1 when the data is damaged or ends early.
 */
export function decodeScan(
  data: usize, length: i32, room: usize,
  plan: usize, components: i32, across: i32, down: i32, restart: i32, side: i32,
): i32 {
  stored = data;
  storedEnd = data + length;
  unstuff(room);
  let left = restart;
  for (let c = 0; c < components; c++) store<i32>(plan + <usize>(c * 32), 0, 28);
  for (let y = 0; y < down; y++) {
    for (let x = 0; x < across; x++) {
      if (restart > 0 && left-- == 0) {
        if (!toNextInterval()) return 1;
        unstuff(room);
        for (let c = 0; c < components; c++) store<i32>(plan + <usize>(c * 32), 0, 28);
        left = restart - 1;
      }
      for (let c = 0; c < components; c++) {
        const part = plan + <usize>(c * 32);
        const wide = load<i32>(part);
        const tall = load<i32>(part, 4);
        const stride = load<i32>(part, 24);
        let predictor = load<i32>(part, 28);
        for (let j = 0; j < tall; j++) {
          for (let i = 0; i < wide; i++) {
            const out = load<usize>(part, 20) + <usize>((y * tall + j) * side * stride + (x * wide + i) * side);
            predictor = block(load<usize>(part, 8), load<usize>(part, 12), load<usize>(part, 16), predictor, side, out, stride);
            if (predictor == i32.MIN_VALUE) return 1;
          }
        }
        store<i32>(part, predictor, 28);
      }
      // What is held may run ahead of the end by its own width, not more.
      if (at > end + 8) return 1;
    }
  }
  return 0;
}

/** Goes on behind the next restart marker (T.81, E.2.4); false where another one or the end comes first. */
function toNextInterval(): bool {
  while (stored + 1 < storedEnd) {
    if (load<u8>(stored) == 0xff) {
      const marker = load<u8>(stored, 1);
      if (marker >= 0xd0 && marker <= 0xd7) {
        stored += 2;
        return true;
      }
      if (marker != 0 && marker != 0xff) return false;
    }
    stored++;
  }
  return false;
}

// ---- Resizing one plane of bytes ----

/** Sums, in four parts, of one pixel's taps across: `line` holds 16-bit numbers. */
@inline
function acrossAt(line: usize, first: usize, weights: usize, taps: i32): v128 {
  let from = line + ((<usize>load<i32>(first)) << 1);
  let sums = i32x4.dot_i16x8_s(v128.load(from), v128.load(weights));
  for (let k: i32 = 8; k < taps; k += 8) {
    from += 16;
    weights += 16;
    sums = i32x4.add(sums, i32x4.dot_i16x8_s(v128.load(from), v128.load(weights)));
  }
  return sums;
}

/** The even and the odd parts of two vectors, added: halves what there is to add of each. */
@inline
function folded(a: v128, b: v128): v128 {
  return i32x4.add(v128.shuffle<i32>(a, b, 0, 2, 4, 6), v128.shuffle<i32>(a, b, 1, 3, 5, 7));
}

/** What four sums are as bytes, in the lowest 32 bits. */
@inline
function fourBytes(sums: v128): v128 {
  const words = i32x4.shr_s(i32x4.add(sums, i32x4.splat(1 << 17)), 18);
  const narrow = i16x8.narrow_i32x4_s(words, words);
  return i8x16.narrow_i16x8_u(narrow, narrow);
}

/**
 * Resamples a plane with the weights of `kernel.ts` (14 places): down first with taps in twos, then across with taps in
 * eights. The source has room behind it for a row and a vector more; `line` for one row of 16-bit numbers as wide as the
 * source, and for four vectors more.
 */
export function resizePlane(
  source: usize, width: i32, stride: i32,
  acrossFirst: usize, acrossWeights: usize, acrossTaps: i32, targetWidth: i32,
  downFirst: usize, downWeights: usize, downTaps: i32, targetHeight: i32,
  line: usize, out: usize,
): void {
  const half = i32x4.splat(1 << 9);
  const step = (<usize>acrossTaps) << 1;
  for (let y: i32 = 0; y < targetHeight; y++) {
    const top = source + <usize>(load<i32>(downFirst + ((<usize>y) << 2)) * stride);
    const weights = downWeights + <usize>(y * downTaps * 2);
    // Rows keep 4 bits below the byte. Two rows are mixed, so that one instruction weighs and adds both.
    for (let x: i32 = 0; x < width; x += 16) {
      let a = half;
      let b = half;
      let c = half;
      let d = half;
      let row = top + <usize>x;
      for (let k: i32 = 0; k < downTaps; k += 2) {
        const upper = v128.load(row);
        const lower = v128.load(row + stride);
        const left = v128.shuffle<i8>(upper, lower, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23);
        const right = v128.shuffle<i8>(upper, lower, 8, 24, 9, 25, 10, 26, 11, 27, 12, 28, 13, 29, 14, 30, 15, 31);
        const weight = v128.load32_splat(weights + ((<usize>k) << 1));
        a = i32x4.add(a, i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(left), weight));
        b = i32x4.add(b, i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(left), weight));
        c = i32x4.add(c, i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(right), weight));
        d = i32x4.add(d, i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(right), weight));
        row += stride * 2;
      }
      const place = line + ((<usize>x) << 1);
      v128.store(place, i16x8.narrow_i32x4_s(i32x4.shr_s(a, 10), i32x4.shr_s(b, 10)));
      v128.store(place, i16x8.narrow_i32x4_s(i32x4.shr_s(c, 10), i32x4.shr_s(d, 10)), 16);
    }
    let first = acrossFirst;
    let at = acrossWeights;
    let x: i32 = 0;
    for (; x + 4 <= targetWidth; x += 4) {
      const a = acrossAt(line, first, at, acrossTaps);
      const b = acrossAt(line, first + 4, at + step, acrossTaps);
      const c = acrossAt(line, first + 8, at + step * 2, acrossTaps);
      const d = acrossAt(line, first + 12, at + step * 3, acrossTaps);
      v128.store32_lane(out, fourBytes(folded(folded(a, b), folded(c, d))), 0);
      first += 16;
      at += step * 4;
      out += 4;
    }
    for (; x < targetWidth; x++) {
      const a = acrossAt(line, first, at, acrossTaps);
      const b = folded(a, a);
      v128.store8_lane(out, fourBytes(folded(b, b)), 0);
      first += 4;
      at += step;
      out++;
    }
  }
}

// ---- Encoding (T.81, F.1, with the Huffman tables of Annex K) ----

let to: usize = 0;
let gathered: u64 = 0;
let waiting: i32 = 0;

/** Writes four bytes, a zero behind each 0xff; gives the address behind. */
@inline
function putFour(four: u32, out: usize): usize {
  if (!hasMark(four)) {
    store<u32>(out, bswap<u32>(four));
    return out + 4;
  }
  for (let shift = 24; shift >= 0; shift -= 8) {
    const byte = <u8>(four >> shift);
    store<u8>(out++, byte);
    if (byte == 0xff) store<u8>(out++, 0);
  }
  return out;
}

/** A block at the edge, before it is encoded, 8 bytes to a row; and a quantised block, as 16-bit numbers. */
const edge: usize = memory.data(64, 16);
const quantised: usize = memory.data(128, 16);
/** Place in the (transposed) block of each zigzag index. */
const ZIGZAG: usize = memory.data<u8>([
  0, 8, 1, 2, 9, 16, 24, 17, 10, 3, 4, 11, 18, 25, 32, 40,
  33, 26, 19, 12, 5, 6, 13, 20, 27, 34, 41, 48, 56, 49, 42, 35,
  28, 21, 14, 7, 15, 22, 29, 36, 43, 50, 57, 58, 51, 44, 37, 30,
  23, 31, 38, 45, 52, 59, 60, 53, 46, 39, 47, 54, 61, 62, 55, 63,
]);

// Constants of the forward transform of Arai, Agui and Nakajima, with 15 places.
const C38: i16 = 12540; // 0.382683433
const C54: i16 = 17734; // 0.541196100
const C71: i16 = 23170; // 0.707106781
const C31: i16 = 10045; // 1.306562965 - 1

/** Copies a block at the right or lower edge; beyond it the last pixel goes on. */
function copyEdge(plane: usize, width: i32, height: i32, x: i32, y: i32): void {
  for (let j = 0; j < 8; j++) {
    const row = plane + <usize>(min(y + j, height - 1) * width);
    for (let i = 0; i < 8; i++) {
      store<u8>(edge + <usize>(j * 8 + i), load<u8>(row + <usize>min(x + i, width - 1)));
    }
  }
}

/** Eight pixels as 16-bit numbers around zero, doubled. */
@inline
function eight(row: usize): v128 {
  return i16x8.shl(i16x8.sub(i16x8.extend_low_i8x16_u(v128.load64_zero(row)), i16x8.splat(128)), 1);
}

@inline
function times(a: v128, constant: i16): v128 {
  return i16x8.q15mulr_sat_s(a, i16x8.splat(constant));
}

/** Transforms and quantises the block at `x`, `y`; gives how many of its coefficients are not zero. */
function transform(plane: usize, width: i32, height: i32, x: i32, y: i32, factors: usize): i32 {
  let from = plane + <usize>(y * width + x);
  let stride: usize = width;
  if (x + 8 > width || y + 8 > height) {
    copyEdge(plane, width, height, x, y);
    from = edge;
    stride = 8;
  }
  let a0 = eight(from);
  let a1 = eight(from + stride);
  let a2 = eight(from + stride * 2);
  let a3 = eight(from + stride * 3);
  let a4 = eight(from + stride * 4);
  let a5 = eight(from + stride * 5);
  let a6 = eight(from + stride * 6);
  let a7 = eight(from + stride * 7);
  // Down the columns, turned over the diagonal, and down the columns again.
  for (let pass = 0; pass < 2; pass++) {
    const s07 = i16x8.add(a0, a7);
    const d07 = i16x8.sub(a0, a7);
    const s16 = i16x8.add(a1, a6);
    const d16 = i16x8.sub(a1, a6);
    const s25 = i16x8.add(a2, a5);
    const d25 = i16x8.sub(a2, a5);
    const s34 = i16x8.add(a3, a4);
    const d34 = i16x8.sub(a3, a4);
    const even0 = i16x8.add(s07, s34);
    const even3 = i16x8.sub(s07, s34);
    const even1 = i16x8.add(s16, s25);
    const z1 = times(i16x8.add(i16x8.sub(s16, s25), even3), C71);
    const odd0 = i16x8.add(d34, d25);
    const odd2 = i16x8.add(d16, d07);
    const z5 = times(i16x8.sub(odd0, odd2), C38);
    const z2 = i16x8.add(times(odd0, C54), z5);
    const z4 = i16x8.add(i16x8.add(times(odd2, C31), odd2), z5);
    const z3 = times(i16x8.add(d25, d16), C71);
    const z11 = i16x8.add(d07, z3);
    const z13 = i16x8.sub(d07, z3);
    const b0 = i16x8.add(even0, even1);
    const b1 = i16x8.add(z11, z4);
    const b2 = i16x8.add(even3, z1);
    const b3 = i16x8.sub(z13, z2);
    const b4 = i16x8.sub(even0, even1);
    const b5 = i16x8.add(z13, z2);
    const b6 = i16x8.sub(even3, z1);
    const b7 = i16x8.sub(z11, z4);
    if (pass == 1) {
      const n0 = quantise(b0, factors, 0);
      const n1 = quantise(b1, factors, 16);
      const n2 = quantise(b2, factors, 32);
      const n3 = quantise(b3, factors, 48);
      const n4 = quantise(b4, factors, 64);
      const n5 = quantise(b5, factors, 80);
      const n6 = quantise(b6, factors, 96);
      const n7 = quantise(b7, factors, 112);
      return 64 - (n0 + n1 + n2 + n3 + n4 + n5 + n6 + n7);
    }
    const c0 = v128.shuffle<i16>(b0, b4, 0, 8, 1, 9, 2, 10, 3, 11);
    const c1 = v128.shuffle<i16>(b0, b4, 4, 12, 5, 13, 6, 14, 7, 15);
    const c2 = v128.shuffle<i16>(b1, b5, 0, 8, 1, 9, 2, 10, 3, 11);
    const c3 = v128.shuffle<i16>(b1, b5, 4, 12, 5, 13, 6, 14, 7, 15);
    const c4 = v128.shuffle<i16>(b2, b6, 0, 8, 1, 9, 2, 10, 3, 11);
    const c5 = v128.shuffle<i16>(b2, b6, 4, 12, 5, 13, 6, 14, 7, 15);
    const c6 = v128.shuffle<i16>(b3, b7, 0, 8, 1, 9, 2, 10, 3, 11);
    const c7 = v128.shuffle<i16>(b3, b7, 4, 12, 5, 13, 6, 14, 7, 15);
    const e0 = v128.shuffle<i16>(c0, c4, 0, 8, 1, 9, 2, 10, 3, 11);
    const e1 = v128.shuffle<i16>(c0, c4, 4, 12, 5, 13, 6, 14, 7, 15);
    const e2 = v128.shuffle<i16>(c1, c5, 0, 8, 1, 9, 2, 10, 3, 11);
    const e3 = v128.shuffle<i16>(c1, c5, 4, 12, 5, 13, 6, 14, 7, 15);
    const e4 = v128.shuffle<i16>(c2, c6, 0, 8, 1, 9, 2, 10, 3, 11);
    const e5 = v128.shuffle<i16>(c2, c6, 4, 12, 5, 13, 6, 14, 7, 15);
    const e6 = v128.shuffle<i16>(c3, c7, 0, 8, 1, 9, 2, 10, 3, 11);
    const e7 = v128.shuffle<i16>(c3, c7, 4, 12, 5, 13, 6, 14, 7, 15);
    a0 = v128.shuffle<i16>(e0, e4, 0, 8, 1, 9, 2, 10, 3, 11);
    a1 = v128.shuffle<i16>(e0, e4, 4, 12, 5, 13, 6, 14, 7, 15);
    a2 = v128.shuffle<i16>(e1, e5, 0, 8, 1, 9, 2, 10, 3, 11);
    a3 = v128.shuffle<i16>(e1, e5, 4, 12, 5, 13, 6, 14, 7, 15);
    a4 = v128.shuffle<i16>(e2, e6, 0, 8, 1, 9, 2, 10, 3, 11);
    a5 = v128.shuffle<i16>(e2, e6, 4, 12, 5, 13, 6, 14, 7, 15);
    a6 = v128.shuffle<i16>(e3, e7, 0, 8, 1, 9, 2, 10, 3, 11);
    a7 = v128.shuffle<i16>(e3, e7, 4, 12, 5, 13, 6, 14, 7, 15);
  }
  return 0;
}

/** Quantises and stores eight coefficients; gives how many became zero. */
@inline
function quantise(row: v128, factors: usize, at: usize): i32 {
  const whole = i16x8.q15mulr_sat_s(row, v128.load(factors + at));
  v128.store(quantised + at, whole);
  return popcnt(i16x8.bitmask(i16x8.eq(whole, i64x2.splat(0))));
}

@inline
function bitsFor(value: i32): i32 {
  return 32 - <i32>clz(<u32>value);
}

/**
 * Encodes the block at `x`, `y`. `factors`: what coefficients are multiplied with, 64 numbers of 15 places,
 * transposed. Codes: a 32-bit code and length (code << 8 | length) a symbol. Gives the mean for the next block.
 */
function putBlock(
  plane: usize, width: i32, height: i32, x: i32, y: i32,
  factors: usize, dcCodes: usize, acCodes: usize, predictor: i32,
): i32 {
  let left = transform(plane, width, height, x, y, factors);
  let g = gathered;
  let w = waiting;
  let o = to;
  const dc = <i32>load<i16>(quantised);
  // Coefficients that are not zero, the mean left out: behind the last of them nothing is looked at.
  if (dc != 0) left--;
  let table = dcCodes;
  let value = dc - predictor;
  let run = 0;
  let k: usize = 0;
  // The difference of the mean goes first, whatever it is; after it every coefficient that is not zero.
  while (true) {
    const size = bitsFor(abs(value));
    const code = load<u32>(table + ((<usize>((run << 4) | size)) << 2));
    const length = code & 255;
    const number = <u32>(value < 0 ? value - 1 : value) & ((1 << size) - 1);
    g = (g << (<u64>(length + size))) | <u64>(((code >> 8) << size) | number);
    w += length + size;
    if (w >= 32) {
      w -= 32;
      o = putFour(<u32>(g >> w), o);
    }
    if (left == 0) break;
    table = acCodes;
    run = -1;
    do {
      k++;
      run++;
      value = <i32>load<i16>(quantised + ((<usize>load<u8>(ZIGZAG + k)) << 1));
    } while (value == 0);
    left--;
    while (run > 15) {
      const zeros = load<u32>(acCodes, 0xf0 << 2);
      g = (g << (zeros & 255)) | (zeros >> 8);
      w += zeros & 255;
      run -= 16;
      if (w >= 32) {
        w -= 32;
        o = putFour(<u32>(g >> w), o);
      }
    }
  }
  if (k < 63) {
    const done = load<u32>(acCodes);
    g = (g << (done & 255)) | (done >> 8);
    w += done & 255;
    if (w >= 32) {
      w -= 32;
      o = putFour(<u32>(g >> w), o);
    }
  }
  gathered = g;
  waiting = w;
  to = o;
  return dc;
}

/**
 * Encodes three planes at 4:2:0 as the data of one scan; colour planes are half as wide and tall, rounded up.
 * `tables`: the four code tables DC and AC of luma, DC and AC of colour, 256 entries each. Gives its length.
 */
export function encodeScan(
  luma: usize, u: usize, v: usize, width: i32, height: i32,
  lumaFactors: usize, colourFactors: usize, tables: usize, out: usize,
): i32 {
  to = out;
  gathered = 0;
  waiting = 0;
  const halfWidth = (width + 1) >> 1;
  const halfHeight = (height + 1) >> 1;
  let p0 = 0;
  let p1 = 0;
  let p2 = 0;
  for (let y = 0; y < height; y += 16) {
    for (let x = 0; x < width; x += 16) {
      for (let j = y; j < y + 16; j += 8) {
        for (let i = x; i < x + 16; i += 8) {
          p0 = putBlock(luma, width, height, min(i, width - 1), min(j, height - 1), lumaFactors, tables, tables + 1024, p0);
        }
      }
      p1 = putBlock(u, halfWidth, halfHeight, x >> 1, y >> 1, colourFactors, tables + 2048, tables + 3072, p1);
      p2 = putBlock(v, halfWidth, halfHeight, x >> 1, y >> 1, colourFactors, tables + 2048, tables + 3072, p2);
    }
  }
  // The last byte is filled up with ones.
  while (waiting > 0) {
    if (waiting < 8) {
      gathered = (gathered << (8 - waiting)) | ((1 << (8 - waiting)) - 1);
      waiting = 8;
    }
    const byte = <u8>(gathered >> (waiting - 8));
    store<u8>(to++, byte);
    if (byte == 0xff) store<u8>(to++, 0);
    waiting -= 8;
  }
  return <i32>(to - out);
}
