import { expect, test } from 'vitest';
import { cropBetween, WHOLE, type Crop } from '../picture/crop';
import { cameraMoves, movedCrops, steppedCrops } from './crop-runs';
import { applyEdit } from '../edits/apply-edit';
import { holdEdit } from '../edits/arrange';
import { cameraMoveEdit, copyFramingEdit, cropEdit } from '../edits/crop-edits';
import { doseEdit } from '../edits/dose-edit';
import { planPrint } from '../print/print-plan';
import { cropOf, framingOf } from './crop-of';
import type { Film } from './film';
import { scheduleOf, type ScheduledPose } from './schedule';
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

test('on ones the camera moves frame by frame, over a run or a single pose; a print has a picture for each frame, and holds may change after', () => {
  const [from, to]: Crop[] = [
    { x: 0.2, y: 0.5, size: 0.4 },
    { x: 0.55, y: 0.5, size: 0.4 },
  ] as [Crop, Crop];
  const film = framed([4, 3, 1], { 0: from, 2: to });
  const moved = applyEdit(film, cameraMoveEdit(cameraMoves(film, ids(3), 'straight') ?? new Map()));
  const shownIn = (of: Film): readonly number[] =>
    scheduleOf(of).poses.flatMap(({ pose }) =>
      Array.from({ length: pose.hold }, (_, frame) => cropOf(of, pose, frame).x),
    );
  // Eight frames, seven steps of 0.05.
  shownIn(moved).forEach((x, i) => expect(x).toBeCloseTo(0.2 + 0.05 * i, 12));
  expect(planPrint(moved, [{ from: 0, to: 8 }]).runs.map(({ start, frames }) => [start, frames])).toEqual(
    Array.from({ length: 8 }, (_, i) => [i, 1]),
  );
  // Both ends of each pose stay where they are: 0.35 is where the first ended.
  const held = applyEdit(moved, holdEdit(['0.0'], 7));
  expect(shownIn(held)[6]).toBeCloseTo(0.35, 12);
  expect(shownIn(held)[3]).toBeCloseTo(0.275, 12);
  // A single pose: from what the film shows to its own framing, slower at both ends.
  const push = framed([5], { 0: { x: 0.5, y: 0.5, size: 0.25 } });
  const pushed = applyEdit(push, cameraMoveEdit(cameraMoves(push, ids(1), 'eased') ?? new Map()));
  const [{ pose }] = scheduleOf(pushed).poses as [ScheduledPose];
  // 0.25 ** (3 · (1/4)² − 2 · (1/4)³).
  [1, 0.25 ** 0.15625, 0.5, 0.25 ** 0.84375, 0.25].forEach((size, frame) =>
    expect(cropOf(pushed, pose, frame).size).toBeCloseTo(size, 12),
  );
  // Another pace is set without framing it again.
  expect(cameraMoves(pushed, ids(1), 'straight')?.get('0.0')).toEqual({
    ...pose.cameraMove,
    pace: 'straight',
  });
  // Framed anew it stands still.
  const still = applyEdit(pushed, cropEdit(pushed, { of: 'poses', ids: ids(1) }, from));
  expect(planPrint(still, [{ from: 0, to: 8 }]).runs.length).toBe(1);
  expect(cameraMoves(film, ids(2).slice(1), 'straight')).toBeUndefined();
});

test('all framings are done by a part, or not at all', () => {
  const film = framed([2, 2], { 0: { x: 0.5, y: 0.5, size: 0.25 } });
  const sizes = (of: Film): readonly (number | undefined)[] =>
    scheduleOf(of).poses.map(({ pose }) => framingOf(of, pose).crop?.size);
  const half = applyEdit(film, doseEdit(film, 'framing', { strength: 50 }));
  expect(sizes(half)).toEqual([0.5, undefined]);
  const off = applyEdit(half, doseEdit(half, 'framing', { strength: 50, off: true }));
  expect(sizes(off)).toEqual([undefined, undefined]);
  expect(applyEdit(off, doseEdit(off, 'framing', { strength: 100 }))).toEqual(film);
  // A framing that is copied is what was set, not what is done of it.
  const [first] = scheduleOf(half).poses as [ScheduledPose];
  expect(sizes(applyEdit(half, copyFramingEdit(half, first.pose, ['0.1'])))).toEqual([0.5, 0.5]);
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
