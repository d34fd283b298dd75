import { expect, test } from 'vitest';
import type { Film, Photo, Pose } from '../film/film';
import type { PhotoMends } from '../film/photo-mends';
import { filmWith, photoNamed } from '../film/random-films';
import { evenChange, SAME, type LightChange } from '../picture/steps/light-change';
import { flickerAround, lightLevel, lightRunOf, lumaAfter } from './light-run';
import { lightReferences, photosInOrder, planMatching } from './match-plan';
import { withoutSlow } from './without-slow';

const pose = (id: string, photoId: string): Pose => ({ id, photoId, hold: 1 });

/** Photos named p0, p1 …, of so much mean luma, in scenes of so many; the last is shown twice. */
function filmOf(
  scenes: readonly (readonly number[])[],
  mends: Readonly<Record<string, PhotoMends>> = {},
): Film {
  const lights = scenes.flat();
  const photos = lights.map((light, i): Photo => {
    const name = `p${i}`;
    const own = mends[name];
    return { ...photoNamed(name), light, ...(own && { mends: own }) };
  });
  let n = 0;
  const items = scenes.map((each) => each.map(() => pose(`pose${n}`, `p${n++}`)));
  items.at(-1)?.push(pose('again', `p${n - 1}`));
  return { ...filmWith(items), photos };
}

const matched = { change: evenChange(1), before: 80, after: 120, strength: 100 };
const of = (mends: PhotoMends): Photo => ({ ...photoNamed('a'), light: 50, mends });

test('the level of a photo is that of its file, changed by what was found and set since', () => {
  expect(lightLevel({ ...photoNamed('a'), light: 50 })).toEqual({ before: 50, after: 50 });
  expect(lightLevel(photoNamed('a'))).toBeUndefined();
  // Matching makes all of the photo a stop brighter.
  const stop = (stops: number): number => lumaAfter(50, evenChange(stops));
  const afterOf = (mends: PhotoMends): number | undefined => lightLevel(of(mends))?.after;
  expect(lightLevel(of({ matched }))).toEqual({ before: 50, after: stop(1) });
  expect(lightLevel(of({ matched, lightOff: true }))?.after).toBe(50);
  expect(afterOf({ matched: { ...matched, strength: 50 } })).toBeCloseTo(stop(0.5), 9);
  expect(afterOf({ matched, light: 1 })).toBeCloseTo(stop(2), 9);
  // Films of before may have no light of the whole photo.
  expect(lightLevel({ ...of({ matched }), light: undefined })?.before).toBe(80);
  // By hand, with the curve of IEC 61966-2-1: 100 is 0.12744 of white in light, and twice that is 138.2.
  expect(lumaAfter(100, evenChange(1))).toBeCloseTo(138.2, 1);
});

test('flicker and jumps are those within scenes: a cut is neither', () => {
  const film = filmOf([
    [100, 102, 100, 102, 100],
    [180, 180, 180, 180, 180, 200, 180],
  ]);
  expect(lightRunOf(film, 's0').flicker.before).toBe(2);
  expect(lightRunOf(film, 's0').jumps.before).toEqual([]);
  expect(lightRunOf(film, 's1').jumps.before).toEqual(['p10', 'p11']);
  expect(lightRunOf(film, 's1').photoIds).toEqual(['p5', 'p6', 'p7', 'p8', 'p9', 'p10', 'p11']);
  expect(flickerAround(film, new Set(['p1'])).before).toBe(2);
});

test('each photo goes to the well-lit one that is nearest in the film; one left out to none', () => {
  const film = filmOf(
    [
      [1, 1, 1, 1],
      [1, 1, 1],
    ],
    {
      p1: { isReference: true },
      p5: { isReference: true, matched },
      p3: { lightOff: true },
    },
  );
  expect(photosInOrder(film)).toBe(photosInOrder(film));
  expect(lightReferences(film).map(({ id }) => id)).toEqual(['p1', 'p5']);
  const all = new Set(film.photos.map(({ id }) => id));
  expect(planMatching(film, all).map(({ photo, reference }) => `${photo.id} ${reference.id}`)).toEqual([
    ...['p0 p1', 'p1 p1', 'p2 p1', 'p4 p5', 'p6 p5'],
  ]);
  expect(planMatching(film, new Set(['p3']))).toEqual([]);
});

test('of what was found over a dusk the flicker alone is left, in gain, curve and field', () => {
  const flicker = (i: number): number => (i % 7 === 3 ? 0.3 : 0);
  const run = Array.from({ length: 40 }, (_, i): LightChange => {
    const red = { stops: 0.05 * i + flicker(i), power: 1, field: [0.01 * i + flicker(i)] };
    return [red, { ...SAME, stops: 0.05 * i }, SAME];
  });
  withoutSlow(run, 12).forEach(([red, green, blue], i) => {
    expect(red.stops).toBeCloseTo(flicker(i), 6);
    expect(red.field[0]).toBeCloseTo(flicker(i), 6);
    expect([red.power, blue.stops]).toEqual([1, 0]);
    expect(green.stops).toBeCloseTo(0, 6);
  });
});
