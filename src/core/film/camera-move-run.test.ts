import { expect, test } from 'vitest';
import { applyEdit } from '../edits/apply-edit';
import { cameraMoveEdit, moveEndEdit } from '../edits/crop-edits';
import { editLabel } from '../edits/edit-label';
import type { Crop } from '../picture/crop';
import { cameraMoveRun } from './camera-move-run';
import { cropOf } from './crop-of';
import { cameraMoves } from './crop-runs';
import type { Film } from './film';
import { posesOf } from './items';
import { filmOf } from './random-films';

const NEAR: Crop = { x: 0.25, y: 0.25, size: 0.5 };
const FAR: Crop = { x: 0.5, y: 0.5, size: 1 };

/** Five poses; over the second to the fourth the camera comes closer, on ones. */
function moving(): Film {
  const film = filmOf([[2, 2, 3, 2, 2]]);
  const [scene] = film.scenes;
  if (!scene) throw new Error('no scene');
  const items = scene.items.map((item, i) => (i === 3 ? { ...item, crop: NEAR } : item));
  const framed = { ...film, scenes: [{ ...scene, items }] };
  return applyEdit(
    framed,
    cameraMoveEdit(cameraMoves(framed, ['0.1', '0.2', '0.3'], 'straight') ?? new Map()),
  );
}

test('each pose of a camera move leads to all of them, and to both ends of the way', () => {
  const film = moving();
  const run = { poseIds: ['0.1', '0.2', '0.3'], from: FAR, to: NEAR };
  for (const id of run.poseIds) expect(cameraMoveRun(film, id)).toEqual(run);
  expect(cameraMoveRun(film, '0.0')).toBeUndefined();
  expect(cameraMoveRun(film, 'gone')).toBeUndefined();
  // Copied behind itself the same way is gone twice: two moves.
  const [scene] = film.scenes;
  if (!scene) throw new Error('no scene');
  const twice = scene.items.flatMap((item, i) =>
    i === 3 ? [item, ...copies(scene.items.slice(1, 4))] : [item],
  );
  const copied: Film = { ...film, scenes: [{ ...scene, items: twice }] };
  expect(cameraMoveRun(copied, '0.2')?.poseIds).toEqual(run.poseIds);
  expect(cameraMoveRun(copied, '0.2 again')?.poseIds).toEqual(run.poseIds.map((id) => `${id} again`));
});

const copies = (items: Film['scenes'][number]['items']): Film['scenes'][number]['items'] =>
  items.map((item) => ({ ...item, id: `${item.id} again` }));

test('an end of a camera move is set for all of its poses at once, within the picture', () => {
  const film = moving();
  const edit = moveEndEdit(film, '0.2', 'to', { x: 0.9, y: 0.5, size: 0.5 });
  const moved = applyEdit(film, edit);
  expect(editLabel(edit)).toBe('End of the camera move set to 200 %');
  const shown = posesOf(moved).flatMap((pose) =>
    Array.from({ length: pose.hold }, (_, frame) => cropOf(moved, pose, frame).x),
  );
  // Nearest within the picture is 0.75; the same factor a frame: sizes 2 ** -(i / 6).
  const way = Array.from({ length: 7 }, (_, i) => 0.5 + 0.25 * ((2 ** (-i / 6) - 1) / -0.5));
  [0.5, 0.5, ...way, 0.5, 0.5].forEach((x, i) => expect(shown[i]).toBeCloseTo(x, 12));
  // Each pose keeps its first frame as a framing of its own, for those who read no moves.
  expect(
    posesOf(moved)
      .slice(1, 4)
      .map(({ crop }) => crop?.x),
  ).toEqual([way[0], way[2], way[5]]);
  const begun = applyEdit(moved, moveEndEdit(moved, '0.1', 'from', NEAR));
  expect(cameraMoveRun(begun, '0.3')).toMatchObject({ from: NEAR, to: { x: 0.75, y: 0.5, size: 0.5 } });
});
