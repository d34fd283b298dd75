import { expect, test } from 'vitest';
import type { Pose } from './film';
import { posesOf } from './items';
import { filmWith } from './random-films';
import { recipeOf, unmendedRecipeOf } from './recipe-of';
import { unmendedFilm } from './unmended-film';

const MARKED: Partial<Pose> = {
  crop: { x: 0.25, y: 0.25, size: 0.5 },
  look: [
    { id: 'step', kind: 'mono', value: { red: 0.3, green: 0.6, blue: 0.1, strength: 1 } },
  ] as Pose['look'],
  drawings: ['halo'],
};

test('before its mends a pose looks as in the film without any: no crop, no colours, no drawings', () => {
  const plain = filmWith([[{ id: 'p', photoId: 'a', hold: 2 }]]);
  const drawn = {
    ...filmWith([[{ id: 'p', photoId: 'a', hold: 2, ...MARKED }]]),
    photos: plain.photos,
    settings: plain.settings,
    layers: [{ id: 'layer', name: 'Halo', opacity: 1 }],
    drawings: [
      {
        id: 'halo',
        layerId: 'layer',
        marks: [
          {
            id: 'm',
            shape: 'line',
            points: [0.1, 0.1, 0.5, 0.5],
            width: 0.01,
            colour: '#c63a2b',
            opacity: 1,
          },
        ],
      },
    ],
  } as unknown as typeof plain;
  const [pose] = posesOf(drawn);
  const [own] = posesOf(plain);
  if (!pose || !own) throw new Error('no pose');
  expect(recipeOf(drawn, pose)?.filmSteps).toHaveLength(2);
  const before = unmendedRecipeOf(drawn, pose);
  expect(before).toEqual(recipeOf(plain, own));
  expect(before).toBe(recipeOf(unmendedFilm(drawn), posesOf(unmendedFilm(drawn))[0] as Pose));
});
