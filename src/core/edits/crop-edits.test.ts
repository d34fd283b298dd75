import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import sharp from 'sharp';
import ssim from 'ssim.js';
import { expect, test } from 'vitest';
import { cropOf } from '../film/crop-of';
import type { Film, Pose } from '../film/film';
import { filmWith } from '../film/random-films';
import { recipeOf } from '../film/recipe-of';
import { posesOf } from '../film/items';
import { whyUnreadable } from '../formats/check-film';
import { mapped } from '../picture/affine';
import { boundedCrop, cropAt, cropMap, cropRect, MOVE_PACES, WHOLE } from '../picture/crop';
import { scaledRecipe } from '../picture/random-recipes';
import { recipeKey, type Recipe } from '../picture/recipe';
import { renderPicture } from '../picture/render-picture';
import { applyEdit } from './apply-edit';
import { cameraMoves } from '../film/crop-runs';
import { DOSED_TOOLS } from '../film/mend-dose';
import { cameraMoveEdit, cropEdit, placingEdit, uncropAllEdit } from './crop-edits';
import { doseEdit } from './dose-edit';
import { perform, startHistory, undo } from './history';
import type { ColourStep } from '../picture/colour/colour-steps';
import { lookEdit } from './look-edits';
import { joinSceneEdit, splitSceneEdit } from './scene-edits';

const pose = (id: string): Pose => ({ id, photoId: 'a', hold: 2 });
const film = filmWith([[pose('a0'), pose('a1')], [pose('b0')]]);
const size = { width: 1920, height: 1080 };
const poseOf = (of: Film, id: string): Pose => posesOf(of).find((each) => each.id === id) as Pose;
const keysOf = (of: Film): readonly string[] =>
  posesOf(of).map((pose) => recipeKey(recipeOf(of, pose) as Recipe));

test('a crop is a rectangle of the picture, and its corners become those of the film', () => {
  const crop = { x: 0.5, y: 0.25, size: 0.5 };
  expect(cropRect(crop, size)).toEqual({ x: 480, y: 0, width: 960, height: 540 });
  expect(cropAt({ x: 480, y: 0, width: 960 }, size)).toEqual(crop);
  const map = cropMap(crop, size);
  expect(mapped(map, 480, 0)).toEqual([0, 0]);
  expect(mapped(map, 1440, 540)).toEqual([1920, 1080]);
  // Smaller than the picture it stays within it, larger around it.
  expect(boundedCrop({ x: -3, y: 9, size: 1e-9 })).toEqual({ x: 1 / 32, y: 31 / 32, size: 1 / 16 });
  expect(boundedCrop({ x: 0.1, y: 0.5, size: 0.5 })).toEqual({ x: 0.25, y: 0.5, size: 0.5 });
  expect(boundedCrop({ x: -2, y: 0.5, size: 100 })).toEqual({ x: -1, y: 0.5, size: 4 });
  expect(boundedCrop({ x: 0.2, y: 0.9, size: 1 })).toEqual(WHOLE);
});

test('what is shown is what ffmpeg cuts out and enlarges, with the same cubic', async () => {
  const film = { width: 640, height: 480 };
  const photo = sharp('demo/photos/PICT0412.JPG').resize(film.width, film.height).ensureAlpha();
  const data = await photo.raw().toBuffer();
  const geometry = cropMap({ x: 0.6, y: 0.4, size: 0.5 }, film);
  const source = { pixels: { ...film, order: 'RGBA' as const, data }, orientation: 1 as const };
  const own = renderPicture(source, { ...scaledRecipe(film, film), geometry }, film);
  const raw = ['-f', 'rawvideo', '-pix_fmt', 'rgba'];
  const cut = 'crop=320:240:224:72,scale=640:480:flags=bicubic+accurate_rnd:param0=0:param1=0.5';
  const { stdout } = spawnSync(
    'ffmpeg',
    ['-loglevel', 'error', ...raw, '-s', '640x480', '-i', '-', '-vf', cut, ...raw, '-'],
    { input: data, maxBuffer: 1 << 24 },
  );
  const { mssim } = ssim(own, { ...film, data: new Uint8ClampedArray(stdout) });
  expect(mssim).toBeGreaterThanOrEqual(0.99);
});

test('a pose is framed as it says itself, else as its scene, else as the film', () => {
  const [of, ofScene, own] = [0.8, 0.6, 0.4].map((size) => ({ x: 0.5, y: 0.5, size }));
  let now = applyEdit(film, cropEdit(film, { of: 'film' }, of));
  now = applyEdit(now, cropEdit(now, { of: 'scene', id: 's0' }, ofScene));
  now = applyEdit(now, cropEdit(now, { of: 'poses', ids: ['a1'] }, own));
  expect(['a0', 'a1', 'b0'].map((id) => cropOf(now, poseOf(now, id)).size)).toEqual([0.6, 0.4, 0.8]);
  expect(whyUnreadable(now)).toBeUndefined();
  // The scene is shown whole again, whatever the film is.
  const whole = applyEdit(now, cropEdit(now, { of: 'scene', id: 's0' }, WHOLE));
  expect(cropOf(whole, poseOf(whole, 'a0'))).toEqual(WHOLE);
  expect(applyEdit(now, uncropAllEdit(now))).toEqual(film);
});

test('any framings, in any order, undone: the same film and keys; only poses that are framed anew are drawn anew', () => {
  const crops = fc.option(
    fc.record({
      x: fc.double({ min: -1, max: 2, noNaN: true }),
      y: fc.double({ min: -1, max: 2, noNaN: true }),
      size: fc.double({ min: 1e-6, max: 100, noNaN: true }),
    }),
    { nil: undefined },
  );
  const ids = fc.subarray(posesOf(film).map(({ id }) => id));
  const targets = fc.oneof(
    fc.constant({ of: 'film' } as const),
    fc.constantFrom('s0', 's1').map((id) => ({ of: 'scene', id }) as const),
    ids.map((some) => ({ of: 'poses', ids: some }) as const),
  );
  const makes = fc.oneof(
    fc.tuple(targets, crops).map(
      ([target, crop]) =>
        (of: Film) =>
          cropEdit(of, target, crop),
    ),
    fc.tuple(ids, fc.constantFrom('whole', 'fill', undefined)).map(
      ([some, placing]) =>
        (of: Film) =>
          placingEdit(of, some, placing),
    ),
    fc.tuple(ids, fc.constantFrom(...MOVE_PACES)).map(
      ([some, pace]) =>
        (of: Film) =>
          cameraMoveEdit(cameraMoves(of, some, pace) ?? new Map()),
    ),
    fc.tuple(fc.constantFrom(...DOSED_TOOLS), fc.integer({ min: 0, max: 100 }), fc.boolean()).map(
      ([tool, strength, off]) =>
        (of: Film) =>
          doseEdit(of, tool, { strength, off: off || undefined }),
    ),
  );
  fc.assert(
    fc.property(fc.array(makes, { minLength: 1, maxLength: 10 }), (all) => {
      let history = startHistory(film);
      for (const make of all) history = perform(history, make(history.film));
      // Whatever is asked for, what comes of it can be kept and read again.
      expect(whyUnreadable(history.film)).toBeUndefined();
      while (history.done.length > 0) history = undo(history);
      expect(history.film).toEqual(film);
    }),
  );
  const closer = applyEdit(film, cropEdit(film, { of: 'poses', ids: ['b0'] }, { x: 0.5, y: 0.5, size: 0.5 }));
  expect(keysOf(closer).map((key, i) => key === keysOf(film)[i])).toEqual([true, true, false]);
});

test('a scene that is split, or joined to one of another framing, looks as it did', () => {
  const cropped = applyEdit(film, cropEdit(film, { of: 'scene', id: 's0' }, { x: 0.5, y: 0.5, size: 0.5 }));
  let n = 0;
  const both = applyEdit(cropped, cropEdit(cropped, { of: 'film' }, { x: 0.4, y: 0.5, size: 0.6 }));
  const step = (id: string, stops: number): ColourStep => ({
    ...{ id, kind: 'exposure', value: { stops, contrast: 0 } },
  });
  const inScene = lookEdit(both, { of: 'scene', id: 's0' }, [step('x', 1)], 'set');
  const coloured = applyEdit(both, inScene);
  const inBoth = [
    lookEdit(coloured, { of: 'scene', id: 's1' }, [step('y', -1)], 'set'),
    lookEdit(coloured, { of: 'poses', ids: ['b0'] }, [step('y', 0.5)], 'set'),
  ].reduce(applyEdit, coloured);
  for (const before of [cropped, both, coloured, inBoth]) {
    for (const edit of [splitSceneEdit(before, 'a1', () => `new${n++}`), joinSceneEdit(before, 's1')]) {
      if (!edit.ok) throw new Error(edit.problem);
      expect(keysOf(applyEdit(before, edit.value))).toEqual(keysOf(before));
    }
  }
});
