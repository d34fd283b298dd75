import { expect, test } from 'vitest';
import { WHOLE, type Crop } from '../picture/crop';
import { cropBetween, movedCrops, steppedCrops } from './crop-runs';
import type { Film } from './film';
import { filmOf } from './random-films';

/** A film whose poses have framings of their own. */
function framed(holds: readonly number[], crops: Readonly<Record<number, Crop>>): Film {
  const film = filmOf([holds]);
  const [scene] = film.scenes;
  if (!scene) throw new Error('no scene');
  const items = scene.items.map((item, i) => ({ ...item, crop: crops[i] }));
  return { ...film, scenes: [{ ...scene, items: items }] };
}
const ids = (count: number): readonly string[] => Array.from({ length: count }, (_, i) => `0.${i}`);

test('a move comes closer by the same factor in the same time, and both ends are as they were', () => {
  const corner: Crop = { x: 0.25, y: 0.25, size: 0.25 };
  expect(cropBetween(WHOLE, corner, 0)).toEqual(WHOLE);
  expect(cropBetween(WHOLE, corner, 1)).toEqual(corner);
  // Half of the way: half as large. 0.5 is two thirds of the way from 1 to 0.25: 0.5 − 0.25 · 2/3.
  const half = cropBetween(WHOLE, corner, 0.5);
  expect(half.size).toBeCloseTo(0.5, 12);
  expect(half.x).toBeCloseTo(1 / 3, 12);
  // As large all the way: as far each time.
  const side: Crop = { x: 0.2, y: 0.5, size: 0.4 };
  expect(cropBetween(side, { ...side, x: 0.8 }, 0.25).x).toBeCloseTo(0.35, 12);
});

test('a camera moves over a run by time, with the holds, straight or eased; two poses have nothing in between', () => {
  const film = framed([4, 2, 2, 8, 1], {
    0: { x: 0.2, y: 0.5, size: 0.4 },
    4: { x: 0.6, y: 0.5, size: 0.4 },
  });
  const straight = [...(movedCrops(film, ids(5), 'straight') ?? [])].map(([, { x }]) => x);
  // Starts at 0, 4, 6, 8 and 16 of 16.
  [0.2, 0.3, 0.35, 0.4, 0.6].forEach((x, i) => expect(straight[i]).toBeCloseTo(x, 12));
  const eased = [...(movedCrops(film, ids(5), 'eased') ?? [])].map(([, { x }]) => x);
  // 3 · (1/4)² − 2 · (1/4)³ is 0.15625.
  [0.2, 0.2625, 0.2 + 0.4 * 0.31640625, 0.4, 0.6].forEach((x, i) => expect(eased[i]).toBeCloseTo(x, 12));
  expect(movedCrops(film, ids(2), 'straight')).toBeUndefined();
});

test('each word is a step closer towards a point, from the pose on that begins nearest to it', () => {
  const film = framed([2, 2, 2, 2, 2], {});
  const crops = [...steppedCrops(film, ids(5), [3, 7], 25, { x: 0.5, y: 0.25 })].map(([, crop]) => crop);
  // Words at frames 3 and 7: as near to 2 as to 4 the earlier one is taken, as near to 6 as to 8, too.
  expect(crops.map(({ size }) => size)).toEqual([1, 0.8, 0.8, 0.64, 0.64]);
  // What lies at a quarter from the top stays there: 0.25 + (0.5 − 0.25) · 0.8.
  expect(crops[1]?.y).toBeCloseTo(0.45, 12);
  expect(crops[4]?.y).toBeCloseTo(0.41, 12);
  expect(steppedCrops(film, [], [1], 10, { x: 0, y: 0 }).size).toBe(0);
});
