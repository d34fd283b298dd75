import svgpath from 'svgpath';
import { mapped, type Affine } from '../../picture/affine';

/** A part of a path, as corners, two numbers each. */
export interface FlatPath {
  readonly corners: number[];
  readonly isClosed: boolean;
}

/** What is drawn instead of a curve lies no further from it than this, in pixels. */
const OFF = 0.05;
const MOST_PIECES = 500;
/** A path of more numbers than this is taken for broken. */
const MOST_NUMBERS = 3_000_000;

/** Adds corners of a curve whose ends and handles lie at these places, without the first (Wang's bound on how many it takes). */
function addCurve(corners: number[], xs: readonly number[], ys: readonly number[]): void {
  const degree = xs.length - 1;
  let bend = 0;
  for (let i = 0; i + 2 < xs.length; i++)
    bend = Math.max(
      bend,
      Math.hypot(
        (xs[i] as number) - 2 * (xs[i + 1] as number) + (xs[i + 2] as number),
        (ys[i] as number) - 2 * (ys[i + 1] as number) + (ys[i + 2] as number),
      ),
    );
  const pieces = Math.ceil(Math.sqrt((degree * (degree - 1) * bend) / (8 * OFF)));
  const count = Math.min(MOST_PIECES, Math.max(1, pieces));
  for (let piece = 1; piece <= count; piece++) {
    const t = piece / count;
    // De Casteljau's way.
    const [x, y] = [xs, ys].map((places) => {
      let row = [...places];
      while (row.length > 1) row = row.slice(1).map((each, i) => (row[i] as number) * (1 - t) + each * t);
      return row[0] as number;
    });
    corners.push(x as number, y as number);
  }
}

/** A path's data (SVG 1.1, 8.3) as lines, in pixels; undefined where it is broken, or longer than any. */
export function flattenPath(data: string, map: Affine): readonly FlatPath[] | undefined {
  const path = svgpath(data);
  if ('err' in path && path.err) return undefined;
  const flat: { corners: number[]; isClosed: boolean }[] = [];
  let numbers = 0;
  let at: readonly [number, number] = [0, 0];
  path
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _, x, y) => {
      const [command, ...ends] = segment;
      if (numbers > MOST_NUMBERS) return;
      if (command === 'M') {
        at = mapped(map, ends[0] ?? 0, ends[1] ?? 0);
        flat.push({ corners: [...at], isClosed: false });
        return;
      }
      let last = flat.at(-1);
      if (!last) return;
      if (command === 'Z') {
        last.isClosed = true;
        return;
      }
      if (last.isClosed) {
        // It goes on from where the closed part began.
        const [x0 = 0, y0 = 0] = last.corners;
        flat.push((last = { corners: [x0, y0], isClosed: false }));
      }
      const places = command === 'H' ? [ends[0] ?? 0, y] : command === 'V' ? [x, ends[0] ?? 0] : ends;
      const [xs, ys]: [number[], number[]] = [[last.corners.at(-2) ?? 0], [last.corners.at(-1) ?? 0]];
      for (let i = 0; i + 1 < places.length; i += 2) {
        const [u, v] = mapped(map, places[i] ?? 0, places[i + 1] ?? 0);
        xs.push(u);
        ys.push(v);
      }
      const before = last.corners.length;
      addCurve(last.corners, xs, ys);
      numbers += last.corners.length - before;
    });
  const isSound = numbers <= MOST_NUMBERS && flat.every(({ corners }) => corners.every(Number.isFinite));
  return isSound ? flat : undefined;
}
