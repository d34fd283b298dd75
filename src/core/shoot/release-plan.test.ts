import fc from 'fast-check';
import { expect, test } from 'vitest';
import { countTones, nextRelease, type Released, type ReleasePlan } from './release-plan';

/** When photos are due, each taken so long after it was. */
function dues(plan: ReleasePlan, delays: readonly number[]): readonly number[] {
  let now = 0;
  let released: Released = { taken: 0, last: 0 };
  return delays.flatMap((delay) => {
    const due = nextRelease(plan, released, now);
    if (due === undefined) return [];
    released = { taken: released.taken + 1, last: due };
    now = Math.max(now, due) + delay;
    return [due];
  });
}

test('a photo after a count-in; three of them, every ten seconds; until it is stopped', () => {
  expect(dues({ countIn: 3000 }, [80, 80])).toEqual([3000]);
  const every = 10_000;
  expect(dues({ countIn: 5000, every, times: 3 }, [80, 80, 80, 80])).toEqual([5000, 15_000, 25_000]);
  expect(
    dues(
      { countIn: 0, every: 500 },
      Array.from({ length: 1000 }, () => 90),
    ).at(-1),
  ).toBe(499_500);
});

test('what a sleeping machine missed is not made up for: it goes on in step, each photo later than the one before', () => {
  expect(dues({ countIn: 1000, every: 2000 }, [80, 3_600_080, 80, 80])).toEqual([
    1000, 3000, 3_605_000, 3_607_000,
  ]);
  fc.assert(
    fc.property(
      fc.nat(10_000),
      fc.integer({ min: 100, max: 60_000 }),
      fc.array(fc.nat(200_000), { minLength: 1, maxLength: 20 }),
      (countIn, every, delays) => {
        const all = dues({ countIn, every }, delays);
        expect(all.length).toBe(delays.length);
        all.forEach((due, i) => {
          expect((due - countIn) % every).toBe(0);
          if (i === 0) return;
          const last = all[i - 1] as number;
          // Not before the last one was done, and no later than the first step behind that.
          const done = last + (delays[i - 1] as number);
          expect(due).toBeGreaterThanOrEqual(Math.max(done, last + every));
          expect(due).toBeLessThan(Math.max(done, last) + every + 1e-6);
        });
      },
    ),
  );
});

test('a count-in has a tone a second, the last three higher', () => {
  expect(countTones({ countIn: 5000 })).toEqual(
    [0, 1000, 2000, 3000, 4000].map((at) => ({ at, isLast: at >= 2000 })),
  );
  expect(countTones({ countIn: 0 })).toEqual([]);
});
