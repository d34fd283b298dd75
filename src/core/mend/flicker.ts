import { median } from './median';
import { slowPart } from './slow-part';

/** A step is a jump where it is this many times as large as the step in the middle … */
const TIMES = 6;

const stepsIn = (values: readonly number[]): readonly number[] =>
  values.slice(1).map((value, i) => value - (values[i] as number));

/**
 * How much runs flicker: the standard deviation of what changes from each photo to the next, within each run. In what the values
 * are in.
 */
export function flickerOfRuns(runs: readonly (readonly number[])[]): number {
  const steps = runs.flatMap(stepsIn);
  if (steps.length === 0) return 0;
  const mean = steps.reduce((sum, each) => sum + each, 0) / steps.length;
  return Math.sqrt(steps.reduce((sum, each) => sum + (each - mean) ** 2, 0) / steps.length);
}

/** How much a run flickers. */
export const flickerOf = (values: readonly number[]): number => flickerOfRuns([values]);

/** Photos, counted from 0, at which the light jumps: by far more than it does from most to the next, and by `least` at least. */
export function jumpsIn(values: readonly number[], least: number): readonly number[] {
  const steps = stepsIn(values).map(Math.abs);
  const large = Math.max(least, TIMES * median(steps));
  return steps.flatMap((step, i) => (step >= large ? [i + 1] : []));
}

/**
 * What takes only the flicker out of a run: of what would bring each photo to a reference, the part that does not change slowly.
 * `reach` is how many photos before and behind are looked at.
 */
export function flickerAlone(wanted: readonly number[], reach: number): readonly number[] {
  const slow = slowPart(wanted, reach);
  return wanted.map((value, i) => value - (slow[i] as number));
}
