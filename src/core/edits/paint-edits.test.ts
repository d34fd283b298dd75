import { expect, test } from 'vitest';
import { emptyFilm, type Film } from '../film/film';
import { photoNamed } from '../film/random-films';
import type { Stroke } from '../film/stroke';
import { whyUnreadable } from '../formats/check-film';
import { filmDocument, readFilmDocument } from '../formats/film-document';
import { applyEdit } from './apply-edit';
import { invertEdit } from './invert-edit';
import { movedPoints, paintEdit, type NewStroke } from './paint-edits';

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

test.each([
  [2_000, 60],
  [10_000, 100],
  [666, 1_500],
])(
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
