import { chained, scaling, type Affine } from '../../picture/affine';
import type { Rect, Size } from '../../picture/size';

/** What misses a pixel by less than this part of it shows it. */
const NEAR = 1e-6;

/**
 * Which pixels of a part of a picture another one shows, row by row: the first, and the one behind the last. `map` leads from parts of the picture to parts
 * of the other.
 */
export function shownRows(map: Affine, size: Size, { y: top, width, height }: Rect): Int32Array {
  const [a, b, c, d, e, f] = chained(scaling(1 / size.width, 1 / size.height), map);
  const rows = new Int32Array(2 * height);
  for (let row = 0; row < height; row++) {
    let [from, to] = [0, width];
    // What is 0 or more at a place x of its upper and its lower edge lies inside: to the right of the left edge, and so on.
    for (const y of [top + row, top + row + 1])
      for (const [slope, start] of [
        [a, c * y + e],
        [-a, 1 - c * y - e],
        [b, d * y + f],
        [-b, 1 - d * y - f],
      ] as const) {
        if (slope > 0) from = Math.max(from, Math.ceil(-start / slope - NEAR));
        else if (slope < 0) to = Math.min(to, Math.floor(-start / slope + NEAR));
        else if (start < 0) to = 0;
      }
    rows.set([from, Math.max(from, to)], 2 * row);
  }
  return rows;
}
