import { evenly } from './evenly';

/**
 * Whole numbers from one up in proportion to `weights` (from one up), with exactly the sum `total`: largest
 * remainders, and of equal ones those that lie evenly. A larger weight never gets less than a smaller one.
 * @throws RangeError where there are more weights than units to share.
 */
export function shares(weights: readonly number[], total: number): readonly number[] {
  if (weights.length > total) {
    throw new RangeError(`${total} cannot be shared by ${weights.length} so that each has one.`);
  }
  // Those whose part would be below one get one; the rest share what is left, until that is so for all.
  const small = new Set<number>();
  let units = total;
  let sum = weights.reduce((a, b) => a + b, 0);
  for (let found = true; found;) {
    found = false;
    const [left, whole] = [units, sum];
    weights.forEach((weight, i) => {
      if (small.has(i) || weight * left >= whole) return;
      small.add(i);
      units -= 1;
      sum -= weight;
      found = true;
    });
  }
  const result = weights.map((weight, i) => (small.has(i) ? 1 : Math.floor((weight * units) / sum)));
  const over = total - result.reduce((a, b) => a + b, 0);
  // By what was cut off, exactly, in units of 1/sum.
  const cut = weights.map((weight, i) => (small.has(i) ? -1 : (weight * units) % sum));
  const ranked = [...new Set(cut)].sort((a, b) => b - a);
  let left = over;
  for (const remainder of ranked) {
    if (left === 0) break;
    const equal = cut.flatMap((each, i) => (each === remainder ? [i] : []));
    const taken = Math.min(left, equal.length);
    for (const at of evenly(equal.length, taken)) {
      const i = equal[at] as number;
      result[i] = (result[i] as number) + 1;
    }
    left -= taken;
  }
  return result;
}
