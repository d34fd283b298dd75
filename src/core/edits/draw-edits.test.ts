import fc from 'fast-check';
import { expect, test } from 'vitest';
import { drawingOn } from '../film/drawn-of';
import { MOST_MARKS } from '../film/drawing';
import type { Film, Pose } from '../film/film';
import { posesOf } from '../film/items';
import { filmsWithCycles, filmWith, freshId } from '../film/random-films';
import { recipeOf } from '../film/recipe-of';
import { unmendedFilm } from '../film/unmended-film';
import { whyUnreadable } from '../formats/check-film';
import { filmDocument, readFilmDocument } from '../formats/film-document';
import { MARK_BOUNDS, type Mark } from '../picture/drawn/mark';
import { recipeKey, type Recipe } from '../picture/recipe';
import { applyEdit } from './apply-edit';
import { moveBefore, removeEdit } from './arrange';
import { copiedPoses, duplicateEdit, pasteEdit } from './copy-edits';
import {
  addLayerEdit,
  changeMarksEdit,
  copyDrawingEdit,
  drawEdit,
  lastsEdit,
  lastsOver,
  layerEdit,
  moveLayerEdit,
  ownDrawingEdit,
  removeLayerEdit,
  removeMarksEdit,
  takeDrawingsOffEdit,
} from './draw-edits';
import { holdEach, type Edit } from './edit';
import { perform, startHistory } from './history';
import { duplicateSceneEdit } from './scene-edits';
import { thereAndBack } from './there-and-back';

const pose = (id: string, photoId = 'a'): Pose => ({ id, photoId, hold: 2 });
const film = filmWith([[pose('p0'), pose('p1', 'b'), pose('p2'), pose('p3', 'b')], [pose('q0')]]);
const line = (id: string, x = 10): Mark => ({
  ...{ id, kind: 'pencil', colour: '#f2c14e', points: [x, 10, 1, 100, 50, 1], width: 4 },
});

const done = (of: Film, edit: ReturnType<typeof drawEdit> | Edit | undefined): Film => {
  if (!edit) throw new Error('Nothing to do');
  if ('kind' in edit) return applyEdit(of, edit);
  if (!edit.ok) throw new Error(edit.problem);
  return applyEdit(of, edit.value);
};
const on = (poseId: string, layerId = 'L') => ({ poseId, layerId });
const draw = (of: Film, poseId: string, mark: Mark, layerId = 'L'): Film =>
  done(of, drawEdit(of, on(poseId, layerId), [mark], freshId, 'drawn'));
const poseOf = (of: Film, id: string): Pose => posesOf(of).find((each) => each.id === id) as Pose;
const recipe = (of: Film, id: string): Recipe => recipeOf(of, poseOf(of, id)) as Recipe;
/** The marks that are seen at a pose, from the lowest, with how faint their layer is. */
const seen = (of: Film, id: string): readonly (readonly [string, number])[] =>
  recipe(of, id).filmSteps.flatMap((step) =>
    step.step === 'drawn'
      ? step.value.flatMap(({ data, opacity }) => data.map((mark) => [mark.id, opacity] as const))
      : [],
  );
const names = (of: Film, id: string): readonly string[] => seen(of, id).map(([name]) => name);

test('what is drawn belongs to its pose: through holds, order and copies, and copies are their own', () => {
  const drawn = draw(draw(film, 'p1', line('m1')), 'p1', line('m2', 30));
  expect(names(drawn, 'p1')).toEqual(['m1', 'm2']);
  expect(['p0', 'p2', 'q0'].flatMap((id) => names(drawn, id))).toEqual([]);
  const key = recipeKey(recipe(drawn, 'p1'));
  const held = applyEdit(drawn, holdEach([{ poseId: 'p1', hold: 9 }]));
  const moved = applyEdit(held, moveBefore(held, ['p1'], { parentId: 's1', index: 0 }));
  expect(recipeKey(recipe(moved, 'p1'))).toBe(key);
  // A copy looks the same, and what is drawn on it changes it alone.
  const twice = done(drawn, duplicateEdit(drawn, ['p1'], freshId));
  const copy = posesOf(twice)[2] as Pose;
  expect(recipeKey(recipe(twice, copy.id))).toBe(key);
  const further = draw(twice, copy.id, line('m3'));
  expect(names(further, 'p1')).toEqual(['m1', 'm2']);
  expect(names(further, copy.id)).toHaveLength(3);
  const scenes = done(drawn, duplicateSceneEdit(drawn, 's0', freshId));
  const inCopy = scenes.scenes[1]?.items[1] as Pose;
  expect(recipeKey(recipe(scenes, inCopy.id))).toBe(key);
  expect(inCopy.drawings).not.toEqual(poseOf(drawn, 'p1').drawings);
  // Cut out and put in again it is as it was.
  const copied = copiedPoses(drawn, ['p1']);
  const cut = applyEdit(drawn, removeEdit(drawn, ['p1']));
  const pasted = applyEdit(cut, pasteEdit(cut, copied, { parentId: 's1', index: 0 }, freshId));
  expect(recipeKey(recipe(pasted, (pasted.scenes[1]?.items[0] as Pose).id))).toBe(key);
  // As the film was before it is not there.
  expect(names(unmendedFilm(drawn), 'p1')).toEqual([]);
});

test('a drawing lasts over poses, until they have one of their own; it is a start for the next', () => {
  const drawn = draw(draw(film, 'p0', line('m')), 'p3', line('n'));
  const lasts = done(drawn, lastsEdit(drawn, on('p0'), 3));
  expect(['p0', 'p1', 'p2', 'p3'].map((id) => names(lasts, id))).toEqual([['m'], ['m'], ['m'], ['n']]);
  expect(lastsOver(lasts, on('p1'))).toBe(2);
  // What is drawn at one of them is drawn at all.
  const more = draw(lasts, 'p2', line('o'));
  expect(names(more, 'p0')).toEqual(['m', 'o']);
  // In another order they keep it, and a shorter one ends earlier.
  const moved = applyEdit(more, moveBefore(more, ['p1'], { parentId: 's1', index: 1 }));
  expect(names(moved, 'p1')).toEqual(['m', 'o']);
  const short = done(more, lastsEdit(more, on('p0'), 1));
  expect(['p0', 'p1', 'p2', 'p3'].map((id) => names(short, id).length)).toEqual([2, 0, 0, 1]);
  // Longer than its scene it lasts to the end of it.
  const long = done(drawn, lastsEdit(drawn, on('p0'), 99));
  expect(['p3', 'q0'].map((id) => names(long, id))).toEqual([['m'], []]);
  // Its own one looks the same, and goes its own way.
  const own = done(more, ownDrawingEdit(more, on('p1'), freshId));
  expect(recipeKey(recipe(own, 'p1'))).toBe(recipeKey({ ...recipe(more, 'p1') }));
  expect(names(draw(own, 'p1', line('x')), 'p0')).toEqual(['m', 'o']);
  expect(ownDrawingEdit(own, on('p1'), freshId)).toBeUndefined();
  const start = done(drawn, copyDrawingEdit(drawn, on('p0'), 'p1', freshId));
  expect([names(start, 'p1').length, names(start, 'p0')]).toEqual([1, ['m']]);
  const over = done(drawn, copyDrawingEdit(drawn, on('p0'), 'p3', freshId));
  expect(names(over, 'p3')).toHaveLength(2);
  // Begun at another size of the film they lie where they lay.
  const half = applyEdit(drawn, { kind: 'patch', of: 'settings', patch: { width: 960, height: 540 } });
  const small = draw(half, 'p1', line('s', 20));
  const larger = done(small, copyDrawingEdit(small, on('p1'), 'p0', freshId));
  const marks = drawingOn(larger, poseOf(larger, 'p0'), 'L')?.marks ?? [];
  expect(marks[1]).toMatchObject({ points: [40, 20, 1, 200, 100, 1], width: 8 });
  const off = done(more, takeDrawingsOffEdit(more, ['p0', 'p1'], 'L'));
  expect(['p0', 'p1', 'p2'].map((id) => names(off, id).length)).toEqual([0, 0, 2]);
  expect(takeDrawingsOffEdit(off, ['p0'], 'L')).toBeUndefined();
});

test('layers lie over each other in their order, hidden, fainter, framed with the picture or not', () => {
  let now = draw(draw(film, 'p0', line('low')), 'p0', line('high'), 'M');
  expect(now.layers.map(({ id, name }) => [id, name])).toEqual([
    ['M', 'Layer 2'],
    ['L', 'Layer 1'],
  ]);
  expect(names(now, 'p0')).toEqual(['low', 'high']);
  expect(names(done(now, moveLayerEdit(now, 'M', 1)), 'p0')).toEqual(['high', 'low']);
  expect(moveLayerEdit(now, 'M', -1)).toBeUndefined();
  expect(names(done(now, layerEdit('M', { off: true })), 'p0')).toEqual(['low']);
  expect(seen(done(now, layerEdit('L', { opacity: 40 })), 'p0')).toEqual([
    ['low', 0.4],
    ['high', 1],
  ]);
  // Twice as close about the middle: one layer goes along, the other stays on the screen.
  now = done(now, layerEdit('M', { stays: true }));
  const crop = { x: 0.5, y: 0.5, size: 0.5 };
  const framed = applyEdit(now, { kind: 'patch', of: 'settings', patch: { crop } });
  const maps = recipe(framed, 'p0').filmSteps.flatMap((step) =>
    step.step === 'drawn' ? step.value.map(({ map }) => map) : [],
  );
  const { width, height } = film.settings;
  expect(maps).toEqual([
    [2 / width, 0, 0, 2 / height, -0.5, -0.5],
    [1 / width, 0, 0, 1 / height, 0, 0],
  ]);
  // At half the size of the film it lies where it lay.
  const small = applyEdit(now, { kind: 'patch', of: 'settings', patch: { width: 960, height: 540 } });
  const [map] = recipe(small, 'p0').filmSteps.flatMap((step) =>
    step.step === 'drawn' ? step.value.map((each) => each.map) : [],
  );
  expect(map).toEqual([1 / width, 0, 0, 1 / height, 0, 0]);
  const gone = applyEdit(now, removeLayerEdit(now, 'L'));
  expect(names(gone, 'p0')).toEqual(['high']);
  expect(gone.drawings).toHaveLength(1);
});

test('any drawing, undone and done again, with poses moved, copied and deleted, gives the same film, which can be kept and read', () => {
  const deeds = fc.array(fc.tuple(fc.nat(11), fc.nat(), fc.nat()), { minLength: 1, maxLength: 25 });
  fc.assert(
    fc.property(filmsWithCycles, deeds, (some, list) => {
      // Ids as a film may have them.
      const start = JSON.parse(
        JSON.stringify(some).replace(/"\d+(?:\.\d+)+"/g, (id) => id.replaceAll('.', '-')),
      ) as Film;
      let history = startHistory(start);
      for (const [what, n, m] of list) {
        const now = history.film;
        const poses = posesOf(now);
        const id = poses[n % Math.max(1, poses.length)]?.id ?? 'none';
        const layerId = m % 3 ? 'L' : 'M';
        const marks = now.drawings.flatMap((each) => each.marks);
        const mark = marks[m % Math.max(1, marks.length)];
        const scene = now.scenes[m % now.scenes.length];
        const gap = { parentId: scene?.id ?? '', index: n % ((scene?.items.length ?? 0) + 1) };
        const results = [
          () => drawEdit(now, on(id, layerId), [line(freshId(), n % 500)], freshId, 'drawn', m % 2 === 0),
          () => drawEdit(now, on(id, layerId), [line(freshId()), line(freshId())], freshId, 'drawn'),
          () =>
            copyDrawingEdit(now, on(id, layerId), poses[m % Math.max(1, poses.length)]?.id ?? '', freshId),
          () => lastsEdit(now, on(id, layerId), 1 + (m % 4)),
          () => ownDrawingEdit(now, on(id, layerId), freshId),
          () => takeDrawingsOffEdit(now, [id], layerId),
          () => (mark ? removeMarksEdit([mark.id]) : undefined),
          () =>
            mark &&
            changeMarksEdit([mark], 'changed', () => ({
              erased: [{ points: [1, 2, 1], width: 1 + (n % 9) }],
            })),
          () => (poses.length > 1 ? moveBefore(now, [id], gap) : undefined),
          () => (poses.length > 1 ? removeEdit(now, [id]) : undefined),
          () => duplicateEdit(now, [id], freshId),
          () => (m % 2 ? addLayerEdit(now, freshId()) : removeLayerEdit(now, layerId)),
        ] as const;
        const made = results[what]?.();
        const edit = made && ('kind' in made ? made : made.ok ? made.value : undefined);
        if (edit) history = perform(history, edit);
      }
      const made = history.film;
      expect(whyUnreadable(made)).toBeUndefined();
      const read = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(made))));
      expect(read.ok && JSON.stringify(read.value)).toBe(JSON.stringify(made));
      expect(thereAndBack(history)).toEqual({ undone: start, redone: made });
    }),
    { numRuns: 150 },
  );
});

test('a film with 2,000 marks is kept and read again as it is; a mark more than a drawing takes, and what no mark may be, is refused', () => {
  const marks = Array.from({ length: MOST_MARKS }, (_, i): Mark => ({
    ...{ id: `m${i}`, kind: 'brush', colour: '#123456', width: 9 },
    points: Array.from({ length: 120 }, (__, k) => (k % 3 === 2 ? 0.5 : (i + k) / 4)),
  }));
  const full = done(film, drawEdit(film, on('p0'), marks, freshId, 'drawn'));
  expect(whyUnreadable(full)).toBeUndefined();
  const read = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(full))));
  expect(read.ok && read.value).toEqual(full);
  expect(drawEdit(full, on('p0'), [line('more')], freshId, 'drawn')).toMatchObject({
    ok: false,
    problem: 'This drawing has 2,000 marks; 2,000 are the most. Draw on another layer.',
  });
  expect(drawingOn(full, poseOf(full, 'p0'), 'L')?.marks).toHaveLength(MOST_MARKS);
  const bad: readonly object[] = [
    { width: 0 },
    { points: [] },
    { points: [1, 2] },
    { points: [0, MARK_BOUNDS.place + 1, 1] },
    { points: [0, 0, 2] },
    { colour: 'red' },
    { opacity: 0 },
    { rings: [[0, 0, 1, 1, 2, 2]] },
    { kind: 'area' },
    { kind: 'ellipse' },
    { erased: [] },
  ];
  for (const each of bad) {
    const wrong = { ...line('w'), ...each };
    expect(whyUnreadable(draw(film, 'p0', wrong))).toMatch(/mark 1/);
  }
});
