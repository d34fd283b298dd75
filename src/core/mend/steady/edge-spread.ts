import type { Size } from '../../picture/size';
import { isStill, type Fit } from './refine';
import type { Samples } from './samples';

/** Part of a picture's width and of its height that still edges have to span: one subject on a plain ground does not. */
const MIN_SPAN = 0.6;
/** Part of the still edges at each end that is not counted in their span. */
const TRIMMED = 0.02;
/** Least squared slope across the edges' main direction, as a part of that along it: parallel lines tell one shift only. */
const MIN_CROSSING = 0.02;

function spanOf(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const cut = Math.floor(TRIMMED * sorted.length);
  return (sorted[sorted.length - 1 - cut] ?? 0) - (sorted[cut] ?? 0);
}

/**
 * True where the still edges of a plain picture determine its position: they reach over most of it and run in more than one
 * direction. Else they are one subject that moved as a whole, or a horizon.
 */
export function areEdgesSpread(samples: Samples, fit: Fit, { width, height }: Size): boolean {
  const still = [...samples.x.keys()].filter((i) => isStill(fit, i));
  const at = (values: Float64Array): number[] => still.map((i) => values[i] as number);
  let [xx, xy, yy] = [0, 0, 0];
  for (const i of still) {
    const [right, down] = [samples.right[i] as number, samples.down[i] as number];
    xx += right * right;
    xy += right * down;
    yy += down * down;
  }
  const root = Math.hypot((xx - yy) / 2, xy);
  const [most, least] = [(xx + yy) / 2 + root, (xx + yy) / 2 - root];
  return (
    spanOf(at(samples.x)) >= MIN_SPAN * width &&
    spanOf(at(samples.y)) >= MIN_SPAN * height &&
    least >= MIN_CROSSING * most
  );
}
