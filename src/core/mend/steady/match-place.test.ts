import { expect, test } from 'vitest';
import { inverse, mapped } from '../../picture/affine';
import type { Pixels } from '../../picture/pixels';
import { detailOf, type DetailPicture } from './detail-picture';
import { matchPlace, placedReference, type PlacedReference, type PlaceMatch } from './match-place';
import { similarityMap, STILL, wayAt, type Similarity } from './similarity';

const SIZE = { width: 960, height: 720 };

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

type Paint = (x: number, y: number) => number;

/** A set with texture, in luma. */
const textured: Paint = (x, y) =>
  30 + 70 * smooth(x, y, 90, 1) + 60 * smooth(x, y, 23, 2) + 50 * smooth(x, y, 9, 3);
/** A soft one of little contrast. */
const soft: Paint = (x, y) => 70 + 16 * smooth(x, y, 55, 1) + 14 * smooth(x, y, 16, 2);

interface Shot {
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
function shoot({ set, at, subject, gain = 1, grain, seed }: Shot): DetailPicture {
  const { width, height } = SIZE;
  const back = inverse(similarityMap(at, SIZE));
  const data = new Uint8Array(4 * width * height);
  let state = seed * 7919 + 1;
  const next = (): number => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
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
      data.fill(Math.max(0, Math.min(255, Math.round(value))), 4 * (y * width + x), 4 * (y * width + x) + 3);
    }
  const pixels: Pixels = { width, height, order: 'RGBX', data };
  return detailOf(pixels);
}

/** How far what was found is from the truth: in the middle, in the corners, in pixels; and the turn in degrees. */
function errors({ similarity }: PlaceMatch, truth: Similarity): readonly [number, number, number] {
  const off = (x: number, y: number): number => {
    const [a, b] = wayAt(similarity, SIZE, x, y);
    const [c, d] = wayAt(truth, SIZE, x, y);
    return Math.hypot(a - c, b - d);
  };
  const { width, height } = SIZE;
  const corners = Math.max(off(0, 0), off(width, 0), off(0, height), off(width, height));
  return [off(width / 2, height / 2), corners, (Math.abs(similarity.turn - truth.turn) * 180) / Math.PI];
}

const degrees = (each: number): number => (each * Math.PI) / 180;
const TRUTHS: readonly Similarity[] = [
  { dx: 0.37, dy: -0.61, turn: 0, growth: 0 },
  { dx: -7.25, dy: 3.4, turn: degrees(0.31), growth: 0 },
  { dx: 18.7, dy: -12.3, turn: degrees(-0.8), growth: 0.006 },
  { dx: 4.1, dy: 17.9, turn: degrees(2), growth: -0.02 },
  { dx: -19.2, dy: -2.6, turn: degrees(-1.6), growth: 0.02 },
];

const found = (photo: DetailPicture, reference: PlacedReference): PlaceMatch => {
  const match = matchPlace(photo, reference);
  if (!match.ok) throw new Error(match.problem);
  return match.value;
};
const middleOf = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1] as number;

/** Pixels of pictures 960 wide, and degrees, that what is found may be off by. */
interface Bounds {
  readonly middle: number;
  readonly worst: number;
  readonly corners: number;
  readonly turn: number;
}

const SETS: readonly (readonly [name: string, set: Paint, grain: number, bounds: Bounds])[] = [
  ['with texture', textured, 2.5, { middle: 0.03, worst: 0.1, corners: 0.3, turn: 0.005 }],
  ['of little contrast, with double grain', soft, 5, { middle: 0.1, worst: 0.3, corners: 0.5, turn: 0.02 }],
];

test.each(SETS)(
  'what was moved, turned and made larger is found in a set %s, whatever moves in front of it',
  (_, set, grain, bounds) => {
    const subject = { x: 330, y: 400, reach: 250 };
    const reference = placedReference(shoot({ set, at: STILL, subject, grain, seed: 1 }));
    const all = TRUTHS.map((at, i) => {
      const moved = { x: 380 + 30 * i, y: 420 - 20 * i, reach: 250 };
      return errors(found(shoot({ set, at, subject: moved, gain: 1.1, grain, seed: i + 2 }), reference), at);
    });
    expect(middleOf(all.map(([off]) => off))).toBeLessThanOrEqual(bounds.middle);
    expect(Math.max(...all.map(([off]) => off))).toBeLessThanOrEqual(bounds.worst);
    expect(Math.max(...all.map(([, corners]) => corners))).toBeLessThanOrEqual(bounds.corners);
    expect(middleOf(all.map(([, , turn]) => turn))).toBeLessThanOrEqual(bounds.turn);
  },
  120_000,
);

test('a photo in which there is nothing, or of another set, is told of', () => {
  const flat = shoot({ set: () => 120, at: STILL, grain: 0, seed: 1 });
  const reference = shoot({ set: textured, at: STILL, grain: 2, seed: 1 });
  const other = shoot({ set: (x, y) => textured(x + 5000, y - 3000), at: STILL, grain: 2, seed: 2 });
  expect(
    matchPlace(reference, placedReference({ ...flat, data: new Float32Array(flat.data.length) })),
  ).toEqual({
    ok: false,
    problem: 'There is nothing in it to hold on to.',
  });
  expect(matchPlace(other, placedReference(reference))).toEqual({
    ok: false,
    problem: 'Too little of it stands still.',
  });
  expect(() =>
    matchPlace({ width: 4, height: 4, data: new Float32Array(16) }, placedReference(reference)),
  ).toThrow(RangeError);
}, 60_000);
