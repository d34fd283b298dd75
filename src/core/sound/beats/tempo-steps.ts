import { type TempoStep } from '../../sound/beats/beats';
import { SAMPLE_RATE } from '../../time/frames';

/** Beats are steady while they lie within this of an even row, root mean square: 20 ms. */
const STEADY = 0.02 * SAMPLE_RATE;
/** The fewest beats that make a tempo of their own. */
const FEWEST = 8;
/** A whole number of beats a minute is taken where it moves the last beat by no more than this: 10 ms. */
const SAME = 0.01 * SAMPLE_RATE;

export interface Row {
  /** Place of the first beat, and distance from each to the next. */
  readonly at: number;
  readonly period: number;
  /** Sum of the squares of what it misses the beats by. */
  readonly missed: number;
}

/** The even row that lies nearest to beats (least squares). */
export function evenRow(beats: readonly number[]): Row {
  const n = beats.length;
  const meanK = (n - 1) / 2;
  const meanT = beats.reduce((sum, each) => sum + each, 0) / n;
  let [above, below] = [0, 0];
  beats.forEach((beat, k) => {
    above += (k - meanK) * (beat - meanT);
    below += (k - meanK) ** 2;
  });
  const period = below > 0 ? above / below : 0;
  const at = meanT - meanK * period;
  return { at, period, missed: beats.reduce((sum, beat, k) => sum + (beat - at - k * period) ** 2, 0) };
}

/** Where to part beats so that two even rows miss them by least; undefined where they are too few. */
function bestPart(beats: readonly number[]): number | undefined {
  let [best, least] = [undefined as number | undefined, Number.POSITIVE_INFINITY];
  for (let i = FEWEST; i <= beats.length - FEWEST; i++) {
    const missed = evenRow(beats.slice(0, i)).missed + evenRow(beats.slice(i)).missed;
    if (missed < least) [best, least] = [i, missed];
  }
  return best;
}

function stepOf(beats: readonly number[], { at, period }: Row): TempoStep {
  const exact = (60 * SAMPLE_RATE) / period;
  const whole = Math.round(exact);
  const drift = Math.abs((60 * SAMPLE_RATE) / whole - period) * (beats.length - 1);
  const tempo = drift <= SAME ? whole : Math.round(exact * 100) / 100;
  return { at: Math.max(0, Math.round(at)), tempo };
}

/** Beats, in samples and in the order of time, as a map of tempos: one where they are steady, else as few as will do. */
export function tempoSteps(beats: readonly number[]): readonly TempoStep[] {
  if (beats.length < 2) return [];
  const row = evenRow(beats);
  const part = Math.sqrt(row.missed / beats.length) > STEADY ? bestPart(beats) : undefined;
  if (part === undefined) return [stepOf(beats, row)];
  return [...tempoSteps(beats.slice(0, part)), ...tempoSteps(beats.slice(part))];
}
