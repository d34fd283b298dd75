import { simplified } from '../../picture/paint/simplify';
import { PLACE } from '../../picture/paint/stroke';
import type { LightPicture } from '../light-picture';

/** Pixels, of a picture of some 960, that an outline is moved inwards or outwards at most, and between the places at which it is. */
const REACH = 12;
const PITCH = 3;
/** From one place to the next it goes no further in or out than this, and each pixel of that costs so much, squared. */
const MOST_BEND = 2;
const BEND_COST = 0.03;
/** How strong an edge is, as the eye sees it, that counts fully; and what it costs to go as far as it may from where a hand drew. */
const STRONG = 0.12;
const FAR_COST = 0.15;
/** What differs by less than this is no edge, but grain. */
const LEAST = 0.025;
const TOLERANCE = 0.4;

interface Node {
  readonly x: number;
  readonly y: number;
  /** Straight out of the outline, or into it: one way for all. */
  readonly right: number;
  readonly down: number;
}

/** Places along a closed outline, as far from each other as the pitch. */
function nodesAlong(points: readonly number[]): readonly Node[] {
  const corners = Array.from(
    { length: points.length / PLACE },
    (_, i) => [points[i * PLACE] as number, points[i * PLACE + 1] as number] as const,
  );
  const along: [number, number][] = [];
  let left = 0;
  corners.forEach(([x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length] as readonly [number, number];
    const length = Math.hypot(u - x, v - y);
    let at = left;
    for (; at < length; at += PITCH) along.push([x + ((u - x) * at) / length, y + ((v - y) * at) / length]);
    left = at - length;
  });
  return along.map(([x, y], i) => {
    const [ax, ay] = along.at((i - 2) % along.length) as [number, number];
    const [bx, by] = along[(i + 2) % along.length] as [number, number];
    const length = Math.hypot(bx - ax, by - ay) || 1;
    return { x, y, right: (by - ay) / length, down: (ax - bx) / length };
  });
}

/** Light between pixels, as the eye sees it, about; the edge goes on beyond the picture. */
function seenAt({ width, height, data }: LightPicture, x: number, y: number, c: number): number {
  const [u, v] = [
    Math.min(width - 1.001, Math.max(0, x - 0.5)),
    Math.min(height - 1.001, Math.max(0, y - 0.5)),
  ];
  const [column, row] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - column, v - row];
  const at = (dx: number, dy: number): number =>
    Math.sqrt(data[3 * ((row + dy) * width + column + dx) + c] as number);
  return (1 - t) * ((1 - s) * at(0, 0) + s * at(1, 0)) + t * ((1 - s) * at(0, 1) + s * at(1, 1));
}

/** How strongly the picture changes across an outline that goes through a place: of a pixel to both sides along it, so that grain is set aside. */
function edgeAt(picture: LightPicture, { x, y, right, down }: Node, off: number): number {
  let most = 0;
  for (let c = 0; c < 3; c++) {
    let sum = 0;
    for (const side of [-1.5, 0, 1.5]) {
      const [px, py] = [x + off * right - side * down, y + off * down + side * right];
      sum += seenAt(picture, px + right, py + down, c) - seenAt(picture, px - right, py - down, c);
    }
    most = Math.max(most, Math.abs(sum / 3));
  }
  return most;
}

const OFFS = Array.from({ length: 2 * REACH + 1 }, (_, i) => i - REACH);

/** The cheapest way from node to node; it begins and ends as far out as `from` says, where that is said. */
function cheapest(costs: readonly Float64Array[], from?: number): readonly number[] {
  const count = OFFS.length;
  let sums = Float64Array.from({ length: count }, (_, k) =>
    from === undefined || k === from ? (costs[0]?.[k] as number) : Infinity,
  );
  const came: Int8Array[] = [];
  for (const cost of costs.slice(1)) {
    const next = new Float64Array(count);
    const back = new Int8Array(count);
    for (let k = 0; k < count; k++) {
      let best = Infinity;
      for (let by = -MOST_BEND; by <= MOST_BEND; by++) {
        const sum = (sums[k + by] ?? Infinity) + BEND_COST * by * by;
        if (sum >= best) continue;
        best = sum;
        back[k] = by;
      }
      next[k] = best + (cost[k] as number);
    }
    sums = next;
    came.push(back);
  }
  let at = from ?? sums.indexOf(Math.min(...sums));
  const way = [at];
  for (const back of came.toReversed()) way.push((at += back[at] as number));
  return way.reverse();
}

/**
 * An outline that was drawn around something by hand, moved onto the edges of the picture that lie near: the closed way on which they are
 * strongest (dynamic programming along the outline: Amini, Weymouth and Jain 1990). Where there is none it stays. Places in pixels, three numbers
 * each.
 */
export function snappedOutline(points: readonly number[], picture: LightPicture): readonly number[] {
  const nodes = nodesAlong(points);
  if (nodes.length < 8) return points;
  const costs = nodes.map((node) =>
    Float64Array.from(OFFS, (off) => {
      const edge = edgeAt(picture, node, off);
      return FAR_COST * (off / REACH) ** 2 - (edge < LEAST ? 0 : Math.min(1, edge / STRONG));
    }),
  );
  // Once around to find a place of it, and from there to there again.
  const half = nodes.length >> 1;
  const start = cheapest(costs)[half] as number;
  const around = [...costs.slice(half), ...costs.slice(0, half), costs[half] as Float64Array];
  const way = cheapest(around, start);
  const moved = nodes.flatMap(({ x, y, right, down }, i) => {
    const off = OFFS[way[(i - half + nodes.length) % nodes.length] as number] as number;
    return [x + off * right, y + off * down, 1];
  });
  return simplified([...moved, ...moved.slice(0, PLACE)], TOLERANCE).slice(0, -PLACE);
}
