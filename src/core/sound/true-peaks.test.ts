import fc from 'fast-check';
import { expect, test } from 'vitest';
import { TRUE_PEAK_REACH } from './true-peak';
import { MOST_PEAKS, plainTruePeaks, vectorTruePeaks } from './true-peaks';

test('vector instructions give the very numbers of the plain loop, loud samples and numbers that are none among them', () => {
  const sample = fc.oneof(
    fc.float({ min: -1, max: 1, noNaN: true }),
    fc.constantFrom(Number.NaN, Number.POSITIVE_INFINITY, 8, -8, 0, -0),
  );
  fc.assert(
    fc.property(
      fc.nat(5),
      fc.integer({ min: 1, max: MOST_PEAKS }),
      fc.array(sample, { minLength: 5 + MOST_PEAKS + 2 * TRUE_PEAK_REACH, maxLength: 120, size: 'max' }),
      (into, count, list) => {
        const samples = Float32Array.from(list);
        const plain = plainTruePeaks(samples, TRUE_PEAK_REACH + into, count).slice(0, count);
        expect(vectorTruePeaks?.(samples, TRUE_PEAK_REACH + into, count).slice(0, count)).toEqual(plain);
      },
    ),
    { numRuns: 200 },
  );
});
