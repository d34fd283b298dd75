/**
 * Between samples a wave can rise above them. ITU-R BS.1770-4, Annex 2: four times as many samples through these 48
 * taps, 12 for each phase (coefficients of the annex); the third and fourth phase are the first two backward.
 */
const PHASE_0 = [
  0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625,
  0.97216796875, -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
];
const PHASE_1 = [
  -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625,
  -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375,
];
/** The taps of the first phase, then those of the second. */
export const PHASES: readonly number[] = [...PHASE_0, ...PHASE_1];
const FIRST = Float64Array.from(PHASE_0);
const SECOND = Float64Array.from(PHASE_1);

/** Samples before and after a place that its true peak depends on. */
export const TRUE_PEAK_REACH = 6;
/** A wave between samples rises above the loudest of them by less than this factor. */
export const OVERSHOOT = 2;
const TAPS = 12;

/**
 * The highest absolute value between the samples around an index; `TRUE_PEAK_REACH` on either side must be there. All four
 * phases in one pass: this is where the meter spends its time.
 */
export function truePeakAt(samples: Float32Array, index: number): number {
  let [first, second, third, fourth] = [0, 0, 0, 0];
  const last = index + TRUE_PEAK_REACH;
  for (let k = 0; k < TAPS; k++) {
    const sample = samples[last - k] as number;
    first += (FIRST[k] as number) * sample;
    second += (SECOND[k] as number) * sample;
    third += (SECOND[TAPS - 1 - k] as number) * sample;
    fourth += (FIRST[TAPS - 1 - k] as number) * sample;
  }
  return Math.max(
    Math.abs(samples[index] as number),
    Math.abs(first),
    Math.abs(second),
    Math.abs(third),
    Math.abs(fourth),
  );
}
