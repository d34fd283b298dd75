import { CURVE_RATE } from './onset-curve';

/** Beats a minute between which a tempo is looked for. */
export const TEMPOS = { least: 40, most: 240 } as const;
/** People feel a beat most readily near this many a minute, and less by octaves from it. */
const LIKELY = 120;
const OCTAVES = 0.9;
/** Tempos are tried in steps of this factor. */
const STEP = 1.005;

/** Autocorrelation of a curve without its mean, for lags up to `longest`. */
function autocorrelation(curve: Float32Array, longest: number): Float64Array {
  const mean = curve.reduce((sum, each) => sum + each, 0) / curve.length;
  const level = Float32Array.from(curve, (each) => each - mean);
  return Float64Array.from({ length: longest + 1 }, (_, lag) => {
    let sum = 0;
    for (let i = lag; i < level.length; i++) sum += (level[i] as number) * (level[i - lag] as number);
    return sum / (level.length - lag);
  });
}

/**
 * The distance from beat to beat in a curve of onsets, in its values; 0 where nothing repeats itself. Of all distances that
 * at which the curve is most like itself, and at two and three times it (Ellis, 2007), near `likely` beats a minute.
 */
function beatPeriod(curve: Float32Array, likely: number): number {
  const longest = Math.ceil((60 * CURVE_RATE) / TEMPOS.least);
  if (curve.length < 4 * CURVE_RATE) return 0;
  const like = autocorrelation(curve, Math.min(curve.length - 1, 3 * longest + 1));
  const at = (lag: number): number => {
    const below = Math.floor(lag);
    const [a, b] = [like[below] ?? 0, like[below + 1] ?? 0];
    return a + (b - a) * (lag - below);
  };
  let [best, most] = [0, 0];
  for (let tempo: number = TEMPOS.least; tempo <= TEMPOS.most; tempo *= STEP) {
    const lag = (60 * CURVE_RATE) / tempo;
    const weight = Math.exp(-0.5 * (Math.log2(tempo / likely) / OCTAVES) ** 2);
    const score = weight * (at(lag) + at(2 * lag) / 2 + at(3 * lag) / 3);
    if (score > most) [best, most] = [lag, score];
  }
  return best;
}

/** Tempos are told from so much of a curve at a time, 12 s; the next begins a quarter of that on. */
const WINDOW = 12 * CURVE_RATE;
const PITCH = WINDOW / 4;
/** Tempos nearer than this to that of the whole are taken as the same. */
const SAME = 1.06;

/**
 * The distance from beat to beat for each stretch of `every` values of a curve; empty where nothing repeats itself. Music
 * that keeps its tempo has the same everywhere; where it leaves it, each stretch has its own.
 */
export function beatPeriods(curve: Float32Array): {
  readonly periods: readonly number[];
  readonly every: number;
} {
  const whole = beatPeriod(curve, LIKELY);
  if (whole === 0) return { periods: [], every: PITCH };
  const periods: number[] = [];
  for (let from = 0; from < curve.length; from += PITCH) {
    // The window lies around its stretch, within the curve.
    const first = Math.max(0, Math.min(curve.length - WINDOW, from + PITCH / 2 - WINDOW / 2));
    const near = (60 * CURVE_RATE) / (periods.at(-1) ?? whole);
    const here = beatPeriod(curve.subarray(first, first + WINDOW), near) || whole;
    periods.push(Math.max(here / whole, whole / here) < SAME ? whole : here);
  }
  return { periods, every: PITCH };
}
