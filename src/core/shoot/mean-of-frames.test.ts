import { expect, test } from 'vitest';
import { chanceNumbers } from '../chance/chance-numbers';
import type { Rgba } from '../picture/pixels';
import { fromLight, toLight } from '../picture/srgb';
import { meanOfFrames } from './mean-of-frames';

const SIZE = { width: 96, height: 64 };

/** A shaded set in light, with grain of some strength. */
function frame(grain: number, seed: number): Rgba {
  const next = chanceNumbers(seed);
  const data = new Uint8ClampedArray(4 * SIZE.width * SIZE.height).map((_, i) => {
    if (i % 4 === 3) return 255;
    const light = 0.02 + (0.8 * ((i >> 2) % SIZE.width)) / SIZE.width;
    return Math.round(255 * fromLight(Math.max(0, light + grain * (next() + next() + next() - 1.5))));
  });
  return { ...SIZE, data };
}

/** How far a picture is from the set, in light: its mean, and the root of the mean square. */
function off({ data }: Rgba): readonly [mean: number, spread: number] {
  const truth = frame(0, 1).data;
  let [sum, square, count] = [0, 0, 0];
  data.forEach((value, i) => {
    if (i % 4 === 3) return;
    const each = toLight(value / 255) - toLight((truth[i] as number) / 255);
    sum += each;
    square += each * each;
    count++;
  });
  return [sum / count, Math.sqrt(square / count)];
}

test('of eight frames the grain is that of one through √8, and the light is the same', () => {
  const frames = Array.from({ length: 8 }, (_, i) => frame(0.05, 11 + 7919 * i));
  const [, one] = off(frames[0] as Rgba);
  const [mean, eight] = off(meanOfFrames(frames));
  expect(eight).toBeLessThan((1.1 * one) / Math.sqrt(8));
  expect(Math.abs(mean)).toBeLessThan(5e-4);
});

test('one frame, or eight times the same, is itself to the byte; none, nine, or of two sizes are refused', () => {
  const one = frame(0.05, 3);
  expect(meanOfFrames([one]).data).toEqual(one.data);
  expect(meanOfFrames(Array.from({ length: 8 }, () => one)).data).toEqual(one.data);
  for (const wrong of [[], Array.from({ length: 9 }, () => one), [one, { ...one, width: 4 }]])
    expect(() => meanOfFrames(wrong)).toThrow(RangeError);
});
