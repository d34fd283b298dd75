import { expect, test } from 'vitest';
import type { Rgba } from '../picture/pixels';
import { reachesIn } from './hand-in-shot';

const [WIDTH, HEIGHT] = [240, 135];

/** A set with bands of grey and a subject in its middle, in a light; and what lies over it, from, to and how bright. */
function shot(
  light: number,
  over: readonly (readonly [number, number, number, number, number])[] = [],
): Rgba {
  const data = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      let value = 60 + 60 * Math.floor(y / 45) + ((x * 7 + y * 13) % 9);
      for (const [left, top, right, bottom, bright] of over)
        if (x >= left && x < right && y >= top && y < bottom) value = bright;
      data.set([light * value, light * value, light * value, 255], 4 * (y * WIDTH + x));
    }
  return { width: WIDTH, height: HEIGHT, data };
}

const puppet = (x: number) => [x, 40, x + 30, 110, 200] as const;

test('a hand that reaches in from an edge is told of; what moves in the picture, grain, light and another picture are not', () => {
  const last = shot(1, [puppet(100)]);
  const now = (light: number, over: Parameters<typeof shot>[1] = []): boolean =>
    reachesIn(last, shot(light, [puppet(108), ...over]));
  expect(now(1)).toBe(false);
  // 12 % darker all over.
  expect(now(0.88)).toBe(false);
  expect(now(1, [[200, 60, WIDTH, 90, 235]])).toBe(true);
  expect(now(0.88, [[60, 0, 90, 30, 10]])).toBe(true);
  // A corner of a finger nail is too little, and another picture too much.
  expect(now(1, [[232, 0, WIDTH, 8, 235]])).toBe(false);
  expect(now(1, [[0, 0, WIDTH, HEIGHT, 250]])).toBe(false);
  // It was there before.
  const held = shot(1, [puppet(100), [200, 60, WIDTH, 90, 235]]);
  expect(reachesIn(held, shot(1, [puppet(108), [200, 60, WIDTH, 90, 235]]))).toBe(false);
});
