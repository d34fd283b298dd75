import { mapped, type Affine } from '../../picture/affine';
import type { Mark } from '../../picture/drawn/mark';
import { markRings } from '../../picture/drawn/mark-rings';
import type { Rect } from '../../picture/size';

/** How often rings go around a place, and whether it is inside by the one rule or the other. */
function isInside(rings: readonly ArrayLike<number>[], x: number, y: number, evenOdd: boolean): boolean {
  let around = 0;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const next = i + 2 < ring.length ? i + 2 : 0;
      const [y0, y1] = [ring[i + 1] as number, ring[next + 1] as number];
      if (y0 <= y === y1 <= y) continue;
      const x0 = ring[i] as number;
      if (x0 + ((y - y0) / (y1 - y0)) * ((ring[next] as number) - x0) > x) around += y1 > y0 ? 1 : -1;
    }
  return evenOdd ? (around & 1) !== 0 : around !== 0;
}

const AROUND = [
  [0, 0],
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** The mark that lies on top at a place of a drawing, in its pixels, or no further away than `near`. */
export function markAt(marks: readonly Mark[], x: number, y: number, near: number): Mark | undefined {
  const hits = (mark: Mark, u: number, v: number): boolean => {
    const { rings, evenOdd, erased } = markRings(mark);
    return isInside(rings, u, v, evenOdd) && !erased.some((ring) => isInside([ring], u, v, false));
  };
  return marks.findLast((mark) => AROUND.some(([dx, dy]) => hits(mark, x + dx * near, y + dy * near)));
}

/** Marks of which at least half lies within an outline: corners, two numbers each, in pixels of the drawing. */
export function marksWithin(marks: readonly Mark[], outline: readonly number[]): readonly Mark[] {
  return marks.filter((mark) => {
    let [inside, all] = [0, 0];
    for (const ring of markRings(mark).rings)
      for (let i = 0; i + 1 < ring.length; i += 2) {
        all++;
        if (isInside([outline], ring[i] as number, ring[i + 1] as number, false)) inside++;
      }
    return inside * 2 > all;
  });
}

/** The smallest rectangle around marks, by a map of their drawing. */
export const boundsOfMarks = (marks: readonly Mark[], map: Affine): Rect | undefined =>
  boundsOfRings(
    marks.flatMap((mark) => markRings(mark).rings),
    map,
  );

/** The smallest rectangle around rings, by a map; undefined where there are none. */
export function boundsOfRings(rings: readonly ArrayLike<number>[], map: Affine): Rect | undefined {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 0; i + 1 < ring.length; i += 2) {
      const [x, y] = mapped(map, ring[i] as number, ring[i + 1] as number);
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
    }
  return left <= right ? { x: left, y: top, width: right - left, height: bottom - top } : undefined;
}
