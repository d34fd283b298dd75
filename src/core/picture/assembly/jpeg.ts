// Small pictures of JPEG photos: decoding at a half, a quarter or an eighth, resizing of single planes, and
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
// is longer); 4096 entries for passing over one or two symbols with their numbers (bits << 8 | places to go on,
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

// ---- Blocks, decoded to 1, 2 × 2 or 4 × 4 pixels ----

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

@inline
function byteOf(value: i32): u8 {
  return <u8>(value < 0 ? 0 : value > 255 ? 255 : value);
}

/**
 * Reads one block and writes `side` × `side` pixels (1, 2 or 4). A picture of N/8 is the N-point inverse of
 * the lowest N × N coefficients, scaled by N/8. Gives the new predictor, or the smallest integer for bad data.
 */
function block(dc: usize, ac: usize, quant: usize, predictor: i32, side: i32, out: usize, stride: i32): i32 {
  // What is held stays in locals, which are registers; the globals are memory.
  let b = bits;
  let h = held;
  let p = at;
  // The last zigzag place that matters: none, (1,1) or (3,3).
  const last = side == 1 ? 0 : side == 2 ? 4 : 24;
  if (side == 2) {
    store<i32>(low, 0, 4);
    store<i32>(low, 0, 16);
    store<i32>(low, 0, 20);
  } else if (side == 4) {
    for (let i: usize = 4; i < 64; i += 4) store<i32>(low + i, 0);
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
  store<i32>(low, predictor * load<u16>(quant));

  // The coefficients that matter.
  let k = 1;
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
    k += (code >> 4) & 15;
    // Those outside the low square go to a place that is not read.
    const place = <usize>load<u8>(places + <usize>k);
    store<i32>(low + (place << 2), value * load<u16>(quant + ((<usize>k) << 1)));
    k++;
  }

  // The rest is passed over: two symbols at a time where they are short, and where the first cannot end the
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
  else four(out, stride);
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

/**
 * Resamples a plane with the weights of `kernel.ts` (14 places): down first, then across, with taps in eights.
 * `line` has room for one row of 16-bit numbers as wide as the source, and for two vectors more.
 */
export function resizePlane(
  source: usize, width: i32, stride: i32,
  acrossFirst: usize, acrossWeights: usize, acrossTaps: i32, targetWidth: i32,
  downFirst: usize, downWeights: usize, downTaps: i32, targetHeight: i32,
  line: usize, out: usize,
): void {
  const half = i32x4.splat(1 << 9);
  for (let y: i32 = 0; y < targetHeight; y++) {
    const top = source + <usize>(load<i32>(downFirst + ((<usize>y) << 2)) * stride);
    const weights = downWeights + <usize>(y * downTaps * 2);
    // Rows keep 4 bits below the byte. The source has room behind it for the last vector.
    for (let x: i32 = 0; x < width; x += 8) {
      let a = half;
      let b = half;
      let row = top + <usize>x;
      for (let k: i32 = 0; k < downTaps; k++) {
        const pixels = i16x8.extend_low_i8x16_u(v128.load64_zero(row));
        const weight = v128.load16_splat(weights + ((<usize>k) << 1));
        a = i32x4.add(a, i32x4.extmul_low_i16x8_s(pixels, weight));
        b = i32x4.add(b, i32x4.extmul_high_i16x8_s(pixels, weight));
        row += stride;
      }
      v128.store(line + ((<usize>x) << 1), i16x8.narrow_i32x4_s(i32x4.shr_s(a, 10), i32x4.shr_s(b, 10)));
    }
    let at = acrossWeights;
    for (let x: i32 = 0; x < targetWidth; x++) {
      let from = line + ((<usize>load<i32>(acrossFirst + ((<usize>x) << 2))) << 1);
      let sums = i32x4.splat(0);
      for (let k: i32 = 0; k < acrossTaps; k += 8) {
        sums = i32x4.add(sums, i32x4.dot_i16x8_s(v128.load(from), v128.load(at)));
        from += 16;
        at += 16;
      }
      sums = i32x4.add(sums, v128.shuffle<i32>(sums, sums, 2, 3, 0, 1));
      const sum = i32x4.extract_lane(sums, 0) + i32x4.extract_lane(sums, 1) + (1 << 17);
      store<u8>(out++, byteOf(sum >> 18));
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

/** The block being encoded, as floats; the same turned over its diagonal; and quantised, as 32-bit numbers. */
const samples: usize = memory.data(256, 16);
const turned: usize = memory.data(256, 16);
const quantised: usize = memory.data(256, 16);
/** Place in the (transposed) block of each zigzag index. */
const ZIGZAG: usize = memory.data<u8>([
  0, 8, 1, 2, 9, 16, 24, 17, 10, 3, 4, 11, 18, 25, 32, 40,
  33, 26, 19, 12, 5, 6, 13, 20, 27, 34, 41, 48, 56, 49, 42, 35,
  28, 21, 14, 7, 15, 22, 29, 36, 43, 50, 57, 58, 51, 44, 37, 30,
  23, 31, 38, 45, 52, 59, 60, 53, 46, 39, 47, 54, 61, 62, 55, 63,
]);

/** The forward transform of Arai, Agui and Nakajima on four columns at once; its scale is in the divisors. */
@inline
function columns(from: usize): void {
  const r0 = v128.load(from);
  const r1 = v128.load(from, 32);
  const r2 = v128.load(from, 64);
  const r3 = v128.load(from, 96);
  const r4 = v128.load(from, 128);
  const r5 = v128.load(from, 160);
  const r6 = v128.load(from, 192);
  const r7 = v128.load(from, 224);
  const s07 = f32x4.add(r0, r7);
  const d07 = f32x4.sub(r0, r7);
  const s16 = f32x4.add(r1, r6);
  const d16 = f32x4.sub(r1, r6);
  const s25 = f32x4.add(r2, r5);
  const d25 = f32x4.sub(r2, r5);
  const s34 = f32x4.add(r3, r4);
  const d34 = f32x4.sub(r3, r4);
  const even0 = f32x4.add(s07, s34);
  const even3 = f32x4.sub(s07, s34);
  const even1 = f32x4.add(s16, s25);
  const even2 = f32x4.sub(s16, s25);
  v128.store(from, f32x4.add(even0, even1));
  v128.store(from, f32x4.sub(even0, even1), 128);
  const z1 = f32x4.mul(f32x4.add(even2, even3), f32x4.splat(0.707106781));
  v128.store(from, f32x4.add(even3, z1), 64);
  v128.store(from, f32x4.sub(even3, z1), 192);
  const odd0 = f32x4.add(d34, d25);
  const odd1 = f32x4.add(d25, d16);
  const odd2 = f32x4.add(d16, d07);
  const z5 = f32x4.mul(f32x4.sub(odd0, odd2), f32x4.splat(0.382683433));
  const z2 = f32x4.add(f32x4.mul(odd0, f32x4.splat(0.54119610)), z5);
  const z4 = f32x4.add(f32x4.mul(odd2, f32x4.splat(1.306562965)), z5);
  const z3 = f32x4.mul(odd1, f32x4.splat(0.707106781));
  const z11 = f32x4.add(d07, z3);
  const z13 = f32x4.sub(d07, z3);
  v128.store(from, f32x4.add(z13, z2), 160);
  v128.store(from, f32x4.sub(z13, z2), 96);
  v128.store(from, f32x4.add(z11, z4), 32);
  v128.store(from, f32x4.sub(z11, z4), 224);
}

/** Four rows of four floats turned over their diagonal. */
@inline
function turn(from: usize, into: usize): void {
  const a = v128.load(from);
  const b = v128.load(from, 32);
  const c = v128.load(from, 64);
  const d = v128.load(from, 96);
  const ab0 = v128.shuffle<f32>(a, b, 0, 4, 1, 5);
  const ab1 = v128.shuffle<f32>(a, b, 2, 6, 3, 7);
  const cd0 = v128.shuffle<f32>(c, d, 0, 4, 1, 5);
  const cd1 = v128.shuffle<f32>(c, d, 2, 6, 3, 7);
  v128.store(into, v128.shuffle<i64>(ab0, cd0, 0, 2));
  v128.store(into, v128.shuffle<i64>(ab0, cd0, 1, 3), 32);
  v128.store(into, v128.shuffle<i64>(ab1, cd1, 0, 2), 64);
  v128.store(into, v128.shuffle<i64>(ab1, cd1, 1, 3), 96);
}

@inline
function widen(bytes: v128, into: usize): void {
  const words = i16x8.sub(i16x8.extend_low_i8x16_u(bytes), i16x8.splat(128));
  v128.store(into, f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_s(words)));
  v128.store(into, f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_s(words)), 16);
}

/** Loads a block; beyond the right and lower edge the last pixel goes on. */
@inline
function loadBlock(plane: usize, width: i32, height: i32, x: i32, y: i32): void {
  for (let j = 0; j < 8; j++) {
    const row = plane + <usize>(min(y + j, height - 1) * width);
    const into = samples + ((<usize>j) << 5);
    if (x + 8 <= width) widen(v128.load64_zero(row + <usize>x), into);
    else {
      for (let i = 0; i < 8; i++) {
        store<f32>(into + ((<usize>i) << 2), <f32>(<i32>load<u8>(row + <usize>min(x + i, width - 1)) - 128));
      }
    }
  }
}

@inline
function bitsFor(value: i32): i32 {
  return 32 - <i32>clz(<u32>value);
}

/** Encodes one block. `divisors`: 64 floats, transposed. Tables: a 32-bit code and length (code << 8 | length) a symbol. */
function putBlock(divisors: usize, dcCodes: usize, acCodes: usize, predictor: i32): i32 {
  columns(samples);
  columns(samples + 16);
  turn(samples, turned);
  turn(samples + 16, turned + 128);
  turn(samples + 128, turned + 16);
  turn(samples + 144, turned + 144);
  columns(turned);
  columns(turned + 16);
  // Adding this number leaves the nearest whole one in the low bits of a float.
  const magic = f32x4.splat(12582912.0);
  const zero = i64x2.splat(0);
  let left = 0;
  for (let i: usize = 0; i < 256; i += 16) {
    const rounded = f32x4.add(f32x4.mul(v128.load(turned + i), v128.load(divisors + i)), magic);
    const whole = i32x4.sub(rounded, i32x4.splat(0x4b400000));
    v128.store(quantised + i, whole);
    left += 4 - popcnt(i32x4.bitmask(i32x4.eq(whole, zero)));
  }
  let g = gathered;
  let w = waiting;
  let o = to;
  const dc = load<i32>(quantised);
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
      value = load<i32>(quantised + ((<usize>load<u8>(ZIGZAG + k)) << 2));
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
  lumaDivisors: usize, colourDivisors: usize, tables: usize, out: usize,
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
      for (let j = 0; j < 16; j += 8) {
        for (let i = 0; i < 16; i += 8) {
          loadBlock(luma, width, height, min(x + i, width - 1), min(y + j, height - 1));
          p0 = putBlock(lumaDivisors, tables, tables + 1024, p0);
        }
      }
      loadBlock(u, halfWidth, halfHeight, x >> 1, y >> 1);
      p1 = putBlock(colourDivisors, tables + 2048, tables + 3072, p1);
      loadBlock(v, halfWidth, halfHeight, x >> 1, y >> 1);
      p2 = putBlock(colourDivisors, tables + 2048, tables + 3072, p2);
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
