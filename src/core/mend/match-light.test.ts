import { describe, expect, test } from 'vitest';
import { toLight } from '../picture/srgb';
import { changedLight, fieldTerms, SAME, type LightChange } from '../picture/steps/light-change';
import { lightOf, type LightPicture } from './light-picture';
import { matchLight } from './match-light';

const WIDTH = 320;
const HEIGHT = 240;

/** Numbers from 0 to 1, the same for the same seed (Park and Miller, 1988). */
function numbers(seed: number): () => number {
  let state = seed * 7919 + 1;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}
const gauss = (next: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
const toByte = (light: number): number =>
  255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

type Paint = (x: number, y: number) => readonly [number, number, number] | undefined;

/** A set: patches of card before a wall that is lit from one side, with the grain of paper. */
function makeSet(seed: number): Paint {
  const next = numbers(seed);
  const cards = Array.from({ length: 40 }, () => ({
    ...{ x: next(), y: next(), w: 0.05 + 0.2 * next(), h: 0.05 + 0.2 * next() },
    colour: [0.03 + 0.6 * next(), 0.03 + 0.6 * next(), 0.03 + 0.6 * next()] as const,
  }));
  const paper = Float32Array.from({ length: WIDTH * HEIGHT }, () => 0.95 + 0.1 * next());
  return (x, y) => {
    const card = cards.findLast(
      (each) => Math.abs(x - each.x) < each.w / 2 && Math.abs(y - each.y) < each.h / 2,
    );
    const [r, g, b] = card?.colour ?? [0.3, 0.25, 0.18];
    const grain = paper[Math.floor(y * HEIGHT) * WIDTH + Math.floor(x * WIDTH)] as number;
    return [r, g, b].map((value) => value * grain * (0.7 + 0.3 * x)) as unknown as [number, number, number];
  };
}

/** A puppet that covers a part of the picture, somewhere. */
function puppet(seed: number, part: number): Paint {
  const next = numbers(seed + 1000);
  const [cx, cy, r] = [0.3 + 0.4 * next(), 0.3 + 0.4 * next(), Math.sqrt(part / Math.PI)];
  const colour = [0.05 + 0.7 * next(), 0.05 + 0.7 * next(), 0.05 + 0.7 * next()] as const;
  return (x, y) => {
    const [dx, dy] = [(x - cx) / r, (y - cy) / r];
    const far = dx * dx + dy * dy;
    return far < 1
      ? (colour.map((each) => each * (0.6 + 0.4 * Math.sqrt(1 - far))) as [number, number, number])
      : undefined;
  };
}

interface Lit {
  readonly stops: readonly [number, number, number];
  readonly power: number;
  /** Stops at a place: somebody at the window. */
  readonly field: (x: number, y: number) => number;
  readonly grain: number;
}

/** A photo of a set with a puppet, as a camera stores it: 8 bits, grain. */
function photograph(
  set: Paint,
  figure: Paint,
  { stops, power, field, grain }: Lit,
  seed: number,
): LightPicture {
  const next = numbers(seed);
  const data = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [((i % WIDTH) + 0.5) / WIDTH, (Math.floor(i / WIDTH) + 0.5) / HEIGHT];
    const colour = figure(x, y) ?? set(x, y) ?? [0, 0, 0];
    for (let c = 0; c < 3; c++)
      data[4 * i + c] =
        toByte(2 ** ((stops[c] as number) + field(x, y)) * (colour[c] as number) ** power) +
        grain * gauss(next);
  }
  return lightOf({ width: WIDTH, height: HEIGHT, order: 'RGBA', data });
}

const EVEN: Lit = { stops: [0, 0, 0], power: 1, field: () => 0, grain: 1.5 };
const clipped = (picture: LightPicture, at: number): boolean =>
  [0, 1, 2].some((c) => (picture.data[at + c] as number) > 0.95 || (picture.data[at + c] as number) < 0.0013);

/** Mean difference to the reference, in bytes, of what stands still and is not cut off: over all, and the largest of 6 × 4 blocks. */
function difference(
  photo: LightPicture,
  reference: LightPicture,
  change: LightChange,
  moves: (x: number, y: number) => boolean,
): { whole: number; worstBlock: number } {
  const sums = Array.from({ length: 24 }, () => ({ sum: 0, count: 0 }));
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [((i % WIDTH) + 0.5) / WIDTH, (Math.floor(i / WIDTH) + 0.5) / HEIGHT];
    if (moves(x, y) || clipped(photo, 3 * i) || clipped(reference, 3 * i)) continue;
    const light = [0, 1, 2].map((c) => photo.data[3 * i + c]) as unknown as [number, number, number];
    const made = changedLight(change, light, fieldTerms(x, y));
    const block = sums[Math.floor(y * 4) * 6 + Math.floor(x * 6)];
    if (!block) continue;
    made.forEach(
      (value, c) =>
        (block.sum += (toByte(Math.min(1, value)) - toByte(reference.data[3 * i + c] as number)) / 3),
    );
    block.count++;
  }
  const all = sums.reduce((total, { sum, count }) => ({ sum: total.sum + sum, count: total.count + count }), {
    sum: 0,
    count: 0,
  });
  const blocks = sums.filter(({ count }) => count > 300).map(({ sum, count }) => Math.abs(sum / count));
  return { whole: all.sum / all.count, worstBlock: Math.max(...blocks) };
}

const PLAIN: LightChange = [SAME, SAME, SAME];

describe('light is matched by what stands still', () => {
  const set = makeSet(5);
  const first = puppet(0, 0.18);
  const reference = photograph(set, first, EVEN, 99);
  const window = (seed: number): Lit['field'] => {
    const next = numbers(seed + 500);
    const [cx, cy, wide, deep] = [next(), next(), 0.5 + 0.3 * next(), 0.35 * (next() < 0.5 ? -1 : 1)];
    return (x, y) => deep * Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / (2 * wide * wide));
  };
  const lights: readonly [string, (seed: number) => Lit][] = [
    [
      'gains',
      (seed) => {
        const next = numbers(seed + 300);
        const gain = (): number => 2 * next() - 1;
        return { ...EVEN, stops: [gain(), gain(), gain()] };
      },
    ],
    [
      'gains and a curve',
      (seed) => {
        const next = numbers(seed + 400);
        return { ...EVEN, stops: [next() - 0.7, next() - 0.7, next() - 0.7], power: 0.8 + 0.4 * next() };
      },
    ],
    ['gains and a field', (seed) => ({ ...EVEN, stops: [0.2, -0.1, -0.3], field: window(seed) })],
  ];
  test.each(lights)(
    '%s: back within 1 of 255 in the mean, and flicker falls twentyfold, over the whole and in the worst block',
    (_, lit) => {
      const before: number[] = [];
      const after: number[] = [];
      const blocksBefore: number[] = [];
      const blocksAfter: number[] = [];
      for (let seed = 1; seed <= 4; seed++) {
        const figure = puppet(seed, 0.22);
        const photo = photograph(set, figure, lit(seed), seed);
        const moves = (x: number, y: number): boolean => !!figure(x, y) || !!first(x, y);
        const found = matchLight(photo, reference);
        if (!found.ok) throw new Error(found.problem);
        const was = difference(photo, reference, PLAIN, moves);
        const is = difference(photo, reference, found.value.change, moves);
        before.push(was.whole);
        after.push(is.whole);
        blocksBefore.push(was.worstBlock);
        blocksAfter.push(is.worstBlock);
        expect(Math.abs(is.whole)).toBeLessThan(1);
        expect(is.worstBlock).toBeLessThan(1);
      }
      const spread = (values: readonly number[]): number =>
        Math.sqrt(values.reduce((sum, each) => sum + each * each, 0) / values.length);
      expect(spread(after)).toBeLessThan(spread(before) / 20);
      expect(spread(blocksAfter)).toBeLessThan(spread(blocksBefore) / 20);
    },
    60_000,
  );

  test('photos that are alike are left as they are', () => {
    const found = matchLight(reference, reference);
    if (!found.ok) throw new Error(found.problem);
    const { before, after, ...same } = found.value;
    expect(same).toEqual({ change: PLAIN, still: 1, left: 0 });
    expect(after).toBe(before);
  });

  const waves: Paint = (x, y) =>
    [40 * x, 37 * y, 23 * (x + y)].map((each) => 0.3 + 0.25 * Math.sin(each)) as [number, number, number];
  const even = (byte: number): LightPicture =>
    lightOf({ width: 48, height: 32, order: 'RGBX', data: new Uint8Array(4 * 48 * 32).fill(byte) });

  test.each([
    ['is black', even(0), even(90), 'Too little of it is neither black nor burnt out.'],
    ['is burnt out', even(255), even(90), 'Too little of it is neither black nor burnt out.'],
    ['has a reference that is black', even(90), even(1), 'Too little of it is neither black nor burnt out.'],
    ['is of another set', photograph(waves, first, EVEN, 7), reference, 'Too little of it stands still.'],
  ])('a photo that %s is told of, and nothing is found for it', (_, photo, other, problem) => {
    expect(matchLight(photo, other)).toEqual({ ok: false, problem });
  });

  test('a photo of one colour is brought to another one by its gain alone', () => {
    const found = matchLight(even(90), even(120));
    if (!found.ok) throw new Error(found.problem);
    for (const { stops, power, field } of found.value.change) {
      expect(stops).toBeCloseTo(Math.log2(toLight(120 / 255) / toLight(90 / 255)), 4);
      expect([power, field]).toEqual([1, []]);
    }
  });

  test('pictures of two sizes are refused', () => {
    expect(() => matchLight(even(90), reference)).toThrow(RangeError);
  });
});
