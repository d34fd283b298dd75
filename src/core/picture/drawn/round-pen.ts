/** How far a corner of an arc may lie off it, in pixels. */
const OFF = 0.004;

/** From one corner of an arc to the next. */
const stepOf = (radius: number): number => 2 * Math.acos(Math.max(0, 1 - OFF / Math.max(radius, OFF)));

/** Corners of an arc around a middle, from one angle on by another, both ends with it. */
function addArc(ring: number[], x: number, y: number, radius: number, from: number, by: number): void {
  const count = Math.max(1, Math.ceil(Math.abs(by) / stepOf(radius)));
  for (let i = 0; i <= count; i++) {
    const angle = from + (by * i) / count;
    ring.push(x + radius * Math.cos(angle), y + radius * Math.sin(angle));
  }
}

const HALF_TURN = Math.PI;
/** So near to half a turn it goes straight back. */
const BACK = 1e-6;

/** An angle between half a turn to either side. */
function turned(angle: number): number {
  const rest = angle % (2 * HALF_TURN);
  return rest > HALF_TURN ? rest - 2 * HALF_TURN : rest <= -HALF_TURN ? rest + 2 * HALF_TURN : rest;
}

/** One side of a way: along each stretch at the radius, around the outside of its corners, and through them on the inside. */
function addSide(ring: number[], xs: readonly number[], ys: readonly number[], radius: number): void {
  let before: number | undefined;
  for (let i = 0; i + 1 < xs.length; i++) {
    const [x, y] = [xs[i] as number, ys[i] as number];
    const angle = Math.atan2((ys[i + 1] as number) - y, (xs[i + 1] as number) - x) + HALF_TURN / 2;
    if (before !== undefined) {
      const turn = turned(angle - before);
      // Straight back it goes around the end, which is on the outside of either side.
      if (turn < 0) addArc(ring, x, y, radius, before, turn);
      else if (turn > HALF_TURN - BACK) addArc(ring, x, y, radius, before, -HALF_TURN);
      else ring.push(x, y);
    }
    ring.push(x + radius * Math.cos(angle), y + radius * Math.sin(angle));
    ring.push(
      (xs[i + 1] as number) + radius * Math.cos(angle),
      (ys[i + 1] as number) + radius * Math.sin(angle),
    );
    before = angle;
  }
}

/**
 * What a round pen covers along a way, as one ring of which all that it goes around is inside: round at its ends and corners, as SVG's
 * `stroke-linecap` and `stroke-linejoin` of `round` have it. Places are three numbers each, in pixels, of which the third does not count.
 */
export function roundPenRing(points: readonly number[], width: number): Float64Array {
  const [xs, ys]: [number[], number[]] = [[], []];
  for (let i = 0; i + 1 < points.length; i += 3) {
    const [x, y] = [points[i] as number, points[i + 1] as number];
    if (x === xs.at(-1) && y === ys.at(-1)) continue;
    xs.push(x);
    ys.push(y);
  }
  const ring: number[] = [];
  const radius = width / 2;
  const [x0, y0] = [xs[0], ys[0]];
  if (x0 === undefined || y0 === undefined) return new Float64Array();
  if (xs.length === 1) addArc(ring, x0, y0, radius, 0, 2 * HALF_TURN);
  else
    for (const way of [1, -1]) {
      const [wayX, wayY] = way === 1 ? [xs, ys] : [xs.toReversed(), ys.toReversed()];
      addSide(ring, wayX, wayY, radius);
      const [endX, endY] = [wayX.at(-1) as number, wayY.at(-1) as number];
      const angle = Math.atan2(endY - (wayY.at(-2) as number), endX - (wayX.at(-2) as number));
      addArc(ring, endX, endY, radius, angle + HALF_TURN / 2, -HALF_TURN);
    }
  return Float64Array.from(ring);
}
