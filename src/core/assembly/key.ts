// The loops of a key: measuring photos against their backing, making the matte, taking the backing out; to the numbers of
// `measure-rows.ts`, `fade-rows.ts`, `fade-far-rows.ts`, `cut-tile.ts`, `lay-over.ts` and `photo-reader.ts`. Part of render.ts.

const FULL: i32 = 255 << 6;
/** As in measure-rows.ts and fade-rows.ts. */
const SURELY: f32 = 0.3;
const DARK: f32 = 0.02;
const NEAREST: f32 = 0.6;
const CLEARLY: f32 = 0.3;
const LEAST_OTHER: f32 = 1e-3;
/** As in key-facts.ts. */
const MIXED: u8 = 1;
/** As in light-tables.ts. */
const STEPS: f32 = 8192;

/** The light of a value; those below black have that of black, before the others. */
// @ts-ignore: decorator
@inline
function lightAt(light: usize, value: usize): usize {
  return light + (<usize>(<i32>load<i16>(value) << 2));
}

/** The light of four values. */
// @ts-ignore: decorator
@inline
function fourLights(light: usize, a: usize, b: usize, c: usize, d: usize): v128 {
  let four = v128.load32_zero(lightAt(light, a));
  four = v128.load32_lane(lightAt(light, b), four, 1);
  four = v128.load32_lane(lightAt(light, c), four, 2);
  return v128.load32_lane(lightAt(light, d), four, 3);
}

/** The backing's own light of four pixels, from the light of their channels in its order. */
// @ts-ignore: decorator
@inline
function ownOf(first: v128, second: v128, isMost: v128): v128 {
  return v128.bitselect(first, f32x4.min(first, second), isMost);
}

/** Their other light. */
// @ts-ignore: decorator
@inline
function otherOf(second: v128, third: v128, isMost: v128): v128 {
  return v128.bitselect(f32x4.max(second, third), third, isMost);
}

/** What light in four columns of a block is measured by. */
// @ts-ignore: decorator
@inline
function measures(scale: v128, slope: v128, columns: v128): v128 {
  return f32x4.add(scale, f32x4.mul(slope, columns));
}

/** Sets bytes to 0 or, by -1, to 255; runs are short. */
// @ts-ignore: decorator
@inline
function setBytes(at: usize, bytes: usize, value: i64): void {
  const end = at + bytes;
  for (; at + 16 <= end; at += 16) v128.store(at, i64x2.splat(value));
  for (; at + 8 <= end; at += 8) store<i64>(at, value);
  for (; at < end; at++) store<u8>(at, <u8>value);
}

// @ts-ignore: decorator
@inline
function greatest(four: v128): f32 {
  return max(max(f32x4.extract_lane(four, 0), f32x4.extract_lane(four, 1)), max(f32x4.extract_lane(four, 2), f32x4.extract_lane(four, 3)));
}

/** Rows of one row of blocks: how own and other light differ at the most and the least, and of what may be the subject their ratio and the brightest. */
export function measureRows(
  data: usize, width: i32, rows: i32, side: i32, most0: i32, middle0: i32, least0: i32, isMost: i32,
  light: usize, scales: usize, others: usize, most: usize, least: usize, ratios: usize, brightest: usize,
): void {
  const mostMask = i32x4.splat(isMost ? -1 : 0);
  const p = (<usize>most0) << 1;
  const m = (<usize>middle0) << 1;
  const l = (<usize>least0) << 1;
  const four = f32x4(0, 1, 2, 3);
  const dark = f32x4.splat(DARK);
  const stride = (<usize>width) << 3;
  for (let from: i32 = 0; from < width; from += side) {
    const count = min(side, width - from);
    const last = count - 1;
    const start = load<f32>(scales);
    const scale = f32x4.splat(start);
    const slope = f32x4.splat((load<f32>(scales, 4) - start) / <f32>side);
    const sure = f32x4.splat(SURELY * (<f32>1 - load<f32>(others)));
    let high = f32x4.splat(-Infinity);
    let low = f32x4.splat(Infinity);
    let ratio = f32x4.splat(0);
    let bright = f32x4.splat(0);
    let row = data + ((<usize>from) << 3);
    for (let y: i32 = 0; y < rows; y++) {
      for (let x: i32 = 0; x < count; x += 4) {
        // Behind the last pixel it is that one again.
        const a = row + ((<usize>x) << 3);
        const b = row + ((<usize>min(x + 1, last)) << 3);
        const c = row + ((<usize>min(x + 2, last)) << 3);
        const d = row + ((<usize>min(x + 3, last)) << 3);
        const second = fourLights(light, a + m, b + m, c + m, d + m);
        const by = measures(scale, slope, f32x4.min(f32x4.add(f32x4.splat(<f32>x), four), f32x4.splat(<f32>last)));
        const own = f32x4.mul(ownOf(fourLights(light, a + p, b + p, c + p, d + p), second, mostMask), by);
        const other = f32x4.mul(otherOf(second, fourLights(light, a + l, b + l, c + l, d + l), mostMask), by);
        const apart = f32x4.sub(own, other);
        high = f32x4.max(high, apart);
        low = f32x4.min(low, apart);
        const may = f32x4.le(apart, sure);
        if (v128.any_true(may)) {
          const here = f32x4.div(f32x4.add(own, dark), f32x4.add(other, dark));
          ratio = f32x4.max(ratio, v128.and(here, may));
          bright = f32x4.max(bright, v128.and(other, may));
        }
      }
      row += stride;
    }
    store<f32>(most, greatest(high));
    store<f32>(least, -greatest(f32x4.neg(low)));
    store<f32>(ratios, greatest(ratio));
    store<f32>(brightest, greatest(bright));
    most += 4;
    least += 4;
    ratios += 4;
    brightest += 4;
    scales += 4;
    others += 4;
  }
}

/** Measured parts as a matte, as in softness.ts: four numbers of 0 to 255. */
// @ts-ignore: decorator
@inline
function softened(measured: v128, goes: v128, rest: v128, perSpan: v128, wide: v128): v128 {
  const one = f32x4.splat(1);
  const left = f32x4.sub(one, measured);
  const above = f32x4.sub(measured, goes);
  const straight = f32x4.mul(above, perSpan);
  const low = f32x4.min(measured, f32x4.add(above, above));
  const under = f32x4.sub(left, rest);
  const high = f32x4.sub(one, f32x4.min(left, f32x4.add(under, under)));
  const eased = v128.bitselect(low, high, f32x4.lt(measured, f32x4.splat(0.5)));
  const made = f32x4.add(f32x4.mul(wide, eased), f32x4.mul(f32x4.sub(one, wide), straight));
  let whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.splat(255), made), f32x4.splat(0.5)));
  whole = v128.bitselect(i32x4.splat(255), whole, f32x4.le(left, rest));
  return v128.andnot(whole, f32x4.le(measured, goes));
}

/** Writes four numbers of 0 to 255, or fewer where they are the last. */
// @ts-ignore: decorator
@inline
function storeFour(at: usize, four: v128, count: i32): void {
  const halves = i16x8.narrow_i32x4_s(four, four);
  const bytes = i8x16.narrow_i16x8_u(halves, halves);
  if (count >= 4) {
    v128.store32_lane(at, bytes, 0);
    return;
  }
  v128.store8_lane(at, bytes, 0);
  if (count > 1) v128.store8_lane(at, bytes, 1, 1);
  if (count > 2) v128.store8_lane(at, bytes, 2, 2);
}

/** What of all numbers that were made: all that go, all that stay, or both. */
// @ts-ignore: decorator
@inline
function kindOf(all: v128, any: v128): u8 {
  if (!v128.any_true(any)) return 0;
  return i32x4.all_true(i32x4.eq(all, i32x4.splat(255))) ? 255 : MIXED;
}

/** A number of blocks between two rows of them. */
// @ts-ignore: decorator
@inline
function between(numbers: usize, above: usize, below: usize, part: f32): f32 {
  const here = load<f32>(numbers + above);
  return here + (load<f32>(numbers + below) - here) * part;
}

/** Whether all of a block stays for certain, as in fade-rows.ts. */
function allStays(
  ratio: f32, ratios: usize, row: i32, block: i32, across: i32, down: i32, largest: f32, behind: f32, rest: f32,
): bool {
  let low: f32 = Infinity;
  let high: f32 = 0;
  for (let y = max(0, row - 1); y <= min(down - 1, row + 1); y++) {
    for (let x = max(0, block - 1); x <= min(across - 1, block + 1); x++) {
      const here = min(largest, load<f32>(ratios + ((<usize>(y * across + x)) << 2)));
      low = min(low, here);
      high = max(high, here);
    }
  }
  return ratio <= low && DARK * (ratio - 1) <= rest * (<f32>1 - high * behind);
}

/** The matte of the rows of a row of blocks. */
export function fadeRows(
  data: usize, width: i32, rows: i32, side: i32, most0: i32, middle0: i32, least0: i32, isMost: i32,
  light: usize, scales: usize, others: usize, most: usize, least: usize, measured: usize, ratios: usize, brightest: usize, row0: i32, down: i32,
  goes: f32, rest: f32, perSpan: f32, wide: f32, alpha: usize, kinds: usize,
): void {
  const mostMask = i32x4.splat(isMost ? -1 : 0);
  const p = (<usize>most0) << 1;
  const m = (<usize>middle0) << 1;
  const l = (<usize>least0) << 1;
  const across = (width + side - 1) / side;
  const half = side >> 1;
  const perSide = f32x4.splat(<f32>1 / <f32>side);
  const four = f32x4(0, 1, 2, 3);
  for (let block: i32 = 0; block < across; block++) {
    const inBlocks = (<usize>block) << 2;
    const from = block * side;
    const count = min(side, width - from);
    const behind = load<f32>(others + inBlocks);
    const wholly = (<f32>1 - goes) * (<f32>1 - behind);
    if (load<f32>(least + inBlocks) >= wholly) {
      let line = alpha + <usize>from;
      for (let y: i32 = 0; y < rows; y++) {
        setBytes(line, <usize>count, 0);
        line += <usize>width;
      }
      store<u8>(kinds + <usize>block, 0);
      continue;
    }
    const limit = NEAREST / max(LEAST_OTHER, behind);
    if (
      load<f32>(most + inBlocks) <= SURELY * (<f32>1 - behind) &&
      allStays(load<f32>(measured + inBlocks), ratios, row0, block, across, down, limit, behind, rest)
    ) {
      let line = alpha + <usize>from;
      for (let y: i32 = 0; y < rows; y++) {
        setBytes(line, <usize>count, -1);
        line += <usize>width;
      }
      store<u8>(kinds + <usize>block, 255);
      continue;
    }
    const start = load<f32>(scales + inBlocks);
    const scale = f32x4.splat(start);
    const slope = f32x4.splat((load<f32>(scales + inBlocks, 4) - start) / <f32>side);
    const largest = f32x4.splat(limit);
    const behinds = f32x4.splat(behind);
    let all = i32x4.splat(255);
    let any = i32x4.splat(0);
    for (let y: i32 = 0; y < rows; y++) {
      const row = data + ((<usize>(y * width + from)) << 3);
      const v = min(<f32>(down - 1), max(<f32>0, <f32>row0 + ((<f32>y + <f32>0.5) / <f32>side - <f32>0.5)));
      const top = <i32>v;
      const lower = v - <f32>top;
      const above = (<usize>(top * across)) << 2;
      const below = (<usize>(min(down - 1, top + 1) * across)) << 2;
      for (let part: i32 = 0; part < 2; part++) {
        // Between the middles of this block and its neighbour on that side.
        const left = (<usize>(part == 0 ? max(0, block - 1) : block)) << 2;
        const right = (<usize>(part == 0 ? block : min(across - 1, block + 1))) << 2;
        const ratio0 = between(ratios + left, above, below, lower);
        const ratioStep = f32x4.splat(between(ratios + right, above, below, lower) - ratio0);
        const bright0 = between(brightest + left, above, below, lower);
        const brightStep = f32x4.splat(between(brightest + right, above, below, lower) - bright0);
        const shift = f32x4.splat(part == 0 ? 0.5 : -0.5);
        const end = part == 0 ? min(half, count) : count;
        const last = end - 1;
        for (let x: i32 = part == 0 ? 0 : half; x < end; x += 4) {
          const a = row + ((<usize>x) << 3);
          const b = row + ((<usize>min(x + 1, last)) << 3);
          const c = row + ((<usize>min(x + 2, last)) << 3);
          const d = row + ((<usize>min(x + 3, last)) << 3);
          const second = fourLights(light, a + m, b + m, c + m, d + m);
          const columns = f32x4.min(f32x4.add(f32x4.splat(<f32>x), four), f32x4.splat(<f32>last));
          const by = measures(scale, slope, columns);
          const own = f32x4.mul(ownOf(fourLights(light, a + p, b + p, c + p, d + p), second, mostMask), by);
          const other = f32x4.mul(otherOf(second, fourLights(light, a + l, b + l, c + l, d + l), mostMask), by);
          const along = f32x4.add(f32x4.mul(f32x4.add(columns, f32x4.splat(0.5)), perSide), shift);
          const ratio = f32x4.min(largest, f32x4.add(f32x4.splat(ratio0), f32x4.mul(ratioStep, along)));
          const gone = f32x4.div(
            f32x4.sub(own, f32x4.mul(ratio, other)),
            f32x4.sub(f32x4.splat(1), f32x4.mul(ratio, behinds)),
          );
          const brighter = f32x4.sub(f32x4.add(f32x4.splat(bright0), f32x4.mul(brightStep, along)), behinds);
          const seen = v128.and(f32x4.div(f32x4.sub(other, behinds), brighter), f32x4.gt(brighter, f32x4.splat(CLEARLY)));
          let made = softened(
            f32x4.max(seen, f32x4.sub(f32x4.splat(1), gone)),
            f32x4.splat(goes), f32x4.splat(rest), f32x4.splat(perSpan), f32x4.splat(wide),
          );
          made = v128.andnot(made, f32x4.ge(f32x4.sub(own, other), f32x4.splat(wholly)));
          storeFour(alpha + <usize>(y * width + from + x), made, end - x);
          all = v128.and(all, made);
          any = v128.or(any, made);
        }
      }
    }
    store<u8>(kinds + <usize>block, kindOf(all, any));
  }
}

/** The matte of such rows before a backing without a colour of its own, whose colours `values` has: by how far each pixel is from it. */
export function fadeFarRows(
  data: usize, width: i32, rows: i32, side: i32, values: usize, perApart: f32,
  goes: f32, rest: f32, perSpan: f32, wide: f32, alpha: usize, kinds: usize,
): void {
  for (let from: i32 = 0; from < width; from += side) {
    const count = min(side, width - from);
    const red = load<f32>(values);
    const green = load<f32>(values, 4);
    const blue = load<f32>(values, 8);
    let all = i32x4.splat(255);
    let any = i32x4.splat(0);
    for (let y: i32 = 0; y < rows; y++) {
      const row = data + ((<usize>(y * width + from)) << 3);
      for (let x: i32 = 0; x < count; x++) {
        const at = row + ((<usize>x) << 3);
        const a = <f32>load<i16>(at) - red;
        const b = <f32>load<i16>(at, 2) - green;
        const c = <f32>load<i16>(at, 4) - blue;
        const apart = sqrt<f32>(a * a + b * b + c * c);
        const made = softened(
          f32x4.splat(apart * perApart), f32x4.splat(goes), f32x4.splat(rest), f32x4.splat(perSpan), f32x4.splat(wide),
        );
        store<u8>(alpha + <usize>(y * width + from + x), <u8>i32x4.extract_lane(made, 0));
        all = v128.and(all, made);
        any = v128.or(any, made);
      }
    }
    store<u8>(kinds, kindOf(all, any));
    kinds++;
    values += 12;
  }
}

/** As in cut-tile.ts. */
const DARKER: f32 = 0.04;
const LEAST_FULL: f32 = 0.65;
const FULL_FULL: f32 = 0.88;
const LEAST_OWN: f32 = 1e-4;
const BY_MOST: i32 = 0;
const BY_DISTANCE: i32 = 2;

// @ts-ignore: decorator
@inline
function ownLight(way: i32, most: f32, middle: f32, least: f32): f32 {
  return way == BY_MOST ? most - max(middle, least) : min(most, middle) - least;
}

// @ts-ignore: decorator
@inline
function valueOfLight(light: f32, values: usize): i16 {
  if (light <= 0) return 0;
  const step = <i32>min(<f32>(2 * STEPS), sqrt<f32>(light) * STEPS + <f32>0.5);
  return load<i16>(values + ((<usize>step) << 1));
}

/** Takes the backing out of a pixel of which a part is the subject, and leaves its shadow. */
function clean(
  at: usize, measured: f32, near: f32, corner: usize, light: usize, values: usize,
  p: usize, m: usize, l: usize, way: i32, spill: f32, shadows: f32,
): void {
  let most = load<f32>(lightAt(light, at + (p << 1)));
  let middle = load<f32>(lightAt(light, at + (m << 1)));
  let least = load<f32>(lightAt(light, at + (l << 1)));
  const mostBehind = load<f32>(corner + (p << 2));
  const middleBehind = load<f32>(corner + (m << 2));
  const leastBehind = load<f32>(corner + (l << 2));
  let part = measured;
  let shadow: f32 = 0;
  if (shadows > 0 && part < 1 && way != BY_DISTANCE) {
    const lit = most / mostBehind;
    const full = ownLight(way, most, middle, least) / max(LEAST_OWN, lit * ownLight(way, mostBehind, middleBehind, leastBehind));
    const t = min(<f32>1, max(<f32>0, (full - LEAST_FULL) / (FULL_FULL - LEAST_FULL)));
    const sure = t * t * (<f32>3 - <f32>2 * t);
    const darker = max(<f32>0, <f32>1 - lit - DARKER) / (<f32>1 - DARKER);
    shadow = shadows * sure * darker;
    part *= <f32>1 - sure;
  }
  const whole = <f32>1 - (<f32>1 - part) * (<f32>1 - shadow);
  if (whole <= 0) {
    store<i64>(at, 0);
    return;
  }
  // What is left of its light without the backing's, of the subject by itself.
  if (part > 0) {
    const gone = <f32>1 - measured;
    most = max(<f32>0, (most - gone * mostBehind) / measured);
    middle = max(<f32>0, (middle - gone * middleBehind) / measured);
    least = max(<f32>0, (least - gone * leastBehind) / measured);
  }
  if (way != BY_DISTANCE) {
    const excess = spill * near * max(<f32>0, ownLight(way, most, middle, least));
    most -= excess;
    if (way != BY_MOST) middle = max(least, middle - excess);
  }
  store<i16>(at + (p << 1), valueOfLight(most * part / whole, values));
  store<i16>(at + (m << 1), valueOfLight(middle * part / whole, values));
  store<i16>(at + (l << 1), valueOfLight(least * part / whole, values));
  store<i16>(at, <i16><i32>(whole * <f32>load<i16>(at, 6) + <f32>0.5), 6);
}

/** Cuts a tile of the photo out; beyond the photo's edges it reads as the edge. */
export function cutTile(
  data: usize, left: i32, top: i32, columns: i32, rows: i32, width: i32, height: i32, side: i32,
  alpha: usize, kinds: usize, near: usize, corners: usize, light: usize, values: usize,
  p: usize, m: usize, l: usize, way: i32, spill: f32, shadows: f32,
): void {
  const across = (width + side - 1) / side;
  for (let row: i32 = 0; row < rows; row++) {
    const v = min(height - 1, max(0, top + row));
    const line = v / side;
    for (let column: i32 = 0; column < columns;) {
      const u = min(width - 1, max(0, left + column));
      const block = u / side;
      // To the end of the block, or, beyond the edges, one by one.
      const inside = left + column >= 0 && left + column < width;
      const count = inside ? min(columns - column, min((block + 1) * side, width) - u) : 1;
      const here = <usize>(line * across + block);
      const kind = load<u8>(kinds + here);
      const nearness = load<f32>(near + (here << 2));
      if (kind == 0 && shadows == 0) setBytes(data, (<usize>count) << 3, 0);
      else if (kind != 255 || nearness != 0) {
        const corner = corners + <usize>(line * (across + 1) + block) * 12;
        const from = alpha + <usize>(v * width + u);
        for (let i: usize = 0; i < <usize>count; i++) {
          const at = data + (i << 3);
          const part = load<u8>(from + i);
          if (part == 0 && shadows == 0) store<i64>(at, 0);
          else if (part < 255) clean(at, <f32>part / 255, 1, corner, light, values, p, m, l, way, spill, shadows);
          else if (nearness != 0 && way != BY_DISTANCE) {
            // Values rise as light does.
            const most = <i32>load<i16>(at + (p << 1));
            const middle = <i32>load<i16>(at + (m << 1));
            const least = <i32>load<i16>(at + (l << 1));
            const isClean = (way == BY_MOST ? most - max(middle, least) : min(most, middle) - least) <= 0;
            if (!isClean) clean(at, 1, nearness, corner, light, values, p, m, l, way, spill, shadows);
          }
        }
      }
      column += count;
      data += (<usize>count) << 3;
    }
  }
}

/** The alphas of four pixels. */
// @ts-ignore: decorator
@inline
function fourAlphas(data: usize): v128 {
  return i32x4.extend_low_i16x8_s(v128.shuffle<i16>(v128.load(data), v128.load(data, 16), 3, 7, 11, 15, 3, 7, 11, 15));
}

/** Colours multiplied by alpha. */
export function premultiply(data: usize, pixels: i32): void {
  const full = i32x4.splat(FULL);
  const last = data + ((<usize>pixels) << 3);
  for (; data < last; data += 8) {
    if (data + 24 < last) {
      // Most are wholly opaque or wholly see-through, like those around them.
      const alphas = fourAlphas(data);
      if (i32x4.all_true(i32x4.eq(alphas, full))) {
        data += 24;
        continue;
      }
      if (!v128.any_true(alphas)) {
        v128.store(data, i64x2.splat(0));
        v128.store(data, i64x2.splat(0), 16);
        data += 24;
        continue;
      }
    }
    const alpha = <i32>load<i16>(data, 6);
    if (alpha == FULL) continue;
    if (alpha == 0) {
      store<i64>(data, 0);
      continue;
    }
    store<i16>(data, multiplied(load<i16>(data), alpha));
    store<i16>(data, multiplied(load<i16>(data, 2), alpha), 2);
    store<i16>(data, multiplied(load<i16>(data, 4), alpha), 4);
  }
}

// @ts-ignore: decorator
@inline
function multiplied(value: i16, alpha: i32): i16 {
  return <i16><i32>Math.floor(<f64>(<i32>value * alpha) / <f64>FULL + 0.5);
}

/** Lays pixels that are multiplied by their alpha over an opaque line, mixed as light is. */
export function layInLight(line: usize, pixels: usize, count: i32, light: usize, values: usize): void {
  for (let i: i32 = 0; i < count; i++) {
    const at = (<usize>i) << 3;
    if (i + 3 < count) {
      const alphas = fourAlphas(pixels + at);
      if (!v128.any_true(alphas)) {
        i += 3;
        continue;
      }
      // Both are opaque.
      if (i32x4.all_true(i32x4.eq(alphas, i32x4.splat(FULL)))) {
        v128.store(line + at, v128.load(pixels + at));
        v128.store(line + at, v128.load(pixels + at, 16), 16);
        i += 3;
        continue;
      }
    }
    const alpha = min(FULL, max(0, <i32>load<i16>(pixels + at, 6)));
    if (alpha == 0) continue;
    if (alpha == FULL) {
      store<i32>(line + at, load<i32>(pixels + at));
      store<i16>(line + at, load<i16>(pixels + at, 4), 4);
      continue;
    }
    const part = <f32>alpha / <f32>FULL;
    for (let c: usize = at; c < at + 6; c += 2) {
      // What it is by itself, without what is see-through.
      const single = <i32>max(<f32>0, min(<f32>32767, <f32>load<i16>(pixels + c) / part + <f32>0.5));
      const before = load<f32>(lightAt(light, line + c));
      const made = load<f32>(light + ((<usize>single) << 2)) * part + before * (<f32>1 - part);
      store<i16>(line + c, valueOfLight(made, values));
    }
  }
}

/** Where bytes of `least` to `most` begin and end in a row, one after the other; tells how many numbers that is. */
export function stretches(row: usize, width: i32, least: i32, most: i32, ends: usize): i32 {
  const from = ends;
  const low = i8x16.splat(<i8>least);
  const high = i8x16.splat(<i8>most);
  let was: i32 = 0;
  for (let x: i32 = 0; x < width; x += 16) {
    const bytes = v128.load(row + <usize>x);
    let meant = i8x16.bitmask(v128.and(i8x16.ge_u(bytes, low), i8x16.le_u(bytes, high)));
    if (width - x < 16) meant &= (1 << (width - x)) - 1;
    // Where a bit differs from the one before.
    let turns = (meant ^ ((meant << 1) | was)) & 0xffff;
    while (turns != 0) {
      store<i32>(ends, x + ctz(turns));
      ends += 4;
      turns &= turns - 1;
    }
    was = (meant >> 15) & 1;
  }
  if (was != 0) {
    store<i32>(ends, width);
    ends += 4;
  }
  return <i32>((ends - from) >> 2);
}

/** As in own-colours.ts. */
const EVEN: f32 = 0.2;
const SPREAD: i32 = 7;
const RISE: f32 = 1.05;
const NEAR_EDGE: i32 = 2;
const TOWARDS_GREY: f32 = 0.15;
const GREY: f32 = 1.1;
const ENDLESS: f32 = 1000;
const FAR_RATIO: f32 = 1;
const UNKNOWN: f32 = -1;

/** The largest of a block and those around it; with `isMeant`, those that it is 0 for count as 0. */
function largestAround(numbers: usize, x: i32, y: i32, across: i32, down: i32, isMeant: usize): f32 {
  let largest: f32 = isMeant ? 0 : -Infinity;
  for (let v = max(0, y - 1); v <= min(down - 1, y + 1); v++) {
    for (let u = max(0, x - 1); u <= min(across - 1, x + 1); u++) {
      const near = <usize>(v * across + u);
      if (!isMeant || load<u8>(isMeant + near) == 1) largest = max(largest, load<f32>(numbers + (near << 2)));
    }
  }
  return largest;
}

function spread(known: usize, next: usize, across: i32, down: i32, isRatio: bool, far: f32): void {
  const count = across * down;
  const line = (<usize>across) << 2;
  for (let ring: i32 = 0; ring < SPREAD; ring++) {
    for (let y: i32 = 0, at: usize = 0; y < down; y++) {
      for (let x: i32 = 0; x < across; x++, at += 4) {
        const here = known + at;
        let value = load<f32>(here);
        if (value < 0) {
          if (x > 0) value = max(value, load<f32>(here - 4));
          if (x + 1 < across) value = max(value, load<f32>(here, 4));
          if (y > 0) value = max(value, load<f32>(here - line));
          if (y + 1 < down) value = max(value, load<f32>(here + line));
          if (isRatio && value >= 0) value = ring < NEAR_EDGE ? RISE * value : value + TOWARDS_GREY * (GREY - value);
        }
        store<f32>(next + at, value);
      }
    }
    memory.copy(known, next, (<usize>count) << 2);
  }
  for (let at = known; at < known + ((<usize>count) << 2); at += 4) if (load<f32>(at) < 0) store<f32>(at, far);
}

/** What the subject's own colours are like in each block, and around it. */
export function findOwnColours(
  across: i32, down: i32, most: usize, least: usize, others: usize, measured: usize, ratios: usize, brightest: usize,
  kinds: usize, spare: usize,
): void {
  for (let y: i32 = 0, at: usize = 0; y < down; y++) {
    for (let x: i32 = 0; x < across; x++, at += 4) {
      const behind = <f32>1 - load<f32>(others + ((<usize>(y * (across + 1) + x)) << 2));
      store<f32>(spare + at, load<f32>(most + at) / behind);
    }
  }
  for (let y: i32 = 0, at: usize = 0; y < down; y++) {
    for (let x: i32 = 0; x < across; x++, at += 4) {
      const behind = <f32>1 - load<f32>(others + ((<usize>(y * (across + 1) + x)) << 2));
      const largest = load<f32>(spare + at);
      const fewest = load<f32>(least + at) / behind;
      const isEven = largest <= SURELY && largest - fewest <= EVEN;
      store<u8>(kinds + (at >> 2), isEven || largestAround(spare, x, y, across, down, 0) <= SURELY ? 1 : 0);
    }
  }
  for (let y: i32 = 0, at: usize = 0; y < down; y++) {
    for (let x: i32 = 0; x < across; x++, at += 4) {
      const isSubject = load<u8>(kinds + (at >> 2)) == 1;
      store<f32>(ratios + at, isSubject ? largestAround(measured, x, y, across, down, kinds) : UNKNOWN);
      store<f32>(spare + at, isSubject ? largestAround(brightest, x, y, across, down, kinds) : UNKNOWN);
    }
  }
  memory.copy(brightest, spare, (<usize>(across * down)) << 2);
  spread(ratios, spare, across, down, true, FAR_RATIO);
  spread(brightest, spare, across, down, false, ENDLESS);
}

/** As in lay-backing.ts. */
const DARKEST: f64 = 1e-4;
const FIELD_BYTES: usize = 80;

// @ts-ignore: decorator
@inline
function fieldAt(t: usize, x: f64, y: f64): f64 {
  const along = load<f64>(t) + x * (load<f64>(t, 8) + x * (load<f64>(t, 24) + x * load<f64>(t, 48)));
  const straight = load<f64>(t, 16) + x * (load<f64>(t, 32) + x * load<f64>(t, 56));
  return along + y * (straight + y * (load<f64>(t, 40) + x * load<f64>(t, 64) + y * load<f64>(t, 72)));
}

/** The backing at the corners of blocks, `across` in a row, and what is measured by it. */
export function layBacking(
  corners: usize, scales: usize, others: usize, count: i32, across: i32, side: i32,
  a: f64, b: f64, c: f64, d: f64, e: f64, f: f64, terms: usize, p: i32, m: i32, l: i32, isMost: i32,
): void {
  for (let corner: i32 = 0; corner < count; corner++) {
    const u = <f64>((corner % across) * side);
    const v = <f64>((corner / across) * side);
    const x = 2 * (a * u + c * v + e) - 1;
    const y = 2 * (b * u + d * v + f) - 1;
    for (let i: usize = 0; i < 3; i++) store<f32>(corners + (i << 2), <f32>max(DARKEST, fieldAt(terms + i * FIELD_BYTES, x, y)));
    const most = load<f32>(corners + ((<usize>p) << 2));
    const middle = load<f32>(corners + ((<usize>m) << 2));
    const least = load<f32>(corners + ((<usize>l) << 2));
    const own = isMost ? most : min(most, middle);
    store<f32>(scales, <f32>1 / own);
    store<f32>(others, (isMost ? max(middle, least) : least) / own);
    corners += 12;
    scales += 4;
    others += 4;
  }
}

/** Means along a line over windows that reach so many numbers to each side. */
function blurLine(from: usize, to: usize, step: usize, count: i32, reach: i32): void {
  const last = count - 1;
  let sum: f64 = 0;
  for (let i = -reach; i <= reach; i++) sum += <f64>load<f32>(from + <usize>min(last, max(0, i)) * step);
  for (let i: i32 = 0; i < count; i++) {
    store<f32>(to + <usize>i * step, <f32>(sum / <f64>(2 * reach + 1)));
    sum +=
      <f64>load<f32>(from + <usize>min(last, i + reach + 1) * step) - <f64>load<f32>(from + <usize>max(0, i - reach) * step);
  }
}

/** How near the edge of the subject each block is. */
export function findNear(
  alpha: usize, kinds: usize, width: i32, height: i32, side: i32, across: i32, down: i32, reach: i32, near: usize, spare: usize,
): void {
  for (let row: i32 = 0, at: usize = 0; row < down; row++) {
    const rows = min(side, height - row * side);
    for (let block: i32 = 0; block < across; block++, at++) {
      const kind = load<u8>(kinds + at);
      if (kind != MIXED) {
        store<f32>(near + (at << 2), <f32>kind / 255);
        continue;
      }
      const columns = min(side, width - block * side);
      let sum: i32 = 0;
      for (let y: i32 = 0; y < rows; y++) {
        const line = alpha + <usize>((row * side + y) * width + block * side);
        for (let x: usize = 0; x < <usize>columns; x++) sum += <i32>load<u8>(line + x);
      }
      store<f32>(near + (at << 2), <f32>(<f64>sum / <f64>(255 * columns * rows)));
    }
  }
  const line = (<usize>across) << 2;
  for (let y: usize = 0; y < <usize>down; y++) blurLine(near + y * line, spare + y * line, 4, across, reach);
  for (let x: usize = 0; x < line; x += 4) blurLine(spare + x, near + x, line, down, reach);
  for (let at = near; at < near + <usize>down * line; at += 4) store<f32>(at, min(<f32>1, max(<f32>0, 2 * (<f32>1 - load<f32>(at)))));
}
