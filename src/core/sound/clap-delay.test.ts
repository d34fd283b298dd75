import fc from 'fast-check';
import { expect, test } from 'vitest';
import { clapDelay } from './clap-delay';

const clicks = [48_000, 96_000, 144_000, 192_000];
const claps = (late: readonly number[], strength = 0.5) =>
  clicks.flatMap((click, i) => (late[i] === undefined ? [] : [{ at: click + late[i] * 48, strength }]));

test('the delay is the mean of claps that agree; one that is far off does not count', () => {
  expect(clapDelay(clicks, claps([40, 40, 40, 40]))).toBeCloseTo(0.04, 12);
  expect(clapDelay(clicks, claps([30, 40, 50, 40]))).toBeCloseTo(0.04, 12);
  expect(clapDelay(clicks, claps([30, 40, 50, 200]))).toBeCloseTo(0.04, 12);
  expect(clapDelay(clicks, claps([-20, -10, -15, -15]))).toBeCloseTo(-0.015, 12);
});

test('a quiet click before each clap is passed over', () => {
  const both = [...claps([5, 5, 5, 5], 0.05), ...claps([60, 62, 58, 60])].sort((a, b) => a.at - b.at);
  expect(clapDelay(clicks, both)).toBeCloseTo(0.06, 12);
});

test('nothing is told from too few claps, from none, or from noise all over the place', () => {
  expect(clapDelay(clicks, claps([40, 42]))).toBeUndefined();
  expect(clapDelay(clicks, [])).toBeUndefined();
  expect(clapDelay(clicks, claps([-100, 80, 200, 400]))).toBeUndefined();
});

test('whatever the delay up to half a second, it is found through claps that waver by 10 ms', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -100, max: 450 }),
      fc.array(fc.integer({ min: -10, max: 10 }), { minLength: 4, maxLength: 4 }),
      (delay, waver) => {
        const found = clapDelay(clicks, claps(waver.map((each) => delay + each))) ?? Number.NaN;
        expect(Math.abs(found * 1000 - delay)).toBeLessThanOrEqual(10);
      },
    ),
  );
});
