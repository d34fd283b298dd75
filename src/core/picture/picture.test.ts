import fc from 'fast-check';
import sharp from 'sharp';
import { readFile } from 'node:fs/promises';
import { describe, expect, test } from 'vitest';
import { ASSEMBLIES, assemble } from '../../../scripts/assembled.mjs';
import { toYCbCr } from './bt709';
import { isTruncated } from './is-truncated';
import { resampleKernel, WEIGHT_BITS } from './kernel';
import { compose, turnMatrix } from './orientation';
import { turnUpright } from './upright-pixels';
import { placePhoto } from './placement';
import { sniffPhotoType } from './sniff';
import { storedSize } from './stored-size';

describe('BT.709', () => {
  // ITU-R BT.709-6, item 4.6: black 16, white 235, colour difference 128 ± 112; 75 % colour bars from
  // its luma coefficients 0.2126, 0.7152, 0.0722.
  test.each([
    [
      [0, 0, 0],
      [16, 128, 128],
    ],
    [
      [255, 255, 255],
      [235, 128, 128],
    ],
    [
      [255, 0, 0],
      [63, 102, 240],
    ],
    [
      [0, 255, 0],
      [173, 42, 26],
    ],
    [
      [0, 0, 255],
      [32, 240, 118],
    ],
    [
      [191, 191, 191],
      [180, 128, 128],
    ],
  ] as const)('%j is %j', (rgb, ycbcr) => {
    expect(toYCbCr([...rgb])).toEqual(ycbcr);
  });
});

describe('resampling', () => {
  test('the weights of every pixel sum to one and stay within the line', () => {
    const sizes = fc.integer({ min: 1, max: 300 });
    fc.assert(
      fc.property(sizes, sizes, fc.double({ min: 0, max: 1, noNaN: true }), (length, target, cut) => {
        const span = Math.max(length * (1 - cut * 0.9), Math.min(1, length));
        const { taps, first, weights } = resampleKernel(length, (length - span) / 2, span, target);
        for (let i = 0; i < target; i++) {
          let sum = 0;
          for (let k = 0; k < taps; k++) sum += weights[i * taps + k] ?? Number.NaN;
          expect(sum).toBe(1 << WEIGHT_BITS);
          expect(first[i]).toBeGreaterThanOrEqual(0);
          expect((first[i] ?? 0) + taps).toBeLessThanOrEqual(Math.max(length, taps));
        }
      }),
    );
  });
});

test.each(ASSEMBLIES)('$target is built from its source', async (assembly) => {
  expect(await assemble(assembly)).toBe(await readFile(assembly.target, 'utf8'));
});

test('placement: whole photos are centred and even, filling ones cover and are cut evenly', () => {
  const hd = { width: 1920, height: 1080 };
  expect(placePhoto({ width: 4000, height: 3000 }, hd, 'whole').target).toEqual({
    x: 240,
    y: 0,
    width: 1440,
    height: 1080,
  });
  expect(placePhoto({ width: 4000, height: 3000 }, hd, 'fill').source).toEqual({
    x: 0,
    y: 375,
    width: 4000,
    height: 2250,
  });
  expect(placePhoto({ width: 20000, height: 10 }, hd, 'whole').target).toMatchObject({
    width: 1920,
    height: 2,
  });
});

test('files are told by their bytes, and cut-off ones are noticed wherever they are cut', async () => {
  const image = sharp({
    create: {
      width: 64,
      height: 48,
      channels: 3,
      background: '#a06030',
      noise: { type: 'gaussian', mean: 128, sigma: 30 },
    },
  });
  const files = {
    'image/jpeg': await image.clone().jpeg().toBuffer(),
    'image/png': await image.clone().png().toBuffer(),
    'image/webp': await image.clone().webp().toBuffer(),
    'image/avif': await image.clone().avif().toBuffer(),
  };
  for (const [type, bytes] of Object.entries(files)) {
    expect(sniffPhotoType(bytes)).toBe(type);
    expect(isTruncated(bytes, type)).toBe(false);
  }
  expect(sniffPhotoType(Buffer.from('These are words, not a picture.'))).toBeUndefined();
  expect(storedSize(files['image/jpeg'], 'image/jpeg')).toEqual({ width: 64, height: 48 });
  const progressive = await image
    .clone()
    .jpeg({ progressive: true })
    .withMetadata({ orientation: 6 })
    .toBuffer();
  for (const [bytes, type] of [
    [files['image/jpeg'], 'image/jpeg'],
    [progressive, 'image/jpeg'],
    [files['image/png'], 'image/png'],
  ] as const) {
    expect(isTruncated(bytes, type)).toBe(false);
    fc.assert(
      fc.property(fc.integer({ min: 20, max: bytes.length - 13 }), (end) => {
        expect(isTruncated(bytes.subarray(0, end), type)).toBe(true);
      }),
    );
  }
});

test('two turns are one, and a canvas turns as the pixels are turned', () => {
  const all = [1, 2, 3, 4, 5, 6, 7, 8] as const;
  const size = { width: 3, height: 2 };
  const data = new Uint8Array([1, 2, 3, 4, 5, 6]);
  for (const first of all) {
    const once = turnUpright(size, data, 1, first);
    const [a, b, c, d, e, f] = turnMatrix(first, size.width, size.height);
    data.forEach((value, i) => {
      // Where the middle of each pixel comes to lie.
      const [x, y] = [(i % 3) + 0.5, Math.floor(i / 3) + 0.5];
      const [across, down] = [a * x + c * y + e - 0.5, b * x + d * y + f - 0.5];
      expect(once.data[down * once.width + across], `${first}: pixel ${i}`).toBe(value);
    });
    for (const next of all)
      expect(turnUpright(once, once.data, 1, next), `${first}, then ${next}`).toEqual(
        turnUpright(size, data, 1, compose(first, next)),
      );
  }
});
