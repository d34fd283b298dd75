import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Film, Photo } from '../film/film';
import { lightChangeOf, type FoundLight, type PhotoMends } from '../film/photo-mends';
import { filmOf } from '../film/random-films';
import { filmRecipe } from '../film/recipe-of';
import { recipeKey } from '../picture/recipe';
import { evenChange, SAME, type LightChange } from '../picture/steps/light-change';
import { applyEdit } from './apply-edit';
import type { Edit } from './edit';
import { perform, startHistory, undo } from './history';
import {
  copyLightEdit,
  lightAsBeforeEdit,
  lightSwitchEdit,
  matchEdit,
  referenceEdit,
  strengthEdit,
  touchEdit,
} from './mend-edits';

const film = filmOf([[1, 2], [3]]);
const first = (of: Film): Photo => of.photos[0] as Photo;
const keysOf = (of: Film): readonly string[] =>
  of.photos.map((photo) => recipeKey(filmRecipe(photo, of.settings)));
const found = (change: LightChange): FoundLight => ({ change, before: 90, after: 100 });
const mendsOf = (of: Film): readonly (PhotoMends | undefined)[] => of.photos.map(({ mends }) => mends);

test('what was found is applied by its strength, then what was set by hand, by hand-worked numbers', () => {
  const change: LightChange = [
    { stops: 1, power: 1.2, field: [0.5] },
    { ...SAME, stops: -0.5 },
    { ...SAME, stops: 0.25 },
  ];
  const mends = { matched: { ...found(change), strength: 50 }, light: 0.5 };
  expect(lightChangeOf(mends)).toEqual([
    { stops: 1, power: 1.1, field: [0.25] },
    { stops: 0.25, power: 1, field: [] },
    { stops: 0.625, power: 1, field: [] },
  ]);
  expect(lightChangeOf({ ...mends, lightOff: true })).toEqual(evenChange(0));
});

test('warmth parts red from blue, tint green from both, and a grey stays as bright', () => {
  const stops = (mends: PhotoMends): readonly number[] => lightChangeOf(mends).map((each) => each.stops);
  const [red, green, blue] = stops({ warmth: 1 }) as [number, number, number];
  expect(red - blue).toBeCloseTo(1, 12);
  expect(red - green).toBeCloseTo(0.5, 12);
  const [r, g, b] = stops({ tint: 0.6 }) as [number, number, number];
  expect([r - g, b - g]).toEqual([expect.closeTo(0.6, 12), expect.closeTo(0.6, 12)]);
  // BT.709: luminance is 0.2126 R + 0.7152 G + 0.0722 B.
  for (const each of [stops({ warmth: 1 }), stops({ tint: -2, warmth: 0.3 })]) {
    const [x, y, z] = each.map((n) => 2 ** n) as [number, number, number];
    expect(0.2126 * x + 0.7152 * y + 0.0722 * z).toBeCloseTo(1, 12);
  }
});

test('any mends, in any order, undone: the same film and the same keys; what is touched alone is drawn anew', () => {
  const ids = fc.subarray(
    film.photos.map(({ id }) => id),
    { minLength: 1 },
  );
  const number = fc.double({ min: -2, max: 2, noNaN: true });
  const change = number.map((stops) => evenChange(stops));
  type Make = (of: Film) => Edit;
  const edits: fc.Arbitrary<Make> = fc.oneof(
    fc.tuple(ids, number).map(
      ([to, n]): Make =>
        (of) =>
          touchEdit(of, to, 'light', n),
    ),
    fc.tuple(ids, number).map(
      ([to, n]): Make =>
        (of) =>
          touchEdit(of, to, 'warmth', n),
    ),
    fc.tuple(ids, change).map(
      ([to, c]): Make =>
        (of) =>
          matchEdit(of, new Map(to.map((id) => [id, found(c)]))),
    ),
    fc.tuple(ids, fc.integer({ min: 0, max: 100 })).map(
      ([to, n]): Make =>
        (of) =>
          strengthEdit(of, to, n),
    ),
    fc.tuple(ids, fc.boolean()).map(
      ([to, on]): Make =>
        (of) =>
          lightSwitchEdit(of, to, on),
    ),
    fc.tuple(ids, fc.boolean()).map(
      ([to, on]): Make =>
        (of) =>
          referenceEdit(of, to, on),
    ),
    ids.map(
      (to): Make =>
        (of) =>
          lightAsBeforeEdit(of, to),
    ),
    ids.map(
      (to): Make =>
        (of) =>
          copyLightEdit(of, first(of), to),
    ),
  );
  fc.assert(
    fc.property(fc.array(edits, { minLength: 1, maxLength: 12 }), (makes) => {
      let history = startHistory(film);
      for (const make of makes) history = perform(history, make(history.film));
      while (history.done.length > 0) history = undo(history);
      expect(history.film).toEqual(film);
      expect(keysOf(history.film)).toEqual(keysOf(film));
    }),
  );
  const lit = applyEdit(film, touchEdit(film, ['b'], 'light', 0.5));
  expect(keysOf(lit).map((key, i) => key === keysOf(film)[i])).toEqual([true, false]);
});

test('what is set for photos keeps what was set of them otherwise, and goes without a trace', () => {
  const change = evenChange(0.5);
  let now = applyEdit(film, touchEdit(film, ['a'], 'warmth', 0.2));
  now = applyEdit(now, matchEdit(now, new Map([['a', found(change)]])));
  now = applyEdit(now, strengthEdit(now, ['a', 'b'], 40));
  expect(mendsOf(now)).toEqual([{ warmth: 0.2, matched: { ...found(change), strength: 40 } }, undefined]);
  // Found anew, it is applied as strongly as before.
  const again = applyEdit(now, matchEdit(now, new Map([['a', found(evenChange(1))]])));
  expect(first(again).mends?.matched).toEqual({ ...found(evenChange(1)), strength: 40 });
  const copied = applyEdit(now, copyLightEdit(now, first(now), ['b']));
  expect(mendsOf(copied)[1]).toEqual({ warmth: 0.2 });
  const plain = applyEdit(now, lightAsBeforeEdit(now, ['a']));
  expect(plain).toEqual(film);
  expect('mends' in first(plain)).toBe(false);
});
