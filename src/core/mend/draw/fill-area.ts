import { contours } from 'd3-contour';
import { chained, scaling } from '../../picture/affine';
import type { Drawn } from '../../picture/drawn/drawn';
import { MARK_BOUNDS, markNumber } from '../../picture/drawn/mark';
import { MarkCover } from '../../picture/drawn/mark-cover';
import { ALL } from '../../picture/drawn/rings-cover';
import { simplifiedTo } from '../../picture/paint/simplify';
import type { Size } from '../../picture/size';
import { err, ok, type Result } from '../../time/result';

/** A place that lines close in. */
export interface FilledArea {
  /** Corners in pixels, two numbers each: the outside, and what is left free in it. */
  readonly rings: readonly (readonly number[])[];
  /** Whether it reaches the edge of the picture, as it does where a line is not closed. */
  readonly reachesEdge: boolean;
}

/** So many pixels of a fill go under the lines around it. */
const UNDER = 2;
const TOLERANCE = 0.35;

/** Where lines are: pixels of which half is covered. */
function wallsOf(drawn: Drawn, size: Size): Uint8Array {
  const { width, height } = size;
  const walls = new Uint8Array(width * height);
  const row = new Uint16Array(width);
  for (const { data, map } of drawn) {
    const onPicture = chained(map, scaling(width, height));
    for (const mark of data) {
      const cover = new MarkCover(mark, onPicture, size);
      for (let y = cover.top; y < cover.bottom; y++) {
        const { from, to } = cover.row(y, row);
        for (let x = from; x < to; x++) if ((row[x] as number) >= ALL / 2) walls[y * width + x] = 1;
      }
    }
  }
  return walls;
}

/** What is no further from the mask than so many pixels, as far as `may` allows. */
function grown(mask: Uint8Array, { width, height }: Size, reach: number, may?: Uint8Array): Uint8Array {
  let now = mask;
  for (let step = 0; step < reach; step++) {
    const next = now.slice();
    for (let y = 0; y < height; y++)
      for (let x = 0, i = y * width; x < width; x++, i++) {
        if (now[i] === 1 || (may && may[i] === 0)) continue;
        const isNear =
          (x > 0 && now[i - 1] === 1) ||
          (x + 1 < width && now[i + 1] === 1) ||
          (y > 0 && now[i - width] === 1) ||
          (y + 1 < height && now[i + width] === 1);
        if (isNear) next[i] = 1;
      }
    now = next;
  }
  return now;
}

/** What can be reached from a pixel without crossing a wall. */
function flooded(walls: Uint8Array, { width, height }: Size, start: number): Uint8Array {
  const inside = new Uint8Array(walls.length);
  const waiting = new Int32Array(walls.length);
  let count = 0;
  const visit = (i: number): void => {
    if (walls[i] === 1 || inside[i] === 1) return;
    inside[i] = 1;
    waiting[count++] = i;
  };
  visit(start);
  while (count > 0) {
    const i = waiting[--count] as number;
    const x = i % width;
    if (x > 0) visit(i - 1);
    if (x + 1 < width) visit(i + 1);
    if (i >= width) visit(i - width);
    if (i + width < width * height) visit(i + width);
  }
  return inside;
}

function touchesEdge(mask: Uint8Array, { width, height }: Size): boolean {
  for (let x = 0; x < width; x++) if (mask[x] === 1 || mask[(height - 1) * width + x] === 1) return true;
  for (let y = 0; y < height; y++)
    if (mask[y * width] === 1 || mask[y * width + width - 1] === 1) return true;
  return false;
}

/**
 * The area around a place, in pixels of a picture, that lines close in: as far as a flood from there comes. Gaps in the lines as wide as `gap`
 * pixels hold it back. It goes a little under the lines around it, so that no seam shows.
 */
export function fillArea(drawn: Drawn, size: Size, x: number, y: number, gap: number): Result<FilledArea> {
  const { width, height } = size;
  const [column, line] = [Math.floor(x), Math.floor(y)];
  if (column < 0 || line < 0 || column >= width || line >= height)
    return err('That is outside the picture: nothing was filled.');
  const lines = wallsOf(drawn, size);
  const reach = Math.ceil(gap / 2);
  const walls = grown(lines, size, reach);
  const start = line * width + column;
  if (walls[start] === 1) return err('There is no room to fill here: it is on a line, or too near one.');
  const inside = flooded(walls, size, start);
  const reachesEdge = touchesEdge(inside, size);
  // Back to the lines that were made wider, and a little under them.
  const free = lines.map((each) => 1 - each);
  const upToLines = grown(inside, size, reach, free);
  const mask = grown(upToLines, size, UNDER);
  const { coordinates } = contours()
    .size([width, height])
    .smooth(false)
    .contour(mask as unknown as number[], 0.5);
  const rings = coordinates.flat().map((ring) => {
    const places = ring.flatMap(([u = 0, v = 0]) => [u, v, 1]);
    const told = simplifiedTo(places, TOLERANCE, MARK_BOUNDS.numbers);
    return told.filter((_, i) => i % 3 !== 2).map(markNumber);
  });
  const whole = rings.filter(({ length }) => length >= 8).slice(0, MARK_BOUNDS.rings);
  return whole.length > 0 ? ok({ rings: whole, reachesEdge }) : err('There is no room to fill here.');
}
