import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Film, Pose } from '../film/film';
import { FRESH_KEY, KEY_AMOUNTS, MOST_PICKED, type Behind, type Key, type KeyAmount } from '../film/key';
import { changesWhileHeld, cutOf, keyOf, pickedLight } from '../film/key-of';
import { posesOf } from '../film/items';
import { neededFor } from '../film/needed-for';
import { fileOf } from '../film/photo-picture';
import { filmWith, photoNamed } from '../film/random-films';
import { recipeOf } from '../film/recipe-of';
import { viewedKeyFilm } from '../film/viewed-key';
import { whyUnreadable } from '../formats/check-film';
import { filmDocument, readFilmDocument } from '../formats/film-document';
import { planPrint } from '../print/print-plan';
import { evenBacking } from '../picture/key/even-backing';
import { isPicture, recipeKey, type Recipe } from '../picture/recipe';
import { applyEdit } from './apply-edit';
import { perform, redo, startHistory, undo } from './history';
import { backingsEdit, keyEdit } from './key-edits';
import type { MendTarget } from './mend-target';
import { paintEdit, plateEdit } from './paint-edits';
import { joinSceneEdit, splitSceneEdit } from './scene-edits';

const pose = (id: string, photoId = 'a', hold = 2): Pose => ({ id, photoId, hold });
/** Two scenes before a card, and one that may stand behind them: three frames of b, two of c, one of d. */
const film: Film = {
  ...filmWith([
    [pose('a0'), pose('a1')],
    [pose('b0')],
    [pose('c0', 'b', 3), pose('c1', 'c'), pose('c2', 'd', 1)],
  ]),
  photos: ['a', 'b', 'c', 'd'].map(photoNamed),
};
const GREEN: Key = { ...FRESH_KEY, picked: [{ x: 0.5, y: 0.5, colour: [63, 166, 85] }] };
const SCENE: MendTarget = { of: 'scene', id: 's0' };

const poseOf = (of: Film, id: string): Pose => posesOf(of).find((each) => each.id === id) as Pose;
const recipe = (of: Film, id: string, frame = 0): Recipe => recipeOf(of, poseOf(of, id), frame) as Recipe;
const keyed = (of: Film, target: MendTarget, key: Key | undefined): Film =>
  applyEdit(of, keyEdit(of, target, key, 'set'));
const behind = (key: Key, what: Behind | undefined): Key => ({ ...key, behind: what });
const hashBehind = ({ background }: Recipe): string =>
  isPicture(background)
    ? background.file.hash.slice(0, 2)
    : typeof background === 'string'
      ? background
      : background.from;
const [B, C, D] = ['b', 'c', 'd'].map((name) => photoNamed(name).hash.slice(0, 2));

test('a pose is cut out as it says itself, else as its scene, else as the film; one that leaves it out is not', () => {
  let now = keyed(film, { of: 'film' }, { ...GREEN, width: 10 });
  now = keyed(now, SCENE, { ...GREEN, width: 20 });
  now = keyed(now, { of: 'poses', ids: ['a1'] }, { ...GREEN, width: 30 });
  const widths = ['a0', 'a1', 'b0'].map((id) => recipe(now, id).key?.width);
  expect(widths).toEqual([0.2, 0.3, 0.1]);
  const out = keyed(now, { of: 'poses', ids: ['a1'] }, { ...GREEN, off: true });
  expect(recipe(out, 'a1').key).toBeUndefined();
  expect(recipeKey(recipe(out, 'a1'))).toBe(recipeKey(recipe(film, 'a1')));
  // Nothing picked, nothing cut out; and a backing that was found for the photo counts before what was picked.
  expect(keyOf(keyed(film, SCENE, FRESH_KEY), poseOf(film, 'a0'))).toBeUndefined();
  const seen = evenBacking([[0.1, 0.5, 0.1]]);
  const found = applyEdit(now, backingsEdit(now, new Map([['a', seen]])));
  expect(recipe(found, 'a0').key?.backing).toEqual(seen.backing);
  expect(recipe(now, 'a0').key?.backing).toEqual(evenBacking(pickedLight(GREEN)).backing);
  // Not known any more, it goes by what was picked again.
  const unknown = applyEdit(found, backingsEdit(found, new Map([['a', undefined]])));
  expect(recipe(unknown, 'a0').key?.backing).toEqual(recipe(now, 'a0').key?.backing);
  expect(unknown).toEqual(now);
});

test('what is behind: a colour, a gradient from above, a photo that fills the film, another scene frame by frame, from any of its frames on', () => {
  const shown = (what: Behind | undefined, id = 'a0', frame = 0): Recipe['background'] =>
    recipe(keyed(film, SCENE, behind(GREEN, what)), id, frame).background;
  expect(shown(undefined)).toBe('#000000');
  expect(shown({ kind: 'colour', colour: '#123456' })).toBe('#123456');
  expect(shown({ kind: 'gradient', from: '#111111', to: '#eeeeee', turn: 0 })).toEqual({
    ...{ from: '#111111', to: '#eeeeee' },
    ...{ x0: 0.5, y0: 0, x1: 0.5, y1: 1 },
  });
  const picture = shown({ kind: 'photo', photoId: 'b', blur: 1 });
  expect(isPicture(picture) && picture.geometry).toEqual([1.2, 0, 0, 1.2, 0, -180]);
  expect(isPicture(picture) && picture.blur).toBeCloseTo(19.2);
  // Not in the film, or not there any more: the film's own.
  expect(shown({ kind: 'photo', photoId: 'gone' })).toBe('#000000');
  expect(shown({ kind: 'run', sceneId: 'gone', from: 0 })).toBe('#000000');
  const run = (from: number): Film => keyed(film, SCENE, behind(GREEN, { kind: 'run', sceneId: 's2', from }));
  const frames = (of: Film): readonly string[] =>
    ['a0', 'a1'].flatMap((id) => [0, 1].map((frame) => hashBehind(recipe(of, id, frame))));
  expect(frames(run(0))).toEqual([B, B, B, C]);
  // It begins anew where it ends, and may begin before its first.
  expect(frames(run(4))).toEqual([C, D, B, B]);
  expect(frames(run(-1))).toEqual([D, B, B, B]);
  expect(changesWhileHeld(run(0), poseOf(run(0), 'a0'))).toBe(true);
  // A print makes each of them, and what stays the same once.
  const { runs } = planPrint(run(0), [{ from: 0, to: 4 }]);
  expect(runs.map(({ recipe: each, frames: count }) => [hashBehind(each), count])).toEqual([
    [B, 3],
    [C, 1],
  ]);
});

test('a scene that is split, or joined to another, is cut out as it was, with the same frames behind', () => {
  let n = 0;
  const look = (of: Film): readonly string[] =>
    posesOf(of).flatMap((each) => [0, 1].map((frame) => recipeKey(recipeOf(of, each, frame) as Recipe)));
  const run: Behind = { kind: 'run', sceneId: 's2', from: 1 };
  const one = keyed(film, SCENE, behind(GREEN, run));
  const films = [
    one,
    keyed(one, { of: 'poses', ids: ['a1'] }, behind(GREEN, { ...run, from: 3 })),
    keyed(one, { of: 'scene', id: 's1' }, behind({ ...GREEN, width: 9 }, run)),
    keyed(film, { of: 'film' }, behind(GREEN, run)),
    keyed(film, { of: 'scene', id: 's1' }, GREEN),
  ];
  for (const before of films)
    for (const edit of [splitSceneEdit(before, 'a1', () => `new${n++}`), joinSceneEdit(before, 's1')]) {
      if (!edit.ok) throw new Error(edit.problem);
      expect(look(applyEdit(before, edit.value))).toEqual(look(before));
    }
});

test('what photos are needed for besides their poses is known before they are taken out', () => {
  const plate = applyEdit(film, plateEdit(film, 's1', { photoId: 'b' }));
  const now = keyed(plate, SCENE, behind(GREEN, { kind: 'photo', photoId: 'b' }));
  const from = { kind: 'plate', photoId: 'b', map: [1, 0, 0, 1, 0, 0] } as const;
  const stroke = { id: 'x', shape: 'brush', points: [0, 0, 1], size: 0.1, softness: 0, from } as const;
  const paint = paintEdit(now, [{ photoId: 'a', stroke }]);
  if (!paint.ok) throw new Error(paint.problem);
  const painted = applyEdit(now, paint.value);
  expect(neededFor(painted, new Set(['b']))).toEqual({ painted: 1, plates: 1, behind: 1 });
  expect(neededFor(painted, new Set(['a', 'c']))).toEqual({ painted: 0, plates: 0, behind: 0 });
});

test('seen as its matte or as what goes it is another picture, and never kept so', () => {
  const now = keyed(film, SCENE, behind(GREEN, { kind: 'photo', photoId: 'b' }));
  const views = (['matte', 'backing'] as const).map((view) => viewedKeyFilm(now, view));
  expect(new Set([now, ...views].map((each) => recipeKey(recipe(each, 'a0')))).size).toBe(3);
  expect(views.map((each) => recipe(each, 'a0').background)).toEqual(['#777573', '#777573']);
  for (const each of views) expect(whyUnreadable(each)).toContain('view');
});

test('any keys, undone and done again, give the same film; what may be set can be read again, and what may not is refused', () => {
  const amounts = fc.record(
    Object.fromEntries(
      Object.entries(KEY_AMOUNTS).map(([name, { least, most }]) => [
        name,
        fc.double({ min: least, max: most, noNaN: true }),
      ]),
    ),
  ) as fc.Arbitrary<Record<KeyAmount, number>>;
  const part = fc.double({ min: -1, max: 2, noNaN: true });
  const behinds: fc.Arbitrary<Behind | undefined> = fc.constantFrom<Behind | undefined>(
    undefined,
    { kind: 'colour', colour: '#aabbcc' },
    { kind: 'gradient', from: '#000000', to: '#FFFFFF', turn: -30 },
    { kind: 'photo', photoId: 'b', move: { right: 0.1, down: 0, turn: 3, size: 1.5 }, blur: 2 },
    { kind: 'run', sceneId: 's2', from: -7 },
  );
  const keys = fc
    .tuple(amounts, fc.array(fc.tuple(part, part), { maxLength: MOST_PICKED }), behinds, fc.boolean())
    .map(([numbers, picked, what, stays]): Key => ({
      ...numbers,
      picked: picked.map(([x, y]) => ({ x, y, colour: [0, 255, 12.5] })),
      outlines: [
        { id: 'o', shape: 'fill', points: [0, 0, 1, 1, 0, 1, 1, 1, 1], size: 0.01, softness: 1, stays },
      ],
      behind: what,
    }));
  const targets = fc.constantFrom<MendTarget>({ of: 'film' }, SCENE, { of: 'poses', ids: ['a1', 'b0'] });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(targets, fc.option(keys, { nil: undefined })), { maxLength: 5 }),
      (list) => {
        let history = startHistory(film);
        for (const [target, key] of list)
          history = perform(history, keyEdit(history.film, target, key, 'set'));
        const made = history.film;
        expect(whyUnreadable(made)).toBeUndefined();
        const read = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(made))));
        expect(read.ok && JSON.stringify(read.value)).toBe(JSON.stringify(made));
        for (let i = 0; i < list.length; i++) history = undo(history);
        expect(history.film).toEqual(film);
        for (let i = 0; i < list.length; i++) history = redo(history);
        expect(history.film).toEqual(made);
      },
    ),
    { numRuns: 60 },
  );
  const wrong: readonly Key[] = [
    { ...GREEN, width: 0 },
    { ...GREEN, picked: Array.from({ length: MOST_PICKED + 1 }, () => GREEN.picked[0] as Key['picked'][0]) },
    { ...GREEN, behind: { kind: 'colour', colour: 'red' } },
    { ...GREEN, behind: { kind: 'photo', photoId: 'b', blur: 99 } },
  ];
  for (const key of wrong) expect(whyUnreadable(keyed(film, SCENE, key))).toBeDefined();
  // The same cut for the same key and photo: recipes are known by their values.
  expect(cutOf(GREEN, film.photos[0] as Film['photos'][0])).toBe(
    cutOf(GREEN, film.photos[0] as Film['photos'][0]),
  );
  expect(fileOf(film.photos[0] as Film['photos'][0]).mends).toBeUndefined();
});
