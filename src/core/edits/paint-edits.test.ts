import fc from 'fast-check';
import { expect, test } from 'vitest';
import { runs } from '../chance/random-runs';
import { emptyFilm, type Film, type Photo, type Scene } from '../film/film';
import { posesIn, posesOf } from '../film/items';
import { filmWith, freshId, photoNamed } from '../film/random-films';
import { recipeOf } from '../film/recipe-of';
import type { Stroke } from '../film/stroke';
import { whyUnreadable } from '../formats/check-film';
import { filmDocument, readFilmDocument } from '../formats/film-document';
import { recipeKey } from '../picture/recipe';
import { applyEdit } from './apply-edit';
import { moveBefore, removeEdit } from './arrange';
import { duplicateEdit } from './copy-edits';
import { perform, startHistory } from './history';
import { invertEdit } from './invert-edit';
import {
  changeStrokesEdit,
  eraseEdit,
  movedPoints,
  paintEdit,
  paintSwitchEdit,
  plateEdit,
  type NewStroke,
} from './paint-edits';
import { thereAndBack } from './there-and-back';

const COUNT = 20;
const film: Film = {
  ...emptyFilm('film', 's', 'Test'),
  photos: Array.from({ length: COUNT }, (_, i) => photoNamed(`p${i}`)),
};

/** As long as a stroke may be, with all that is kept of a light. */
const stroke = (id: string, places: number): Stroke => {
  const channel = { stops: 0.1, power: 1, field: Array.from({ length: 14 }, () => 0.01) };
  return {
    ...{ id, shape: 'brush', size: 0.02, softness: 0.5, light: [channel, channel, channel] },
    points: Array.from({ length: 3 * places }, (_, i) => (i % 3 === 2 ? 1 : (i % 97) / 97)),
    from: { kind: 'plate', photoId: 'p0', map: [1, 0, 0, 1, 0, 0] },
  };
};
const strokes = (count: number, places: number): NewStroke[] =>
  Array.from({ length: count }, (_, i) => ({
    photoId: `p${i % COUNT}`,
    stroke: stroke(`stroke${i}`, places),
  }));

/** The film with strokes; where they are refused, the sentence. */
function painted(of: Film, list: readonly NewStroke[]): Film | string {
  const edit = paintEdit(of, list);
  return edit.ok ? applyEdit(of, edit.value) : edit.problem;
}

const LARGE = [
  [2_000, 60],
  [666, 1_500],
  [10_000, 100],
] as const;

test.each(LARGE.slice(0, runs(2, 3)))(
  '%i strokes of %i places are kept, read again as they are, and undone to the same film',
  (count, places) => {
    const list = strokes(count, places);
    const edit = paintEdit(film, list);
    expect(edit.ok).toBe(true);
    if (!edit.ok) return;
    const full = applyEdit(film, edit.value);
    expect(whyUnreadable(full)).toBeUndefined();
    const read = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(full))));
    expect(read).toEqual({ ok: true, value: full });
    expect(applyEdit(full, invertEdit(film, edit.value))).toEqual(film);
  },
);

test('a stroke more than a photo takes, and more places than a film takes, are refused before they are kept', () => {
  const many = strokes(1_000 * COUNT, 2);
  const full = painted(film, many);
  expect(typeof full).toBe('object');
  if (typeof full === 'string') return;
  expect(whyUnreadable(full)).toBeUndefined();
  expect(painted(full, [{ photoId: 'p3', stroke: stroke('more', 2) }])).toContain('p3 has 1,000 strokes');
  const long = painted(film, strokes(670, 1_500));
  expect(typeof long === 'string' ? long : whyUnreadable(long)).toContain('1,005,000 places');
});

test('moved strokes go no further than they may', () => {
  const points = [0.5, 0.5, 0.7, 2.9, -1.9, 1];
  expect(movedPoints({ points }, 0.25, -0.25)).toEqual([0.75, 0.25, 0.7, 3, -2, 1]);
});

/** What is done, to which of what is there, and where. */
const deeds = fc.array(fc.tuple(fc.nat(8), fc.nat(1_000), fc.nat(1_000)), { maxLength: 30 });

test('any strokes, undone and done again, with poses moved, copied and deleted: the same film, the same pictures', () => {
  fc.assert(
    fc.property(deeds, (list) => {
      const poses = (scene: number) =>
        [0, 1, 2].map((n) => ({ id: `${scene}-${n}`, photoId: n % 2 ? 'a' : 'b', hold: 2 }));
      const start = filmWith([poses(0), poses(1)]);
      let history = startHistory(start);
      for (const [what, n, m] of list) {
        const now = history.film;
        const of = posesOf(now);
        const id = of[n % Math.max(1, of.length)]?.id ?? 'none';
        const photo = now.photos[m % 2] as Photo;
        const own = photo.strokes ?? [];
        const one = own[n % Math.max(1, own.length)];
        const scene = now.scenes[m % 2] as Scene;
        const gap = { parentId: scene.id, index: n % (scene.items.length + 1) };
        const other = {
          kind: 'plate',
          photoId: now.photos[(m + 1) % 2]?.id ?? '',
          map: [1, 0, 0, 1, 0, 0],
        } as const;
        const results = [
          () =>
            paintEdit(now, [
              { photoId: photo.id, stroke: { ...stroke(freshId(), 2 + (n % 3)), from: other } },
            ]),
          () =>
            paintEdit(
              now,
              [photo, photo].map((each) => ({
                photoId: each.id,
                stroke: { ...stroke(freshId(), 3), from: { kind: 'photo' } },
              })),
            ),
          () => one && eraseEdit([one.id]),
          () =>
            one &&
            changeStrokesEdit([one], 'changed', () => ({
              softness: (n % 10) / 10,
              points: movedPoints(one, 0.1, -0.2),
            })),
          () => paintSwitchEdit(now, [photo.id], n % 2 === 0),
          () => plateEdit(now, scene.id, n % 3 ? { photoId: photo.id } : undefined),
          () => (of.length > 1 ? moveBefore(now, [id], gap) : undefined),
          () => (of.length > 1 ? removeEdit(now, [id]) : undefined),
          () => duplicateEdit(now, [id], freshId),
        ] as const;
        const made = results[what]?.();
        const edit = made && ('kind' in made ? made : made.ok ? made.value : undefined);
        if (edit) history = perform(history, edit);
      }
      const made = history.film;
      expect(whyUnreadable(made)).toBeUndefined();
      const read = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(made))));
      expect(read.ok && JSON.stringify(read.value)).toBe(JSON.stringify(made));
      const pictures = (film: Film): readonly string[] =>
        posesOf(film)
          .flatMap((pose) => recipeOf(film, pose) ?? [])
          .map(recipeKey);
      const [first, last] = [pictures(start), pictures(made)];
      const { undone, redone } = thereAndBack(history);
      expect([undone, redone]).toEqual([start, made]);
      expect([undone, redone].map(pictures)).toEqual([first, last]);
      // What shows the same photo in the same scene looks the same, wherever its pose went: strokes are of the photo.
      for (const scene of made.scenes) {
        const seen = new Map<string, string>();
        for (const pose of posesIn(scene.items)) {
          const recipe = recipeOf(made, pose);
          if (!recipe) continue;
          const key = recipeKey(recipe);
          expect(seen.get(pose.photoId) ?? key).toBe(key);
          seen.set(pose.photoId, key);
        }
      }
    }),
    { numRuns: runs(50, 150) },
  );
});
