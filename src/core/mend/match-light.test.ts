import { describe, expect, test } from 'vitest';
import { toLight } from '../picture/srgb';
import { SAME, type LightChange } from '../picture/steps/light-change';
import { lightOf, type LightPicture } from './light-picture';
import { matchLight } from './match-light';
import { difference, EVEN, numbers, photograph, puppet, makeSet, type Lit, type Paint } from './random-light';

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
    ['is black', even(0), even(90), 'Too much of it is black or white to compare.'],
    ['is burnt out', even(255), even(90), 'Too much of it is black or white to compare.'],
    ['has a reference that is black', even(90), even(1), 'Too much of it is black or white to compare.'],
    ['is of another set', photograph(waves, first, EVEN, 7), reference, 'Too little of it stays still.'],
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
