// The least and the greatest sample of each stretch, with vector instructions, in AssemblyScript. It gives what the loop of
// `peaks.ts` in sound gives, which the tests hold it to. Built into ../sound/peaks-binary.ts by `npm run assemble`.

// FINEST in sound/peaks.ts: samples of a stretch.
const STRETCH: usize = 128;

/** Widens `count` pairs of least and greatest at `out` by the stretches of one channel at `samples`. */
export function widenPeaks(samples: usize, count: i32, out: usize): void {
  for (let i: i32 = 0; i < count; i++) {
    let least = v128.load32_splat(out);
    let most = v128.load32_splat(out + 4);
    const end = samples + (STRETCH << 2);
    for (; samples < end; samples += 32) {
      const a = v128.load(samples);
      const b = v128.load(samples + 16);
      least = f32x4.pmin(f32x4.pmin(least, a), b);
      most = f32x4.pmax(f32x4.pmax(most, a), b);
    }
    least = f32x4.pmin(least, v128.shuffle<i32>(least, least, 2, 3, 0, 1));
    most = f32x4.pmax(most, v128.shuffle<i32>(most, most, 2, 3, 0, 1));
    store<f32>(out, min<f32>(f32x4.extract_lane(least, 0), f32x4.extract_lane(least, 1)));
    store<f32>(out + 4, max<f32>(f32x4.extract_lane(most, 0), f32x4.extract_lane(most, 1)));
    out += 8;
  }
}
