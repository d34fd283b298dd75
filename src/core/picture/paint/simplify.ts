import { PLACE } from './stroke';

/** How far a place lies from the straight line between two others, its third number counted as one of them. */
function awayFrom(points: readonly number[], at: number, from: number, to: number): number {
  const [ax, ay, ap] = [points[from] as number, points[from + 1] as number, points[from + 2] as number];
  const [dx, dy] = [(points[to] as number) - ax, (points[to + 1] as number) - ay];
  const [x, y] = [(points[at] as number) - ax, (points[at + 1] as number) - ay];
  const squared = dx * dx + dy * dy;
  const t = squared > 0 ? Math.min(1, Math.max(0, (x * dx + y * dy) / squared)) : 0;
  const pressed = Math.abs((points[at + 2] as number) - ap - t * ((points[to + 2] as number) - ap));
  return Math.max(Math.hypot(x - t * dx, y - t * dy), pressed * PRESSED);
}
/** A change of pressure counts as so many pixels. */
const PRESSED = 8;

/**
 * The places of a way that it is told by: what is left out lies no further than `tolerance` from it (Ramer 1972, Douglas and Peucker
 * 1973). Three numbers a place, x and y in one unit.
 */
export function simplified(points: readonly number[], tolerance: number): readonly number[] {
  const last = points.length - PLACE;
  const kept = new Set([0, last]);
  const waiting: [from: number, to: number][] = [[0, last]];
  for (let span = waiting.pop(); span; span = waiting.pop()) {
    const [from, to] = span;
    let [furthest, most] = [0, tolerance];
    for (let at = from + PLACE; at < to; at += PLACE) {
      const away = awayFrom(points, at, from, to);
      if (away > most) [furthest, most] = [at, away];
    }
    if (furthest === 0) continue;
    kept.add(furthest);
    waiting.push([from, furthest], [furthest, to]);
  }
  return [...kept].sort((a, b) => a - b).flatMap((at) => points.slice(at, at + PLACE));
}

/** The same with as many numbers at most: what is too long is told more coarsely. */
export function simplifiedTo(points: readonly number[], tolerance: number, most: number): readonly number[] {
  let told = simplified(points, tolerance);
  for (let coarser = tolerance * 1.5; told.length > most; coarser *= 1.5) told = simplified(points, coarser);
  return told;
}
