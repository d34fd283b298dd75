import fc from 'fast-check';
import { expect, it } from 'vitest';
import { filmOf } from '../../core/film/random-films';
import { scheduleOf } from '../../core/film/schedule';
import { stripHeights, stripRows } from './strip-rows';

const plan = scheduleOf(filmOf([[2, 2]]));

it('gives tickets what the other rows leave, from the least to the most, with no row over another', () => {
  fc.assert(
    fc.property(fc.nat(1200), fc.nat(400), fc.boolean(), fc.boolean(), (height, lanes, hasFlags, mends) => {
      const parts = { plan, hasFlags, mends, lanes };
      const rows = stripRows(parts, height);
      const { curve, flags, scenes, tickets, marks, cycles } = rows;
      const tops = [curve, flags, scenes, tickets, marks, cycles, rows.lanes];
      expect(tops).toEqual(tops.toSorted((a, b) => a - b));
      expect(curve + rows.curveHeight).toBeLessThanOrEqual(flags);
      expect(tickets + rows.band).toBeLessThanOrEqual(marks);
      expect(rows.lanes + lanes).toBeLessThanOrEqual(rows.total);
      const { least } = stripHeights(parts);
      if (height >= least && rows.band < 280) expect(rows.total).toBe(height);
      if (height < least) expect(rows.total).toBe(least);
    }),
  );
});

it('has no row for flags and cycles where there are none', () => {
  const without = stripRows({ plan, hasFlags: false, mends: false, lanes: 120 }, 300);
  expect(stripRows({ plan, hasFlags: true, mends: false, lanes: 120 }, 300).band).toBe(without.band - 17);
});
