import type { Size } from '../../picture/size';
import { simplified } from '../../picture/paint/simplify';
import { sizeAt, threshold, type Difference } from './difference';
import { near } from './ring';

/** Pixels, of a picture of some 960: gaps that are closed, thin things that hang on thick ones, and what is added around. */
const GAP = 2;
const THIN = 9;
const MARGIN = 3;
/** Smaller areas than this many pixels are not offered. */
const FEWEST = 40;
/** So many are offered. */
const MOST = 12;
const TOLERANCE = 0.9;

/** Something in a photo that its plate does not show. */
export interface FoundArea {
  /** Its outline, in pixels: x, y and 1 for each corner. */
  readonly points: readonly number[];
  /** Whether it comes in from the edge of the picture, as hands and rigs do. */
  readonly fromEdge: boolean;
  readonly pixels: number;
}

const grown = (size: Size, mask: Uint8Array, reach: number): Uint8Array =>
  near(size, (i) => mask[i] === 1, reach);

const shrunk = (size: Size, mask: Uint8Array, reach: number): Uint8Array => {
  const outside = near(size, (i) => mask[i] === 0, reach);
  return mask.map((_, i) => (outside[i] === 1 ? 0 : 1));
};

/** The pieces of a mask that hang together, as lists of pixels. */
function pieces({ width, height }: Size, mask: Uint8Array): readonly (readonly number[])[] {
  const seen = new Uint8Array(mask.length);
  const all: number[][] = [];
  for (let start = 0; start < mask.length; start++) {
    if (mask[start] === 0 || seen[start] === 1) continue;
    const piece: number[] = [];
    const waiting = [start];
    seen[start] = 1;
    for (let i = waiting.pop(); i !== undefined; i = waiting.pop()) {
      piece.push(i);
      const x = i % width;
      for (const to of [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width])
        if (to >= 0 && to < width * height && mask[to] === 1 && seen[to] === 0) {
          seen[to] = 1;
          waiting.push(to);
        }
    }
    all.push(piece);
  }
  return all;
}

/** The way around a piece, along the edges of its pixels, as corners: x, y and 1 for each. */
function outlineOf({ width, height }: Size, piece: readonly number[]): readonly number[] {
  const inside = new Set(piece);
  const isIn = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < width && y < height && inside.has(y * width + x);
  const start = Math.min(...[piece.reduce((least, each) => Math.min(least, each), Infinity)]);
  let [x, y] = [start % width, Math.floor(start / width)];
  const [fromX, fromY] = [x, y];
  // To the right along its upper edge, with the piece to the right hand.
  let [dx, dy] = [1, 0];
  const points: number[] = [];
  do {
    points.push(x, y, 1);
    [x, y] = [x + dx, y + dy];
    // The two pixels ahead, left and right of the way.
    const ahead = (side: 1 | -1): boolean => {
      const [u, v] = [x + (dx - side * dy - 1) / 2, y + (dy + side * dx - 1) / 2];
      return isIn(u, v);
    };
    const [left, right] = [ahead(-1), ahead(1)];
    if (left) [dx, dy] = [dy, -dx];
    else if (!right) [dx, dy] = [-dy, dx];
  } while (x !== fromX || y !== fromY);
  return points;
}

/**
 * What a photo shows that its plate does not, and that may have to go: each as an outline with a little room around it. What comes in from the
 * edge of the picture is named first, as hands and rigs do, and what is thin where it hangs on something thick; then the rest, the
 * larger first. The largest by itself is the subject, most likely, and named last.
 */
export function foundAreas(difference: Difference): readonly FoundArea[] {
  const size = { width: difference.width, height: difference.height };
  const { width, height } = size;
  const least = threshold(difference);
  const differs = new Uint8Array(width * height).map((_, i) => (sizeAt(difference, i) > least ? 1 : 0));
  const mask = shrunk(size, grown(size, differs, GAP), GAP);
  const thick = grown(size, shrunk(size, mask, THIN), THIN + 2);
  const isAtEdge = (piece: readonly number[]): boolean =>
    piece.some((i) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      return x < 2 || y < 2 || x >= width - 2 || y >= height - 2;
    });
  const areaOf = (piece: readonly number[], fromEdge: boolean): FoundArea => {
    const alone = new Uint8Array(width * height);
    for (const i of piece) alone[i] = 1;
    const [whole = []] = pieces(size, grown(size, alone, MARGIN));
    return { points: simplified(outlineOf(size, whole), TOLERANCE), fromEdge, pixels: piece.length };
  };
  const wholes = pieces(size, mask).filter((piece) => piece.length >= FEWEST);
  const areas: FoundArea[] = [];
  for (const piece of wholes) {
    const atEdge = isAtEdge(piece);
    const thin = new Uint8Array(width * height);
    let thicker = 0;
    for (const i of piece)
      if (thick[i] === 1) thicker++;
      else thin[i] = 1;
    // A rig on which the subject hangs: only what is thin of it, where that reaches the edge.
    const rigs =
      atEdge && thicker > 0
        ? pieces(size, thin).filter((each) => each.length >= FEWEST && isAtEdge(each))
        : [];
    areas.push(...rigs.map((each) => areaOf(each, true)));
    areas.push(areaOf(piece, atEdge && rigs.length === 0));
  }
  const order = areas.toSorted((a, b) => Number(b.fromEdge) - Number(a.fromEdge) || b.pixels - a.pixels);
  const inner = order.filter(({ fromEdge }) => !fromEdge);
  const [subject] = inner;
  const atEdge = order.filter(({ fromEdge }) => fromEdge).slice(0, MOST);
  return [...atEdge, ...inner.slice(1, MOST - atEdge.length), ...(subject ? [subject] : [])];
}
