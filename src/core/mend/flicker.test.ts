import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { flickerAlone, flickerOf, jumpsIn } from './flicker';
import { slowPart } from './slow-part';

const near = (values: readonly number[], places = 6): unknown[] =>
  values.map((each): unknown => expect.closeTo(each, places));

describe('light over a run', () => {
  test('flicker is the deviation of the steps, by hand', () => {
    // Steps 2, −2, 2, −2: mean 0, each 2 away.
    expect(flickerOf([100, 102, 100, 102, 100])).toBe(2);
    // A slow change alone is no flicker.
    expect(flickerOf([10, 13, 16, 19])).toBe(0);
    expect([flickerOf([]), flickerOf([7])]).toEqual([0, 0]);
  });

  test('jumps are told by what is usual in the run', () => {
    const lively = [0, 2, 1, 3, 2, 4, 3, 40, 41, 39, 41];
    expect(jumpsIn(lively, 3)).toEqual([7]);
    expect(jumpsIn([50, 50, 50, 52, 50], 3)).toEqual([]);
    expect(jumpsIn([50, 50, 50, 50, 54, 50, 50], 3)).toEqual([4, 5]);
    expect(jumpsIn([], 3)).toEqual([]);
  });

  test('a straight change is slow to the last bit of it, whatever single photos do', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 60 }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.integer({ min: 5, max: 12 }),
        fc.nat(),
        (photos, slope, start, reach, odd) => {
          const line = Array.from({ length: photos }, (_, i) => start + slope * i);
          expect(slowPart(line, reach)).toEqual(near(line));
          // One that is far off the line pulls nothing.
          expect(slowPart(line.with(odd % photos, 500), reach)).toEqual(near(line, 4));
        },
      ),
      { numRuns: 100 },
    );
  });

  test('a dusk is kept and its flicker goes', () => {
    const dusk = Array.from({ length: 120 }, (_, i) => -1.5 * (i / 119) ** 2);
    // Up and down by a third of a stop, and three photos with somebody at the window.
    const lit = dusk.map((value, i) => value + 0.15 * Math.sin(2.9 * i) + (i >= 60 && i < 63 ? 0.8 : 0));
    const flicker = flickerAlone(lit, 12);
    const left = lit.map((value, i) => value - (flicker[i] as number));
    left.forEach((value, i) => expect(Math.abs(value - (dusk[i] as number))).toBeLessThan(0.06));
    expect(flickerOf(left)).toBeLessThan(flickerOf(lit) / 20);
  });
});
