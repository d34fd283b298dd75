import type { Mark } from '../../../core/picture/drawn/mark';
import { markRings } from '../../../core/picture/drawn/mark-rings';

/** A ring as the data of an SVG path. */
export function ringPath(ring: ArrayLike<number>): string {
  const corners: string[] = [];
  for (let i = 0; i + 1 < ring.length; i += 2) corners.push(`${ring[i]} ${ring[i + 1]}`);
  return `M${corners.join('L')}Z`;
}

const known = new WeakMap<Mark, string>();

/** What a mark covers as the data of an SVG path, in pixels of its drawing, with what is erased of it. */
export function markPath(mark: Mark): string {
  let path = known.get(mark);
  if (path === undefined) known.set(mark, (path = markRings(mark).rings.map(ringPath).join('')));
  return path;
}
