import FFT from 'fft.js';
import { SAMPLE_RATE } from '../../time/frames';

/** Values of the curve a second. */
export const CURVE_RATE = 100;
/** A struck sound tops the curve so many values before it begins, since it comes into the window before (measured). */
export const EARLY = 0.5;
const HOP = SAMPLE_RATE / CURVE_RATE;
const WINDOW = 2048;
/** Bands of equal width on the mel scale, between these frequencies in Hz. */
const BANDS = 32;
const [LOWEST, HIGHEST] = [40, 12_000];
/** Power is compared as the logarithm of so many times itself and one: quiet changes count less than loud ones. */
const COMPRESSION = 10_000;

const mel = (hertz: number): number => 2595 * Math.log10(1 + hertz / 700);
const hertzOf = (mels: number): number => 700 * (10 ** (mels / 2595) - 1);

/** The first bin of each band, and behind the last one. */
function bandEdges(): readonly number[] {
  const [low, high] = [mel(LOWEST), mel(HIGHEST)];
  return Array.from({ length: BANDS + 1 }, (_, i) =>
    Math.round((hertzOf(low + ((high - low) * i) / BANDS) * WINDOW) / SAMPLE_RATE),
  );
}

/**
 * How suddenly one channel at 48 kHz becomes louder, a hundred times a second: the rise of its bands from one place to the
 * next, summed (spectral flux on a logarithmic scale; Böck and Widmer, 2013, without their vibrato filter). Each value
 * stands for the middle of its window.
 */
export function onsetCurve(samples: Float32Array): Float32Array {
  const fft = new FFT(WINDOW);
  const hann = Float64Array.from(
    { length: WINDOW },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW),
  );
  const edges = bandEdges();
  const input = new Array<number>(WINDOW).fill(0);
  const output = fft.createComplexArray();
  const curve = new Float32Array(Math.ceil(samples.length / HOP));
  const before = new Float64Array(BANDS);
  for (let t = 0; t < curve.length; t++) {
    const from = t * HOP - WINDOW / 2;
    for (let i = 0; i < WINDOW; i++) input[i] = (samples[from + i] ?? 0) * (hann[i] as number);
    fft.realTransform(output, input);
    let rise = 0;
    for (let band = 0; band < BANDS; band++) {
      const first = edges[band] as number;
      const last = Math.max(first + 1, edges[band + 1] as number);
      let power = 0;
      for (let bin = first; bin < last; bin++)
        power += (output[2 * bin] as number) ** 2 + (output[2 * bin + 1] as number) ** 2;
      const level = Math.log(1 + (COMPRESSION * power) / (WINDOW * (last - first)));
      if (t > 0) rise += Math.max(0, level - (before[band] as number));
      before[band] = level;
    }
    curve[t] = rise;
  }
  return curve;
}
