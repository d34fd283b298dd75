import fc from 'fast-check';
import sharp from 'sharp';
import ssim from 'ssim.js';
import { describe, expect, test } from 'vitest';
import { runs } from '../chance/random-runs';
import { chained, inverse, mapped } from './affine';
import { toYCbCr } from './bt709';
import { convertRows, fillPlain } from './fill-plain';
import { convertVector, fillVector } from './fill-vector';
import { frameQuickly } from './frame-picture';
import { colourOf, type Pixels, type Rgba } from './pixels';
import { placementMap, placePhoto } from './placement';
import { mixedCase, randomCase, randomPixels, scaledRecipe } from './random-recipes';
import { halvings, recipeKey, type Recipe } from './recipe';
import { renderPicture } from './render-picture';
import { renderPlain } from './render-plain';
import { renderVector } from './render-vector';
import { fromLight, toLight } from './srgb';
import {
  changeAfter,
  changedLight,
  evenChange,
  FIELD_TERMS,
  fieldTerms,
  partOfChange,
  SAME,
  type LightChange,
} from './steps/light-change';
import { toI420 } from './to-i420';
import { zonePlate } from './zone-plate';

const seeds = fc.nat();
type Bytes = Uint8Array | Uint8ClampedArray;
const buffer = ({ buffer, byteOffset, length }: Bytes): Buffer => Buffer.from(buffer, byteOffset, length);
const same = (a: Bytes, b: Bytes): boolean => buffer(a).equals(buffer(b));

const raw = (data: Buffer, width: number, height: number): Pixels => ({ width, height, order: 'RGBA', data });
const asRgba = (data: Buffer, width: number, height: number): Rgba => ({
  width,
  height,
  data: new Uint8ClampedArray(data),
});

/** `npm run test:long` tries more. */
const RUNS = runs(80, 400);

describe('one picture, whichever way it is made', () => {
  test('plain and vector code give the same bytes, with steps, slants and all', () => {
    const vector = renderVector;
    expect(vector).toBeDefined();
    fc.assert(
      fc.property(seeds, (seed) => {
        const { source, recipe, size } = mixedCase(seed);
        const plain = renderPicture(source, recipe, size, renderPlain);
        expect(same(renderPicture(source, recipe, size, vector).data, plain.data)).toBe(true);
      }),
      { numRuns: RUNS },
    );
  });

  test('the quick way to a frame gives the bytes of the general one', () => {
    let quick = 0;
    fc.assert(
      fc.property(seeds, (seed) => {
        const { source, recipe, size } = randomCase(seed);
        const general = toI420(renderPicture(source, recipe, size, renderPlain), convertRows);
        for (const fill of [fillPlain, fillVector]) {
          const frame = frameQuickly(source, recipe, recipe.film, fill);
          if (frame) expect(same(frame.data, general.data)).toBe(true);
          if (frame) quick++;
        }
        if (convertVector)
          expect(same(toI420(renderPicture(source, recipe, size), convertVector).data, general.data)).toBe(
            true,
          );
      }),
      { numRuns: RUNS },
    );
    // All of them: what is opaque, without steps and placed by the framing goes the quick way.
    expect(quick).toBe(2 * RUNS);
  });

  test('what is shown at half the film’s size is the film’s picture made smaller, within 6 of 255 in the middle', async () => {
    const { width, height } = { width: 480, height: 270 };
    const source = { pixels: await photo(640, 480), orientation: 1 as const };
    const recipe = placed({ width: 640, height: 480 }, { width, height }, 'whole');
    const small = renderPicture(source, recipe, { width: width / 2, height: height / 2 });
    const reference = await sharp(renderPicture(source, recipe, { width, height }).data, {
      raw: { width, height, channels: 4 },
    })
      .resize(width / 2, height / 2, { kernel: 'cubic' })
      .raw()
      .toBuffer();
    const off = [...small.data]
      .map((value, i) => Math.abs(value - (reference[i] as number)))
      .sort((a, b) => a - b);
    expect(off[Math.floor(off.length * 0.99)]).toBeLessThanOrEqual(6);
  });
});

/** A photo of the demo film. */
async function photo(width: number, height: number): Promise<Pixels> {
  const data = await sharp('demo/photos/PICT0412.JPG').resize(width, height).ensureAlpha().raw().toBuffer();
  return raw(data, width, height);
}

const placed = (
  file: { width: number; height: number },
  film: { width: number; height: number },
  framing: 'whole' | 'fill',
): Recipe => ({
  ...scaledRecipe(file, film),
  geometry: placementMap(placePhoto(file, film, framing)),
});

describe('against sharp', () => {
  test.each(['lanczos3', 'cubic'] as const)('made smaller as by its %s kernel', async (kernel) => {
    for (const [width, height] of [
      [560, 420],
      [334, 250],
      [240, 180],
    ] as const) {
      for (const pixels of [zonePlate(800, 600, width), await photo(800, 600)]) {
        const size = { width, height };
        const own = renderPicture({ pixels, orientation: 1 }, scaledRecipe(pixels, size), size);
        const reference = await sharp(pixels.data, { raw: { width: 800, height: 600, channels: 4 } })
          .resize(width, height, { kernel, fit: 'fill', fastShrinkOnLoad: false })
          .raw()
          .toBuffer();
        const { mssim } = ssim(own, asRgba(reference, width, height));
        expect(mssim, `${width} × ${height}`).toBeGreaterThanOrEqual(0.99);
      }
    }
  });

  test('all eight orientations stand upright', async () => {
    const { width, height } = { width: 24, height: 16 };
    const pixels = randomPixels(width, height, 'RGBX', 3);
    for (const orientation of [1, 2, 3, 4, 5, 6, 7, 8] as const) {
      const tagged = await sharp(pixels.data, { raw: { width, height, channels: 4 } })
        .removeAlpha()
        .withMetadata({ orientation })
        .tiff({ compression: 'none' })
        .toBuffer();
      const { data, info } = await sharp(tagged)
        .autoOrient()
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const size = { width: info.width, height: info.height };
      const own = renderPicture({ pixels, orientation }, { ...scaledRecipe(size, size) }, size);
      expect(same(own.data, data), `orientation ${orientation}`).toBe(true);
    }
  });

  test('turned by seven degrees, as it does with its bicubic interpolation', async () => {
    const { width, height } = { width: 400, height: 300 };
    const pixels = await photo(width, height);
    const [cos, sin] = [Math.cos((7 * Math.PI) / 180), Math.sin((7 * Math.PI) / 180)];
    const turned = await sharp(pixels.data, { raw: { width, height, channels: 4 } })
      .affine([cos, -sin, sin, cos], { interpolator: 'bicubic', background: '#000000' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    // It maps the numbers of pixels, not their middles, and begins at the whole pixel left of all that is there.
    const left = Math.floor(-sin * height);
    const geometry = chained(chained([1, 0, 0, 1, -0.5, -0.5], [cos, sin, -sin, cos, 0, 0]), [
      1,
      0,
      0,
      1,
      0.5 - left,
      0.5,
    ]);
    const size = { width: turned.info.width, height: turned.info.height };
    const own = renderPicture({ pixels, orientation: 1 }, { ...scaledRecipe(pixels, size), geometry }, size);
    expect(ssim(own, asRgba(turned.data, size.width, size.height)).mssim).toBeGreaterThanOrEqual(0.99);
  });
});

test('a flat picture stays flat, whatever is done with its geometry', () => {
  fc.assert(
    fc.property(seeds, fc.boolean(), (seed, slants) => {
      const { source, recipe, size } = randomCase(seed, { slants, sizes: true });
      const pixels = {
        ...source.pixels,
        data: source.pixels.data.map((_, i) => [200, 90, 30, 0][i % 4] as number),
      };
      const flat = { ...recipe, background: source.pixels.order.startsWith('B') ? '#1e5ac8' : '#c85a1e' };
      const { data } = renderPicture({ ...source, pixels }, flat, size);
      const colour = [...colourOf(flat.background), 255];
      // Where the edge runs through a pixel, two roundings meet.
      expect(data.every((value, i) => Math.abs(value - (colour[i % 4] as number)) <= 1)).toBe(true);
    }),
  );
});

test('what is see-through shows the background, a colour or a picture of its own, and takes no light of the photo’s', () => {
  const size = { width: 16, height: 8 };
  const clear = new Uint8Array(16 * 8 * 4).map((_, i) => (i % 4 === 3 ? 0 : 255));
  const over: Recipe = {
    ...scaledRecipe(size, size),
    background: '#c82828',
    photoSteps: [{ step: 'light', value: evenChange(2) }],
  };
  const source = { pixels: { ...size, order: 'RGBA' as const, data: clear }, orientation: 1 as const };
  expect([...renderPicture(source, over, size).data.subarray(0, 4)]).toEqual([200, 40, 40, 255]);
  const behind = { pixels: randomPixels(16, 8, 'RGBX', 7), orientation: 1 as const };
  const plain = scaledRecipe(size, size) as Recipe & { background: string };
  const own = renderPicture({ ...source, background: behind }, { ...over, background: plain }, size);
  expect(same(own.data, renderPicture(behind, plain, size).data)).toBe(true);
  expect(() => renderPicture(source, { ...over, background: plain }, size)).toThrow(RangeError);
});

test('light in stops doubles the light, by the curve of IEC 61966-2-1, to half a step of 8 bits', () => {
  const size = { width: 256, height: 1 };
  const data = Uint8Array.from({ length: 1024 }, (_, i) => (i % 4 === 3 ? 255 : i >> 2));
  const source = { pixels: { ...size, order: 'RGBX' as const, data }, orientation: 1 as const };
  for (const stops of [-4, -1, -0.35, 0.5, 1, 4]) {
    const recipe: Recipe = {
      ...scaledRecipe(size, size),
      photoSteps: [{ step: 'light', value: evenChange(stops) }],
    };
    const lit = renderPicture(source, recipe, size).data;
    for (let value = 0; value < 256; value++) {
      const wanted = Math.min(1, toLight(value / 255) * 2 ** stops);
      const coded = wanted <= 0.0031308 ? wanted * 12.92 : 1.055 * wanted ** (1 / 2.4) - 0.055;
      expect(Math.abs((lit[value * 4] as number) - coded * 255), `${value} by ${stops}`).toBeLessThanOrEqual(
        0.54,
      );
    }
  }
});

test('gains, curves and fields of light, each channel its own, come out as reckoned in light, to half a step of 8 bits', () => {
  const size = { width: 256, height: 2 };
  const data = Uint8Array.from({ length: 2048 }, (_, i) => (i % 4 === 3 ? 255 : (i >> 2) & 255));
  const source = { pixels: { ...size, order: 'RGBX' as const, data }, orientation: 1 as const };
  // Rising from left to right by a stop, from the top by half of one.
  const field = [0.5, 0.25, ...Array.from({ length: FIELD_TERMS - 2 }, () => 0)];
  const curve: LightChange = [
    { stops: 0.5, power: 1.2, field: [] },
    { stops: -0.4, power: 0.8, field: [] },
    { stops: 0, power: 1, field: [] },
  ];
  const gains: LightChange = [1, -1, 0.3].map((stops) => ({ ...SAME, stops })) as unknown as LightChange;
  const changes: readonly LightChange[] = [
    gains,
    curve,
    [{ ...curve[0], field }, curve[1], { ...SAME, field: [0.5] }],
  ];
  for (const value of changes) {
    const recipe: Recipe = { ...scaledRecipe(size, size), photoSteps: [{ step: 'light', value }] };
    const lit = renderPicture(source, recipe, size).data;
    for (let i = 0; i < 512; i++) {
      const [x, y] = [i % 256, i >> 8];
      const before = toLight(x / 255);
      const terms = fieldTerms((x + 0.5) / 256, (y + 0.5) / 2);
      const wanted = changedLight(value, [before, before, before], terms);
      wanted.forEach((each, c) => {
        const coded = Math.min(255, fromLight(each) * 255);
        expect(Math.abs((lit[i * 4 + c] as number) - coded), `${i} ${c}`).toBeLessThanOrEqual(0.55);
      });
    }
  }
});

test('two changes of light one after the other are one, and half of one twice is all of it', () => {
  const channel = fc.record({
    stops: fc.double({ min: -2, max: 2, noNaN: true }),
    power: fc.double({ min: 0.6, max: 1.5, noNaN: true }),
    field: fc.array(fc.double({ min: -0.3, max: 0.3, noNaN: true }), { maxLength: FIELD_TERMS }),
  });
  const change = fc.tuple(channel, channel, channel);
  const part = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(change, change, part, part, (first, second, x, light) => {
      const terms = fieldTerms(x, 1 - x);
      const grey = [light, light / 2, 1] as const;
      const one = changedLight(changeAfter(first, second), grey, terms);
      const two = changedLight(second, changedLight(first, grey, terms), terms);
      one.forEach((each, c) => expect(each).toBeCloseTo(two[c] as number, 9));
      const gains = first.map((each) => ({ ...each, power: 1 })) as unknown as LightChange;
      const half = partOfChange(gains, 0.5);
      const twice = changedLight(half, changedLight(half, grey, terms), terms);
      changedLight(gains, grey, terms).forEach((each, c) => expect(each).toBeCloseTo(twice[c] as number, 9));
    }),
  );
});

test('what one step overdoes the next takes back: there are more than 8 bits between them', () => {
  const size = { width: 256, height: 1 };
  const data = Uint8Array.from({ length: 1024 }, (_, i) => (i % 4 === 3 ? 255 : i >> 2));
  const source = { pixels: { ...size, order: 'RGBX' as const, data }, orientation: 1 as const };
  const photoSteps = [
    { step: 'light', value: evenChange(2) },
    { step: 'light', value: evenChange(-2) },
  ] as const;
  const { data: back } = renderPicture(source, { ...scaledRecipe(size, size), photoSteps }, size);
  expect([...back].every((value, i) => i % 4 === 3 || value === i >> 2)).toBe(true);
});

test('a halved decode is asked for where it still has a pixel for each one', () => {
  const hd = { width: 1920, height: 1080 };
  const times = (width: number, height: number): number =>
    halvings(placed({ width, height }, hd, 'whole'), hd);
  expect([times(4000, 3000), times(8000, 6000), times(1600, 1200), times(2880, 2160)]).toEqual([1, 2, 0, 1]);
  expect(halvings(placed({ width: 4000, height: 3000 }, hd, 'fill'), { width: 960, height: 540 })).toBe(2);
});

test('the key of a recipe tells what changes a pixel, and nothing else', () => {
  const { recipe } = randomCase(5, { steps: true });
  const copy = structuredClone(recipe);
  expect(recipeKey(copy)).toBe(recipeKey(recipe));
  expect(recipeKey({ ...recipe, background: '#1E5AC8' })).toBe(recipeKey(recipe));
  const others: readonly Recipe[] = [
    { ...recipe, photoSteps: [] },
    { ...recipe, filmSteps: [{ step: 'light', value: evenChange(1) }] },
    { ...recipe, background: '#000000' },
    { ...recipe, background: scaledRecipe(recipe.film, recipe.film) as never },
    { ...recipe, film: { ...recipe.film, width: recipe.film.width + 2 } },
    { ...recipe, geometry: chained(recipe.geometry, [1, 0, 0, 1, 1, 0]) },
    { ...recipe, file: { ...recipe.file, hash: 'f'.repeat(64) } },
  ];
  const keys = new Set([recipe, ...others].map(recipeKey));
  expect(keys.size).toBe(others.length + 1);
});

test('a map and its inverse cancel out', () => {
  const { recipe } = randomCase(11, { slants: true });
  const [x, y] = mapped(chained(recipe.geometry, inverse(recipe.geometry)), 3, 5);
  expect([x, y]).toEqual([expect.closeTo(3, 9), expect.closeTo(5, 9)]);
});

test('a background that is left over has the film’s colour in I420', () => {
  const recipe = {
    ...placed({ width: 4, height: 4 }, { width: 16, height: 4 }, 'whole'),
    background: '#c82828',
  };
  const source = { pixels: randomPixels(4, 4, 'RGBX', 1), orientation: 1 as const };
  const { data } = toI420(renderPicture(source, recipe, recipe.film));
  const [y, u, v] = toYCbCr([200, 40, 40]);
  expect([data[0], data[64], data[80]]).toEqual([y, u, v]);
});
