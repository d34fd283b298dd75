import { chanceNumbers } from '../../chance/chance-numbers';
import { inverse, mapped } from '../../picture/affine';
import type { Pixels } from '../../picture/pixels';
import { similarityMap, wayAt, type Similarity } from './similarity';

export const SIZE = { width: 960, height: 720 };

/** A number from 0 to 1 for a place of a grid. */
function noise(x: number, y: number, seed: number): number {
  let n = Math.imul(x, 374_761_393) + Math.imul(y, 668_265_263) + Math.imul(seed, 2_147_483_647);
  n = Math.imul(n ^ (n >>> 13), 1_274_126_177);
  return ((n ^ (n >>> 16)) >>> 0) / 2 ** 32;
}

/** Smooth noise with a grid of so many pixels, at any place. */
function smooth(x: number, y: number, grid: number, seed: number): number {
  const [u, v] = [x / grid, y / grid];
  const [i, j] = [Math.floor(u), Math.floor(v)];
  const ease = (t: number): number => t * t * t * (t * (6 * t - 15) + 10);
  const [s, t] = [ease(u - i), ease(v - j)];
  const above = noise(i, j, seed) * (1 - s) + noise(i + 1, j, seed) * s;
  const below = noise(i, j + 1, seed) * (1 - s) + noise(i + 1, j + 1, seed) * s;
  return above * (1 - t) + below * t;
}

export type Paint = (x: number, y: number) => number;

/** A set with texture, in luma. */
export const textured: Paint = (x, y) =>
  30 + 70 * smooth(x, y, 90, 1) + 60 * smooth(x, y, 23, 2) + 50 * smooth(x, y, 9, 3);
/** A soft one of little contrast. */
export const soft: Paint = (x, y) => 70 + 16 * smooth(x, y, 55, 1) + 14 * smooth(x, y, 16, 2);
/** One of cut paper: plain cards on a plain ground. */
export const paper: Paint = (x, y) =>
  y > 560
    ? 60
    : Math.hypot((x % 160) - 80, (y % 140) - 70) < 34
      ? 60 + 60 * noise(Math.floor(x / 160), Math.floor(y / 140), 4)
      : 170;

export interface Shot {
  readonly set: Paint;
  /** Where the set lies. */
  readonly at: Similarity;
  /** The subject's middle and its reach, in pixels; it has a texture of its own, which it takes along. */
  readonly subject?: { readonly x: number; readonly y: number; readonly reach: number };
  readonly gain?: number;
  readonly grain: number;
  readonly seed: number;
}

/** A photo of a set, with what a lens and a sensor do to it: shade at the edges that stays with the lens, and grain. */
export function shoot({ set, at, subject, gain = 1, grain, seed }: Shot): Pixels {
  const { width, height } = SIZE;
  const back = inverse(similarityMap(at, SIZE));
  const data = new Uint8Array(4 * width * height);
  const next = chanceNumbers(seed * 7919 + 1);
  let i = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = mapped(back, x + 0.5, y + 0.5);
      const isSubject = subject && Math.hypot(x - subject.x, y - subject.y) < subject.reach;
      const paint = isSubject
        ? 40 + 150 * smooth(x - subject.x + 500, y - subject.y + 500, 17, 6)
        : set(u, v);
      const far = ((x - width / 2) ** 2 + (y - height / 2) ** 2) / (width / 2) ** 2;
      const bell = (next() + next() + next() + next() - 2) * Math.sqrt(3);
      const value = paint * gain * (1 - 0.2 * far) + grain * bell;
      data[i] = data[i + 1] = data[i + 2] = Math.max(0, Math.min(255, Math.round(value)));
      i += 4;
    }
  return { width, height, order: 'RGBX', data };
}

const degrees = (each: number): number => (each * Math.PI) / 180;
export const TRUTHS: readonly Similarity[] = [
  { dx: 0.37, dy: -0.61, turn: 0, growth: 0 },
  { dx: -7.25, dy: 3.4, turn: degrees(0.31), growth: 0 },
  { dx: 18.7, dy: -12.3, turn: degrees(-0.8), growth: 0.006 },
  { dx: 4.1, dy: 17.9, turn: degrees(2), growth: -0.02 },
  { dx: -19.2, dy: -2.6, turn: degrees(-1.6), growth: 0.02 },
];

/** How far what was found is from the truth: in the middle, in the corners, in pixels; and the turn in degrees. */
export function errors(similarity: Similarity, truth: Similarity): readonly [number, number, number] {
  const off = (x: number, y: number): number => {
    const [a, b] = wayAt(similarity, SIZE, x, y);
    const [c, d] = wayAt(truth, SIZE, x, y);
    return Math.hypot(a - c, b - d);
  };
  const { width, height } = SIZE;
  const corners = Math.max(off(0, 0), off(width, 0), off(0, height), off(width, height));
  return [off(width / 2, height / 2), corners, (Math.abs(similarity.turn - truth.turn) * 180) / Math.PI];
}
