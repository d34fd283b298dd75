import fc from 'fast-check';
import { expect, test } from 'vitest';
import { inverse, mapped } from '../../picture/affine';
import { SET, STANDING } from './puppet';
import { photoSizes, setView } from './set-view';

test('photos of the stand-in have the shape of the film, and its size where that is usual', () => {
  expect(photoSizes({ width: 1920, height: 1080 })).toEqual({
    sizes: [
      { width: 3840, height: 2160 },
      { width: 1920, height: 1080 },
      { width: 1280, height: 720 },
      { width: 640, height: 360 },
    ],
    usual: { width: 1920, height: 1080 },
  });
  expect(photoSizes({ width: 1440, height: 1080 }).usual).toEqual({ width: 1440, height: 1080 });
  expect(photoSizes({ width: 1080, height: 1920 }).sizes[0]).toEqual({ width: 2160, height: 3840 });
  expect(photoSizes({ width: 4096, height: 1716 }).usual).toEqual({ width: 1920, height: 804 });
});

test('a picture of any shape is filled by the set, with the puppet as it stands at first in it', () => {
  const sides = fc.integer({ min: 200, max: 4000 });
  fc.assert(
    fc.property(sides, sides, (width, height) => {
      fc.pre(width / height > 0.45 && width / height < 2.6);
      const view = setView({ width, height });
      for (const [x, y] of [
        [0, 0],
        [width, height],
      ] as const) {
        const [across, down] = mapped(inverse(view), x, y);
        expect(across).toBeGreaterThan(-1e-6);
        expect(across).toBeLessThan(SET.width + 1e-6);
        expect(down).toBeGreaterThan(-1e-6);
        expect(down).toBeLessThan(SET.height + 1e-6);
      }
      const [x, y] = mapped(view, STANDING.x, STANDING.y);
      expect(x).toBeGreaterThan(0.1 * width);
      expect(x).toBeLessThan(0.9 * width);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(height);
    }),
  );
});
