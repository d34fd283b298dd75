import type { LightPicture } from '../light-picture';
import { near } from './ring';

/** What is further than this from a stroke, in pixels of a picture of some 800, is not looked at. */
const FURTHEST = 96;
/** Ways to the side that are tried, and how far each next one is. */
const WAYS = 24;
const FURTHER = 1.25;
/** Pixels around a stroke that what is painted in has to fit. */
const RING = 5;
/** What a pixel counts that lies under another stroke, or beyond the edge. */
const LOST = 0.5;
/** A way that is as long as the picture is high costs as much as this difference, in sRGB-like values. */
const LENGTH_COST = 0.15;

/** Light as the eye sees it, about. */
const seen = (light: number): number => Math.sqrt(Math.max(0, light));

/**
 * From where aside of a stroke its place is best filled: the way, in pixels, to a part of the same photo whose surroundings are most like
 * those of the stroke, and on which nothing is painted. `taken` marks what other strokes cover.
 */
export function bestAside(
  { width, height, data }: LightPicture,
  cover: Float32Array,
  taken: (i: number) => boolean,
): { readonly right: number; readonly down: number } | undefined {
  const ringed = near({ width, height }, (i) => (cover[i] as number) > 0, RING);
  const ring: number[] = [];
  const inside: number[] = [];
  for (let i = 0; i < cover.length; i++)
    if ((cover[i] as number) > 0) inside.push(i);
    else if (ringed[i] === 1) ring.push(i);
  if (inside.length === 0 || ring.length === 0) return undefined;
  const every = Math.max(1, Math.floor(ring.length / 1500));
  const some = ring.filter((_, k) => k % every === 0);
  const within = inside.filter((_, k) => k % Math.max(1, Math.floor(inside.length / 800)) === 0);
  let best: { readonly right: number; readonly down: number; readonly cost: number } | undefined;
  for (let far = 3; far <= FURTHEST; far *= FURTHER)
    for (let way = 0; way < WAYS; way++) {
      const turn = (way * 2 * Math.PI) / WAYS;
      const [right, down] = [Math.round(far * Math.cos(turn)), Math.round(far * Math.sin(turn))];
      const cost = costOf(right, down) + (LENGTH_COST * far) / height;
      if (!best || cost < best.cost) best = { right, down, cost };
    }
  return best;

  /** How badly a way fits, 0 to about 1. */
  function costOf(right: number, down: number): number {
    let [sum, lost] = [0, 0];
    const there = (i: number): number => {
      const [x, y] = [(i % width) + right, Math.floor(i / width) + down];
      return x < 0 || y < 0 || x >= width || y >= height ? -1 : y * width + x;
    };
    for (const i of within) {
      const to = there(i);
      if (to < 0 || (cover[to] as number) > 0 || taken(to)) lost++;
    }
    for (const i of some) {
      const to = there(i);
      if (to < 0 || (cover[to] as number) > 0) {
        sum += LOST;
        continue;
      }
      for (let c = 0; c < 3; c++)
        sum +=
          Math.min(LOST, Math.abs(seen(data[3 * i + c] as number) - seen(data[3 * to + c] as number))) / 3;
    }
    return sum / some.length + (4 * LOST * lost) / within.length;
  }
}
