// True peaks of four samples at a time, with vector instructions, in AssemblyScript: the sums of `true-peak.ts` in sound in the
// same order, and so the same numbers, which the tests hold it to. Built into ../sound/true-peaks-binary.ts by `npm run assemble`.

// Taps of a phase, and samples behind a place that its peak depends on.
const TAPS: i32 = 12;
const REACH: usize = 6;

/**
 * Writes `count` true peaks, a multiple of four, as 64-bit floats at `out`, for the samples from `samples` on.
 * `taps` holds two phases, a tap as two equal 64-bit floats; the other two phases are these backward.
 */
export function findTruePeaks(samples: usize, count: i32, taps: usize, out: usize): void {
  const second = taps + (TAPS << 4);
  const last = <usize>(TAPS - 1) << 4;
  for (let i: i32 = 0; i < count; i += 4) {
    let a0 = f64x2.splat(0);
    let a1 = f64x2.splat(0);
    let b0 = f64x2.splat(0);
    let b1 = f64x2.splat(0);
    let c0 = f64x2.splat(0);
    let c1 = f64x2.splat(0);
    let d0 = f64x2.splat(0);
    let d1 = f64x2.splat(0);
    let from = samples + (REACH << 2);
    for (let tap: usize = 0; tap <= last; tap += 16) {
      const x = f64x2.promote_low_f32x4(v128.load64_zero(from));
      const y = f64x2.promote_low_f32x4(v128.load64_zero(from + 8));
      const a = v128.load(taps + tap);
      const b = v128.load(second + tap);
      const c = v128.load(second + last - tap);
      const d = v128.load(taps + last - tap);
      a0 = f64x2.add(a0, f64x2.mul(a, x));
      a1 = f64x2.add(a1, f64x2.mul(a, y));
      b0 = f64x2.add(b0, f64x2.mul(b, x));
      b1 = f64x2.add(b1, f64x2.mul(b, y));
      c0 = f64x2.add(c0, f64x2.mul(c, x));
      c1 = f64x2.add(c1, f64x2.mul(c, y));
      d0 = f64x2.add(d0, f64x2.mul(d, x));
      d1 = f64x2.add(d1, f64x2.mul(d, y));
      from -= 4;
    }
    const here = f64x2.promote_low_f32x4(v128.load64_zero(samples));
    const next = f64x2.promote_low_f32x4(v128.load64_zero(samples + 8));
    v128.store(out, highest(here, a0, b0, c0, d0));
    v128.store(out + 16, highest(next, a1, b1, c1, d1));
    samples += 16;
    out += 32;
  }
}

@inline
function highest(here: v128, a: v128, b: v128, c: v128, d: v128): v128 {
  const ab = f64x2.max(f64x2.abs(a), f64x2.abs(b));
  const cd = f64x2.max(f64x2.abs(c), f64x2.abs(d));
  return f64x2.max(f64x2.abs(here), f64x2.max(ab, cd));
}
