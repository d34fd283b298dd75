import { expect, test } from 'vitest';
import { lightOf } from '../mend/light-picture';
import { matchLight } from '../mend/match-light';
import { detailOf } from '../mend/steady/detail-picture';
import { matchPlace, placedReference } from '../mend/steady/match-place';
import { shoot, textured } from '../mend/steady/random-shots';
import { similarityMap, STILL } from '../mend/steady/similarity';
import { moveOf, UNMOVED } from '../picture/move';
import { evenChange } from '../picture/steps/light-change';
import { lightSign, standSign } from './set-signs';

const PHOTO = { width: 1920, height: 1440 };

test('what Mend measures between two photos is said: how much darker, and how far the stand has moved', () => {
  const subject = { x: 330, y: 400, reach: 160 };
  const last = shoot({ set: textured, at: STILL, subject, grain: 2, seed: 1 });
  const signs = (gain: number, dx: number): readonly (string | undefined)[] => {
    const moved = { ...subject, x: 350 };
    const now = shoot({ set: textured, at: { ...STILL, dx }, subject: moved, gain, grain: 2, seed: 2 });
    const light = matchLight(lightOf(now), lightOf(last));
    const place = matchPlace(detailOf(now), placedReference(detailOf(last)));
    if (!light.ok || !place.ok) throw new Error('The photos could not be compared.');
    return [
      lightSign(light.value),
      standSign(moveOf(similarityMap(place.value.similarity, now), now), PHOTO),
    ];
  };
  expect(signs(1, 0)).toEqual([undefined, undefined]);
  expect(signs(0.88, 0)).toEqual(['12 % darker than the last', undefined]);
  expect(signs(1, 3)[1]).toBe('the camera moved 6 px');
});

test('brighter, warmer and colder are told apart; a turn moves the corners', () => {
  const tinted = (by: number) => {
    const [same] = evenChange(0);
    const change = [{ ...same, stops: by }, same, { ...same, stops: -by }] as const;
    return lightSign({ change, before: 100, after: 100 });
  };
  expect(lightSign({ change: evenChange(-0.2), before: 115, after: 100 })).toBe(
    '15 % brighter than the last',
  );
  expect([0.06, 0.01, -0.06].map(tinted)).toEqual([
    'colder than the last',
    undefined,
    'warmer than the last',
  ]);
  const small = { width: 960, height: 720 };
  // The corners lie 600 pixels from the middle.
  expect(standSign({ ...UNMOVED, turn: (0.01 * 180) / Math.PI }, small)).toBe('the camera moved 6 px');
  expect(standSign({ ...UNMOVED, right: 0.3 / 960 }, PHOTO)).toBeUndefined();
});
