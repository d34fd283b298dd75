/** A point that a curve goes through, both 0 to 1. */
export interface CurvePoint {
  readonly x: number;
  readonly y: number;
}

/** Points of a curve at least and at most. */
export const CURVE_POINTS = { least: 2, most: 16 };
/** From point to point it goes on by so much at least: a curve does not fold back. */
export const CURVE_STEP = 1 / 512;

/** A piece that rises by less for its whole width is level. */
const LEAST_RISE = 1e-12;

export const STRAIGHT: readonly CurvePoint[] = [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
];

/**
 * A curve through points from the left to the right that goes up and down only where they do: cubic pieces with the slopes of Fritsch
 * and Carlson (SIAM Journal on Numerical Analysis 17, 1980). Before the first point and behind the last it goes on level.
 */
export function curveThrough(points: readonly CurvePoint[]): (x: number) => number {
  const count = points.length;
  const at = (i: number): CurvePoint => points[i] as CurvePoint;
  const rises = points.slice(1).map(({ x, y }, i) => (y - at(i).y) / (x - at(i).x));
  const slopes = points.map((_, i) => {
    const [before, after] = [rises[i - 1] ?? rises[i] ?? 0, rises[i] ?? rises[i - 1] ?? 0];
    return before * after <= 0 ? 0 : (before + after) / 2;
  });
  rises.forEach((rise, i) => {
    // Parted by less, slopes are no numbers any more.
    if (Math.abs(rise) < LEAST_RISE) {
      slopes[i] = 0;
      slopes[i + 1] = 0;
      return;
    }
    const [a, b] = [(slopes[i] as number) / rise, (slopes[i + 1] as number) / rise];
    const far = Math.hypot(a, b);
    if (far <= 3) return;
    slopes[i] = (3 / far) * a * rise;
    slopes[i + 1] = (3 / far) * b * rise;
  });
  return (x) => {
    if (count === 0) return x;
    if (x <= at(0).x) return at(0).y;
    if (x >= at(count - 1).x) return at(count - 1).y;
    let i = 0;
    while (x > at(i + 1).x) i++;
    const [from, to] = [at(i), at(i + 1)];
    const wide = to.x - from.x;
    const t = (x - from.x) / wide;
    const [tt, ttt] = [t * t, t * t * t];
    return (
      (2 * ttt - 3 * tt + 1) * from.y +
      (ttt - 2 * tt + t) * wide * (slopes[i] as number) +
      (3 * tt - 2 * ttt) * to.y +
      (ttt - tt) * wide * (slopes[i + 1] as number)
    );
  };
}
