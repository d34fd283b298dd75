import { expect, test } from 'vitest';
import type { Film, Photo } from '../../core/film/film';
import { filmOf } from '../../core/film/random-films';
import { filmRecipe } from '../../core/film/recipe-of';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { framePicture } from '../../core/picture/frame-picture';
import { randomPixels } from '../../core/picture/random-recipes';
import { recipeKey } from '../../core/picture/recipe';
import { renderPicture } from '../../core/picture/render-picture';
import { toI420 } from '../../core/picture/to-i420';
import { createTransport } from '../transport/transport';
import { useCompare } from '../transport/compare';
import { composePicture, type Composition } from './composition';
import { planDrawing, wishesAhead } from './plan-drawing';

/** A film of 320 × 240 whose photos are of another shape, turned, and mended. */
const film = ((): Film => {
  const plain = filmOf([[2, 2]]);
  const photos = plain.photos.map((photo): Photo => ({
    ...photo,
    width: 400,
    height: 240,
    turn: 6,
    mends: { light: 0.5 },
  }));
  return { ...plain, photos, settings: { ...plain.settings, width: 320, height: 240 } };
})();
const here = poseAt(scheduleOf(film), 0);
const compose = (playing: boolean): Composition | undefined =>
  composePicture(film, {
    ...createTransport().getState(),
    playing,
    compare: useCompare.getInitialState(),
    chosen: new Set(),
  });

test('what the screen shows at the film’s size is the PNG that goes out, and what is encoded before its colour is halved', () => {
  const composition = compose(false);
  if (!here || !composition) throw new Error('nothing to show');
  // With the margin around it the picture has just the film's size.
  const { panels } = planDrawing({ width: 320 + 16, height: 240 + 16, ratio: 1 }, film, composition, here);
  const wish = panels[0]?.wish;
  if (!wish) throw new Error('nothing is wanted');
  expect(wish.size).toEqual({ width: 320, height: 240 });
  const source = { pixels: randomPixels(400, 240, 'RGBX', 3), orientation: 1 as const };
  const shown = renderPicture(source, wish.recipe, wish.size);
  const photo = film.photos.find(({ id }) => id === here.pose.photoId) as Photo;
  const recipe = filmRecipe(photo, film.settings);
  const written = renderPicture(source, recipe, recipe.film);
  expect(Buffer.compare(Buffer.from(shown.data), Buffer.from(written.data))).toBe(0);
  expect(Buffer.compare(framePicture(source, recipe).data, toI420(shown).data)).toBe(0);
});

test('a picture is made as large as it is shown, never larger than the film; while it plays no finer than it is made from', () => {
  const composition = compose(true);
  if (!here || !composition) throw new Error('nothing to show');
  const sizeOn = (width: number, height: number, of: Film = film): unknown =>
    planDrawing({ width, height, ratio: 1 }, of, composition, here).panels[0]?.wish?.size;
  const unmended = { ...film, photos: film.photos.map((photo): Photo => ({ ...photo, mends: undefined })) };
  expect(sizeOn(160 + 16, 120 + 16, unmended)).toEqual({ width: 160, height: 120 });
  // What takes long to make has few sizes: a panel that is a little wider does not have all of it made anew.
  expect(sizeOn(160 + 16, 120 + 16)).toEqual({ width: 240, height: 180 });
  expect(sizeOn(200 + 16, 150 + 16)).toEqual({ width: 240, height: 180 });
  expect(sizeOn(3000, 2000)).toEqual({ width: 320, height: 240 });
  // A photo of 4000 is played from 960 of its pixels: at a film of 1920 it fills 1440 with them.
  const large: Film = {
    ...film,
    photos: film.photos.map((photo) => ({ ...photo, width: 4000, height: 3000, turn: undefined })),
    settings: { ...film.settings, width: 1920, height: 1080 },
  };
  expect(sizeOn(3000, 2000, large)).toEqual({ width: 1280, height: 720 });
  const ahead = wishesAhead({ width: 176, height: 136, ratio: 1 }, film, composition, [
    { pose: here.pose, frame: 0 },
  ]);
  expect(ahead.map(({ key }) => key)).toEqual([
    `${recipeKey(filmRecipe(film.photos[1] as Photo, film.settings))} 240 180 played`,
  ]);
});
