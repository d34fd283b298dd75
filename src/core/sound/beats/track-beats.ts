/** How much an uneven step from beat to beat costs, against onsets that are met. */
const TIGHT = 100;
/** Beats are moved to the top of the curve within this part of a period. */
const NEAR = 0.15;

/** A curve with its spread as the unit, softened over a thirty-second of a period. */
function smoothed(curve: Float32Array, period: number): Float64Array {
  const mean = curve.reduce((sum, each) => sum + each, 0) / curve.length;
  const spread = Math.sqrt(curve.reduce((sum, each) => sum + (each - mean) ** 2, 0) / curve.length) || 1;
  const width = Math.max(1, period / 32);
  const reach = Math.ceil(3 * width);
  const bell = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-0.5 * ((i - reach) / width) ** 2));
  return Float64Array.from(curve, (_, t) => {
    let sum = 0;
    for (let k = -reach; k <= reach; k++) sum += ((curve[t + k] ?? 0) * (bell[k + reach] as number)) / spread;
    return sum;
  });
}

/** The top of a parabola through three values around `t`. */
function top(curve: Float32Array, t: number): number {
  const [a, b, c] = [curve[t - 1] ?? 0, curve[t] ?? 0, curve[t + 1] ?? 0];
  const bend = a - 2 * b + c;
  return bend < 0 ? t + Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend))) : t;
}

/** Steps from beat to beat that are thought of, and what each costs. */
interface Steps {
  readonly nearest: number;
  readonly farthest: number;
  readonly costs: Float64Array;
}

function stepsOf(period: number): Steps {
  const [nearest, farthest] = [Math.round(period / 2), Math.round(2 * period)];
  const costs = Float64Array.from({ length: farthest + 1 }, (_, step) =>
    step < nearest ? 0 : -TIGHT * Math.log(step / period) ** 2,
  );
  return { nearest, farthest, costs };
}

/**
 * Places of the beats in a curve of onsets, in its values: the row of places, about a period apart (one for each stretch
 * of `every` values), that meets the most
 * onsets with the most even steps (dynamic programming; Ellis, “Beat tracking by dynamic programming”, 2007).
 */
export function trackBeats(
  curve: Float32Array,
  { periods, every }: { readonly periods: readonly number[]; readonly every: number },
): readonly number[] {
  const shortest = Math.min(...periods);
  const local = smoothed(curve, shortest);
  const score = new Float64Array(curve.length);
  const previous = new Int32Array(curve.length).fill(-1);
  const stretches = periods.map(stepsOf);
  let [last, most] = [-1, Number.NEGATIVE_INFINITY];
  for (let t = 0; t < curve.length; t++) {
    const { costs, nearest, farthest } = stretches[Math.floor(t / every)] as Steps;
    let best = 0;
    for (let step = nearest; step <= Math.min(farthest, t); step++) {
      const sum = (score[t - step] as number) + (costs[step] as number);
      if (sum > best) [best, previous[t]] = [sum, t - step];
    }
    score[t] = (local[t] as number) + best;
    if (t >= curve.length - 2 * farthest && (score[t] as number) > most)
      [last, most] = [t, score[t] as number];
  }
  const beats: number[] = [];
  for (let t = last; t >= 0; t = previous[t] as number) beats.unshift(t);
  const reach = Math.round(NEAR * shortest);
  return withoutEnds(beats, local).map((beat) => {
    let peak = beat;
    for (let t = Math.max(0, beat - reach); t <= Math.min(curve.length - 1, beat + reach); t++)
      if ((curve[t] as number) > (curve[peak] as number)) peak = t;
    return top(curve, peak);
  });
}

/** Beats without those at either end that meet hardly anything, such as in the silence before the music. */
function withoutEnds(beats: readonly number[], local: Float64Array): readonly number[] {
  const strengths = beats.map((beat) => local[beat] as number);
  const enough = 0.3 * Math.sqrt(strengths.reduce((sum, each) => sum + each * each, 0) / strengths.length);
  const first = strengths.findIndex((each) => each > enough);
  const last = strengths.findLastIndex((each) => each > enough);
  return first < 0 ? [] : beats.slice(first, last + 1);
}
