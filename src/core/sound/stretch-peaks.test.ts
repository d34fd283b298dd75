import fc from 'fast-check';
import { expect, test } from 'vitest';
import { FINEST, plainPeaks, vectorPeaks, wholeStretches } from './stretch-peaks';

test('vector instructions give what the plain loop gives, loud samples and numbers that are none among them', () => {
  const sample = fc.oneof(
    fc.float({ min: -1, max: 1, noNaN: true }),
    fc.constantFrom(Number.NaN, 3, -3, 0, -0),
  );
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 2 }),
      fc.nat(5),
      fc.array(sample, { minLength: FINEST, maxLength: 4 * FINEST, size: 'max' }),
      (channels, from, list) => {
        const samples = new Float32Array([...Array.from({ length: from }, () => 0.5), ...list]);
        const piece = [samples, samples.map((each) => -each / 2)].slice(0, channels);
        const count = Math.floor(list.length / FINEST);
        const plain = plainPeaks(piece, from, count);
        expect(Array.from(vectorPeaks?.(piece, from, count) ?? [], (each) => each + 0)).toEqual(
          Array.from(plain, (each) => each + 0),
        );
      },
    ),
    { numRuns: 50 },
  );
});

test('as many stretches as are whole, and no more than fit', () => {
  const piece = [new Float32Array(200_000)];
  expect(wholeStretches(piece, 0)).toHaveLength(2 * 512);
  expect(wholeStretches(piece, 199_800)).toHaveLength(2);
});
