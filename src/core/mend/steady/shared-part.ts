import { mapped, type Affine } from '../../picture/affine';
import type { Crop } from '../../picture/crop';
import type { Size } from '../../picture/size';

/** A picture as it lies in the film: its own size, and the map from its pixels to the film's. */
export interface LaidPicture extends Size {
  readonly map: Affine;
}

/** What a place has to be on the inner side of: across · x + down · y ≤ most. */
interface Edge {
  readonly across: number;
  readonly down: number;
  readonly most: number;
}

/** The edges of a picture; it may be mirrored. */
function edgesOf({ width, height, map }: LaidPicture): readonly Edge[] {
  const corners = [
    mapped(map, 0, 0),
    mapped(map, width, 0),
    mapped(map, width, height),
    mapped(map, 0, height),
  ] as const;
  const [x, y] = mapped(map, width / 2, height / 2);
  return corners.map(([ax, ay], i) => {
    const [bx, by] = corners[(i + 1) % 4] as readonly [number, number];
    const length = Math.hypot(bx - ax, by - ay);
    const [across, down] = [(by - ay) / length, (ax - bx) / length];
    const most = across * ax + down * ay;
    const isOut = across * x + down * y > most;
    return isOut ? { across: -across, down: -down, most: -most } : { across, down, most };
  });
}

/** Steps of each of the two searches: each leaves two thirds of the way. */
const STEPS = 60;

/** Where a function that rises and then falls is highest. */
function highest(from: number, to: number, value: (at: number) => number): number {
  let [a, b] = [from, to];
  for (let i = 0; i < STEPS; i++) {
    const third = (b - a) / 3;
    if (value(a + third) < value(b - third)) a += third;
    else b -= third;
  }
  return (a + b) / 2;
}

/** Size of the largest part of the film's picture centred on x, y in pixels that stays inside all edges, as a fraction of the picture; negative if x, y lies outside. */
const roomAround = (edges: readonly Edge[], film: Size, x: number, y: number): number =>
  edges.reduce((size, { across, down, most }) => {
    const needs = (Math.abs(across) * film.width + Math.abs(down) * film.height) / 2;
    return Math.min(size, (most - across * x - down * y) / needs);
  }, Infinity);

/** The centre of the largest such part, in pixels. `roomAround` is concave, so two nested ternary searches find it. */
function roomiest(edges: readonly Edge[], film: Size): { readonly x: number; readonly y: number } {
  const around = (x: number, y: number): number => roomAround(edges, film, x, y);
  const bestDown = (x: number): number => highest(0, film.height, (y) => around(x, y));
  const x = highest(0, film.width, (at) => around(at, bestDown(at)));
  return { x, y: bestDown(x) };
}

/** The largest part of the film's picture, in the film's shape, that lies within all of some pictures; undefined where they share none. */
export function sharedPart(pictures: readonly LaidPicture[], film: Size): Crop | undefined {
  const edges = pictures.flatMap(edgesOf);
  const { x, y } = roomiest(edges, film);
  const size = Math.min(1, roomAround(edges, film, x, y));
  return size > 0 ? { x: x / film.width, y: y / film.height, size } : undefined;
}

/** What a single picture costs: which it is, and the part that all others share without it. */
export interface Narrowing {
  readonly index: number;
  readonly without: Crop;
}

/** Tolerance for touching an edge, as a fraction of the picture. */
const REACHED = 1e-3;
/** The most pictures that are tried one by one. */
const MAX_TRIED = 8;

/** The picture without which the others share most; undefined where that is not more by `least`, in parts of the film's width, than what all share. */
export function narrowing(
  pictures: readonly LaidPicture[],
  film: Size,
  least: number,
): Narrowing | undefined {
  const edges = pictures.map(edgesOf);
  const { x, y } = roomiest(edges.flat(), film);
  const room = roomAround(edges.flat(), film, x, y);
  // Only what is reached holds the part back.
  const reached = [...edges.keys()].filter(
    (index) => roomAround(edges[index] ?? [], film, x, y) <= room + REACHED,
  );
  let found: Narrowing | undefined;
  for (const index of reached.slice(0, MAX_TRIED)) {
    const without = pictures.length > 1 ? sharedPart(pictures.toSpliced(index, 1), film) : undefined;
    if (without && without.size >= (found?.without.size ?? Math.max(0, room) + least))
      found = { index, without };
  }
  return found;
}
