import { expect, test } from 'vitest';
import { demoFilm } from '../../../demo/film';
import { applyEdit } from '../../core/edits/apply-edit';
import { posesOf } from '../../core/film/items';
import { recipeOf } from '../../core/film/recipe-of';
import { whyUnreadable } from '../../core/formats/check-film';
import { recipeKey } from '../../core/picture/recipe';
import { mendDemoEdit } from './mended-demo';

test('the mended copy of the demo film can be kept; its two hands are painted out and a halo is drawn, and nothing else differs', async () => {
  const { film } = await demoFilm();
  const mended = applyEdit(film, mendDemoEdit(film));
  expect(whyUnreadable(mended)).toBeUndefined();
  const now = posesOf(mended);
  const changed = posesOf(film).flatMap((pose, i) => {
    const [before, after] = [recipeOf(film, pose), recipeOf(mended, now[i] ?? pose)];
    return before && after && recipeKey(before) !== recipeKey(after)
      ? [`${pose.photoId}${after.paint ? ' painted' : ''}${after.filmSteps.length > 0 ? ' drawn' : ''}`]
      : [];
  });
  expect(changed).toEqual([
    ...['pict0438 painted', 'pict0439 painted drawn', 'pict0516 drawn', 'pict0517 drawn', 'pict0518 drawn'],
    ...['pict0519 drawn', 'pict0520 drawn', 'pict0521 drawn', 'pict0522 drawn'],
  ]);
  // Of a film without these photos there is nothing to mend.
  const empty = { ...film, photos: [], scenes: film.scenes.map((scene) => ({ ...scene, items: [] })) };
  expect(whyUnreadable(applyEdit(empty, mendDemoEdit(empty)))).toBeUndefined();
});
