import { median } from './median';

/** Photos at least that a line is laid through. */
const FEWEST = 3;

/** A line through values at 0, 1, 2 …: its height at a place, and how much it rises from one to the next. */
interface Line {
  readonly height: number;
  readonly slope: number;
}

/** The line that most values agree on: nearly half of them may lie anywhere (repeated medians: Siegel, Biometrika 69, 1982). */
function agreedLine(values: readonly number[], at: number): Line {
  const slope = median(
    values.map((value, i) =>
      median(values.flatMap((other, j) => (i === j ? [] : [(other - value) / (j - i)]))),
    ),
  );
  return { slope, height: median(values.map((value, i) => value - slope * (i - at))) };
}

/** The height at a place of the line that comes closest to values, each counting by its weight. */
function closestAt(values: readonly number[], weights: readonly number[], at: number): number | undefined {
  let [sum, x, y, xx, xy] = [0, 0, 0, 0, 0];
  values.forEach((value, i) => {
    const weight = weights[i] as number;
    sum += weight;
    x += weight * (i - at);
    y += weight * value;
    xx += weight * (i - at) ** 2;
    xy += weight * (i - at) * value;
  });
  const spread = sum * xx - x * x;
  return spread > 1e-12 * sum * sum ? (xx * y - x * xy) / spread : undefined;
}

/** The slow part at a place of a few values. */
function slowAt(values: readonly number[], at: number, reach: number): number {
  const { height, slope } = agreedLine(values, at);
  const off = values.map((value, i) => Math.abs(value - height - slope * (i - at)));
  const scale = 6 * median(off);
  if (scale < 1e-9) return height;
  const weights = off.map((each, i) => {
    const far = Math.abs(i - at) / (reach + 1);
    return each < scale ? (1 - far ** 3) ** 3 * (1 - (each / scale) ** 2) ** 2 : 0;
  });
  return closestAt(values, weights, at) ?? height;
}

/**
 * What changes slowly in a run of values, one a photo: through the `reach` photos before and behind each a line is laid on which
 * most agree; then what is near counts most, and what lies far off that line not at all (robust locally weighted regression:
 * Cleveland, Journal of the American Statistical Association 74, 1979). A dusk is kept by it, a cloud and a bump of the lamp are not.
 */
export const slowPart = (values: readonly number[], reach: number): readonly number[] =>
  values.length < FEWEST
    ? values
    : values.map((_, i) => {
        const first = Math.max(0, i - reach);
        return slowAt(values.slice(first, i + reach + 1), i - first, reach);
      });
