import { expect, test } from 'vitest';
import { steadyEdit } from '../../edits/steady-edits';
import { applyEdit } from '../../edits/apply-edit';
import type { Film, Photo, Pose } from '../../film/film';
import type { PhotoMends } from '../../film/photo-mends';
import { filmWith, photoNamed } from '../../film/random-films';
import { filmRecipe, recipeOf } from '../../film/recipe-of';
import { mapped } from '../../picture/affine';
import { recipeKey } from '../../picture/recipe';
import { UNMOVED, type Move } from '../../picture/move';
import { placeRunOf } from './place-run';
import { planSteadying, steadiedPhotos } from './steady-plan';
import type { SteadyWish } from './steady-run';

const WISH: SteadyWish = { take: 'all', turn: true, size: true };

function film(photos: readonly Photo[], scenes: readonly (readonly string[])[]): Film {
  const items = scenes.map((ids, s) =>
    ids.map((photoId, i): Pose => ({ id: `${s}.${i}`, photoId, hold: 1 })),
  );
  return { ...filmWith(items), photos };
}
const photo = (name: string, more: Partial<Photo> = {}): Photo => ({ ...photoNamed(name), ...more });
const mended = (name: string, mends: PhotoMends): Photo => photo(name, { mends });
const pairs = (of: Film, onScreen?: string): readonly string[] =>
  planSteadying(of, new Set(of.photos.map(({ id }) => id)), onScreen).map(
    (task) => `${task.photo.id}→${task.anchor.id}`,
  );

test('each scene has its own: photos are steadied to the nearest that is marked, else to that on screen, else to the first', () => {
  const names = ['a', 'b', 'c', 'd', 'e'];
  const plain = film(
    names.map((name) => photo(name)),
    [
      ['a', 'b'],
      ['c', 'd', 'e', 'a'],
    ],
  );
  expect(pairs(plain, 'd')).toEqual(['b→a', 'c→d', 'e→d']);
  const marked = film(
    [
      photo('a'),
      mended('b', { isAnchor: true }),
      mended('c', { isAnchor: true }),
      photo('d'),
      mended('e', { isAnchor: true }),
    ],
    [
      ['a', 'b'],
      ['c', 'd', 'e'],
    ],
  );
  expect(pairs(marked, 'a')).toEqual(['a→b', 'd→c']);
  const left = film([photo('a'), mended('b', { steadyOff: true }), photo('c')], [['a', 'b', 'c']]);
  expect(pairs(left)).toEqual(['c→a']);
});

test('what was found of photos as they are shown moves them so, however they are turned, and along with one that was moved by hand', () => {
  const nudge: Move = { ...UNMOVED, right: 0.01 };
  const of = film(
    [mended('a', { isAnchor: true, nudge }), photo('b', { turn: 3 }), photo('c'), photo('d')],
    [['a', 'b', 'c', 'd']],
  );
  const off: Move = { right: 0.02, down: -0.01, turn: 0, size: 1 };
  const tasks = planSteadying(of, new Set(['b', 'c', 'd']), undefined);
  const found = steadiedPhotos(
    of,
    tasks,
    new Map([
      ['b', off],
      ['c', off],
    ]),
    WISH,
  );
  expect([...found.keys()]).toEqual(['b', 'c']);
  const done = applyEdit(of, steadyEdit(of, found));
  // The middle of each photo: in a film 1920 × 1080 its longer side of 1600 pixels takes 1440.
  const middles = done.photos.map((each) => mapped(filmRecipe(each, done.settings).geometry, 800, 600));
  const wanted = [
    [960 + 14.4, 540],
    [960 - 28.8 + 14.4, 540 + 14.4],
    [960 - 28.8 + 14.4, 540 + 14.4],
    [960, 540],
  ] as const;
  middles.forEach(([x, y], i) => {
    expect(x).toBeCloseTo(wanted[i]?.[0] as number, 6);
    expect(y).toBeCloseTo(wanted[i]?.[1] as number, 6);
  });
  // What is moved alone is drawn anew.
  const keys = (each: Film): readonly string[] =>
    each.photos.map((one) => recipeKey(filmRecipe(one, each.settings)));
  expect(keys(done).map((key, i) => key === keys(of)[i])).toEqual([true, false, false, true]);
});

test('how a scene shakes and where its stand was bumped is told, as it came and as it is', () => {
  const at = (right: number): Move => ({ ...UNMOVED, right: right / 960 });
  const shifts = [0, 0.3, 0, 8, 8.3, 8];
  const photos = shifts.map((shift, i) =>
    mended(
      `p${i}`,
      i === 0
        ? { isAnchor: true }
        : { steadied: { at: at(shift), move: at(-shift), strength: i < 3 ? 100 : 0 } },
    ),
  );
  const { count, shake, bumps } = placeRunOf(film(photos, [photos.map(({ id }) => id)]), 's0');
  expect(count).toBe(6);
  expect(bumps).toEqual({ before: ['p3'], after: ['p3'] });
  expect(shake.before).toBeGreaterThan(3 / 960);
  const steady = photos.map((each) => ({
    ...each,
    mends: each.mends?.steadied ? { steadied: { ...each.mends.steadied, strength: 100 } } : each.mends,
  }));
  const now = placeRunOf(film(steady, [photos.map(({ id }) => id)]), 's0');
  expect(now.bumps.after).toEqual([]);
  expect(now.shake.after).toBeCloseTo(0, 9);
});

test('where a moved photo does not reach, the nearest that was not moved is seen, framed alike; the photo itself stays as it is', () => {
  const nudge: Move = { ...UNMOVED, right: 0.1 };
  const of = film(
    [photo('a'), mended('b', { nudge }), photo('c', { width: 1200 }), photo('d')],
    [['a', 'b', 'c', 'd']],
  );
  const filled: Film = {
    ...of,
    settings: { ...of.settings, edges: 'neighbour', crop: { x: 0.4, y: 0.4, size: 0.8 } },
  };
  const [first, second] = filled.scenes[0]?.items as readonly Pose[];
  if (!first || !second) throw new Error('no poses');
  const recipe = recipeOf(filled, second);
  const own = filmRecipe(filled.photos[1] as Photo, filled.settings);
  expect(recipe).toEqual({ ...own, background: recipeOf(filled, first) });
  // The same value while the film is the same.
  expect(recipeOf(filled, second)).toBe(recipe);
  expect(recipeOf(filled, first)?.background).toBe('#000000');
  expect(recipeOf(of, second)?.background).toBe('#000000');
});
