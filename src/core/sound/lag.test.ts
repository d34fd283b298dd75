import { expect, it } from 'vitest';
import { lagOf } from './lag';

const REACH = 200;

/** A sound that becomes louder, and what is heard of it so many samples later. */
function heardLate(wave: (t: number) => number, late: number, loss = 0): number | undefined {
  const sound = (t: number): number => wave(t) * Math.min(1, Math.max(0, t / 4000));
  const meant = Float32Array.from({ length: 4000 }, (_, i) => sound(i + 500));
  const heard = Float32Array.from(
    { length: 4000 + 2 * REACH },
    (_, i) => sound(i + 500 - REACH - late) + loss * Math.sin(i * i * 0.37),
  );
  return lagOf(meant, heard, REACH);
}

/** Noise with frequencies up to a tenth of the sampling rate. */
const noise = (t: number): number =>
  [1, 2, 3, 4, 5].reduce((sum, k) => sum + Math.sin(t * (0.05 + 0.11 * k) + k * k), 0) / 5;

it('finds how late a sound is, to parts of a sample, whatever becomes louder in it', () => {
  for (const late of [0, 48, -130, 3.5, -0.25]) expect(heardLate(noise, late)).toBeCloseTo(late, 1);
  expect(heardLate(noise, 20, 0.05)).toBeCloseTo(20, 0);
  // A tone of 100 samples is alike again one wave further on: the nearest counts.
  expect(heardLate((t) => Math.sin((t * 2 * Math.PI) / 100), 4)).toBeCloseTo(4, 0);
  expect(lagOf(new Float32Array(1000).fill(0.1), new Float32Array(1400), 200)).toBeUndefined();
});
