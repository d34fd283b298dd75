import svgpath from 'svgpath';
import { mapped, type Affine } from '../../picture/affine';
import { MARK_BOUNDS } from '../../picture/drawn/mark';

/** A part of a path, as corners, two numbers each. */
export interface FlatPath {
  readonly corners: number[];
  readonly isClosed: boolean;
}

/** The number of corners that a file may still add. `flattenPath` reduces it, also for paths that are refused later. */
export interface CornerBudget {
  left: number;
}

/** Thrown when a path needs more corners than its budget has left. */
export class TooManyCorners extends Error {}

/** What is drawn instead of a curve lies no further from it than this, in pixels. */
const OFF = 0.05;
const MOST_PIECES = 500;
/** Paths with more letters, or a part with more corners, are refused as broken: no mark can hold them. */
const MAX_LETTERS = 1_000_000;
const MAX_CORNERS = MARK_BOUNDS.numbers / 2;

/** Number of lines that replace a curve within `OFF` pixels (Wang's bound); its ends and handles lie at `xs`, `ys`. */
function piecesOf(xs: readonly number[], ys: readonly number[]): number {
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
  return Math.min(MOST_PIECES, Math.max(1, pieces));
}

/** Adds corners of a curve in so many pieces, without the first. */
function addCurve(corners: number[], xs: readonly number[], ys: readonly number[], count: number): void {
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

/**
 * A path's data (SVG 1.1, 8.3) as lines, in pixels; undefined where it is broken, or longer than any.
 * @throws TooManyCorners before more are made than the budget has left.
 */
export function flattenPath(
  data: string,
  map: Affine,
  budget: CornerBudget,
): readonly FlatPath[] | undefined {
  if (data.length > MAX_LETTERS) return undefined;
  const path = svgpath(data);
  if ('err' in path && path.err) return undefined;
  const parts = partsOf(path, map);
  // Counted before they are made.
  const counts = parts?.map(({ curves }) => curves.reduce((sum, { count }) => sum + count, 1)) ?? [];
  if (!parts || counts.some((count) => count > MAX_CORNERS)) return undefined;
  budget.left -= counts.reduce((sum, count) => sum + count, 0);
  if (budget.left < 0) throw new TooManyCorners();
  const flat = parts.map(({ start, curves, isClosed }) => {
    const corners = [...start];
    for (const { xs, ys, count } of curves) addCurve(corners, xs, ys, count);
    return { corners, isClosed };
  });
  return flat.every(({ corners }) => corners.every(Number.isFinite)) ? flat : undefined;
}

/** A line or curve by its ends and handles, in pixels, and how many lines are drawn instead of it. */
interface Curve {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  readonly count: number;
}

/** A part of a path before it is made of lines. */
interface CurvedPart {
  readonly start: readonly [number, number];
  readonly curves: Curve[];
  isClosed: boolean;
}

/** The parts of a path as curves, in pixels; undefined where there are more than any mark holds. */
function partsOf(path: ReturnType<typeof svgpath>, map: Affine): readonly CurvedPart[] | undefined {
  const parts: CurvedPart[] = [];
  let end: readonly [number, number] = [0, 0];
  let longest = 0;
  path
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _, x, y) => {
      const [command, ...ends] = segment;
      if (longest > MAX_CORNERS) return;
      if (command === 'M') {
        end = mapped(map, ends[0] ?? 0, ends[1] ?? 0);
        parts.push({ start: end, curves: [], isClosed: false });
        return;
      }
      let last = parts.at(-1);
      if (!last) return;
      if (command === 'Z') {
        last.isClosed = true;
        return;
      }
      if (last.isClosed) {
        // It goes on from where the closed part began.
        end = last.start;
        parts.push((last = { start: end, curves: [], isClosed: false }));
      }
      const places = command === 'H' ? [ends[0] ?? 0, y] : command === 'V' ? [x, ends[0] ?? 0] : ends;
      const [xs, ys]: [number[], number[]] = [[end[0]], [end[1]]];
      for (let i = 0; i + 1 < places.length; i += 2) {
        end = mapped(map, places[i] ?? 0, places[i + 1] ?? 0);
        xs.push(end[0]);
        ys.push(end[1]);
      }
      last.curves.push({ xs, ys, count: piecesOf(xs, ys) });
      longest = Math.max(longest, last.curves.length);
    });
  return longest > MAX_CORNERS ? undefined : parts;
}
