import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, test } from 'vitest';
import { scaling } from '../../picture/affine';
import { evenBacking, type LightColour } from '../../picture/key/even-backing';
import type { KeyCut } from '../../picture/key/key-cut';
import type { Pixels } from '../../picture/pixels';
import { scaledRecipe } from '../../picture/random-recipes';
import { renderPicture } from '../../picture/render-picture';
import { fromLight, toLight } from '../../picture/srgb';
import { lightOf } from '../light-picture';
import { enclosedPixels } from './enclosed-pixels';
import { findBacking } from './find-backing';
import { lightOfBehind } from './light-of-behind';
import { matteOfPixels } from './matte-of-pixels';
import { keyedScene, type KeyedScene } from './random-keyed';

const SIZE = { width: 1200, height: 900 };
const PARTS = scaling(1 / SIZE.width, 1 / SIZE.height);
const FAULTS = { hair: true, spill: 0.12, uneven: 0.25, grain: 1.8 };
const CARDS: Readonly<Record<'green' | 'blue', LightColour>> = {
  green: [0.05, 0.38, 0.09],
  blue: [0.03, 0.09, 0.42],
};

const folder = mkdtempSync(join(tmpdir(), 'kermis-key-'));
afterAll(() => rmSync(folder, { recursive: true }));

const PLAIN: Omit<KeyCut, 'way' | 'backing'> = {
  ...{ width: 0.05, softness: 1, edge: 0, spill: 1, reach: 0.015 },
  ...{ holes: 0.004, specks: 0.004, shadows: 0, outlines: [] },
};

/** A photo as a camera keeps it, with halved colour. */
async function asJpeg({ pixels }: KeyedScene): Promise<{ readonly pixels: Pixels; readonly file: string }> {
  const { width, height } = pixels;
  const file = join(folder, 'photo.jpg');
  const jpeg = await sharp(pixels.data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 92 })
    .toBuffer();
  writeFileSync(file, jpeg);
  const data = new Uint8Array(await sharp(jpeg).ensureAlpha().raw().toBuffer());
  return { pixels: { width, height, order: 'RGBX', data }, file };
}

/** Mean errors of a matte in per cent: over the picture, in the band of the edge, where all is the subject, where nothing is. */
function errors(scene: KeyedScene, matte: Uint8Array): Record<'all' | 'band' | 'inside' | 'outside', number> {
  const sums = { all: [0, 0], band: [0, 0], inside: [0, 0], outside: [0, 0] };
  scene.matte.forEach((truth, i) => {
    const off = Math.abs(truth - (matte[i] as number) / 255);
    const where = truth <= 0.005 ? 'outside' : truth >= 0.995 ? 'inside' : 'band';
    for (const each of ['all', where] as const) {
      sums[each][0] = (sums[each][0] as number) + off;
      sums[each][1] = (sums[each][1] as number) + 1;
    }
  });
  const mean = ([sum = 0, count = 1]: number[]): number => (100 * sum) / count;
  return {
    ...{ all: mean(sums.all), band: mean(sums.band) },
    ...{ inside: mean(sums.inside), outside: mean(sums.outside) },
  };
}

function cutOf(pixels: Pixels, picked: LightColour): KeyCut {
  const found = findBacking(lightOf(pixels), PARTS, [picked]);
  if (!found.ok) throw new Error(found.problem);
  const { way, backing, spread } = found.value;
  return { ...PLAIN, way, backing, width: Math.max(0.03, 2.5 * spread) };
}

describe('a matte, against pictures that were composed in light with a known one: hair, spill, uneven light, grain, JPEG', () => {
  test.each(['green', 'blue'] as const)(
    'before a %s card, and far nearer than ffmpeg’s chromakey',
    async (card) => {
      const scene = keyedScene(SIZE, CARDS[card], FAULTS, 7);
      const { pixels, file } = await asJpeg(scene);
      const own = errors(scene, matteOfPixels(pixels, PARTS, cutOf(pixels, CARDS[card])).alpha);
      expect(own.all).toBeLessThan(0.75);
      expect(own.inside).toBeLessThan(0.3);
      expect(own.outside).toBeLessThan(0.3);
      // The aim is 6; with colour at half the size, as cameras keep it, the band is a little further off.
      expect(own.band).toBeLessThan(7.2);
      const hex = `0x${CARDS[card]
        .map((each) =>
          Math.round(255 * fromLight(each))
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`;
      const theirs = [0.08, 0.12].flatMap((similarity) =>
        [0.02, 0.05].map((blend) => {
          const filter = `format=yuva444p,chromakey=${hex}:${similarity}:${blend},alphaextract,format=gray`;
          const out = join(folder, 'matte.raw');
          execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', file, '-vf', filter, '-f', 'rawvideo', out]);
          return errors(scene, new Uint8Array(readFileSync(out)));
        }),
      );
      expect(Math.min(...theirs.map(({ all }) => all))).toBeGreaterThan(2 * own.all);
      expect(Math.min(...theirs.map(({ band }) => band))).toBeGreaterThan(2 * own.band);
    },
  );

  test('before a black card, and a dark figure before green, though less nearly', () => {
    const black = keyedScene(SIZE, [0.004, 0.004, 0.004], { hair: true, grain: 1 }, 7);
    const found = errors(black, matteOfPixels(black.pixels, PARTS, cutOf(black.pixels, black.backing)).alpha);
    expect(found.all).toBeLessThan(4);
    expect(found.outside).toBeLessThan(0.3);
    // Its clothes and hair are nearly as bright as the card in red and blue: brightness settles nothing there.
    const dark = keyedScene(SIZE, CARDS.green, { ...FAULTS, dark: true }, 7);
    const { all, inside, outside } = errors(
      dark,
      matteOfPixels(dark.pixels, PARTS, cutOf(dark.pixels, CARDS.green)).alpha,
    );
    expect(all).toBeLessThan(0.75);
    expect(inside).toBeLessThan(0.3);
    expect(outside).toBeLessThan(0.3);
  });

  test('of another colour, and with nothing in it but a soft edge', () => {
    for (const card of [[0.05, 0.38, 0.4], CARDS.green] as const) {
      const scene = keyedScene(SIZE, card, { uneven: 0.2 }, 3);
      const { all, band } = errors(
        scene,
        matteOfPixels(scene.pixels, PARTS, cutOf(scene.pixels, card)).alpha,
      );
      expect(all).toBeLessThan(0.1);
      expect(band).toBeLessThan(8);
    }
  });
});

const film = { width: 600, height: 450 };
const recipeOf = (key: KeyCut, background = '#204080') => ({
  ...{ ...scaledRecipe(SIZE, film), background },
  key,
});

test('the subject’s own colours stay within 2 of 255 away from its edge, and nothing of the card is left outside', () => {
  const scene = keyedScene(SIZE, CARDS.green, { uneven: 0.25 }, 11);
  const made = renderPicture(
    { pixels: scene.pixels, orientation: 1 },
    recipeOf(cutOf(scene.pixels, CARDS.green)),
    film,
  );
  const plain = renderPicture({ pixels: scene.pixels, orientation: 1 }, scaledRecipe(SIZE, film), film);
  let [inside, outside, furthest, left] = [0, 0, 0, 0];
  for (let y = 20; y < film.height - 20; y++)
    for (let x = 20; x < film.width - 20; x++) {
      const truth = (dx: number, dy: number): number =>
        scene.matte[(2 * y + 1 + dy) * SIZE.width + 2 * x + 1 + dx] as number;
      const around = [truth(0, 0), truth(-16, 0), truth(16, 0), truth(0, -16), truth(0, 16)];
      const at = (y * film.width + x) * 4;
      const [own, other] = [made.data.subarray(at, at + 3), plain.data.subarray(at, at + 3)];
      if (around.every((each) => each > 0.999) && ++inside)
        own.forEach((each, c) => (furthest = Math.max(furthest, Math.abs(each - (other[c] as number)))));
      else if (around.every((each) => each === 0) && ++outside && own.join() !== '32,64,128') left++;
    }
  expect(furthest).toBeLessThanOrEqual(2);
  expect(left).toBe(0);
  expect(inside).toBeGreaterThan(10_000);
  expect(outside).toBeGreaterThan(100_000);
});

/** A grey square that covers half of a column of pixels, on a green card, composed in light. */
function halfEdge(): Pixels {
  const [width, height] = [120, 90];
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const part = y < 20 || y >= 70 || x < 30 || x > 80 ? 0 : x === 30 || x === 80 ? 0.5 : 1;
      CARDS.green.forEach(
        (each, c) =>
          (data[(y * width + x) * 4 + c] = Math.round(255 * fromLight(part * 0.5 + (1 - part) * each))),
      );
    }
  return { width, height, order: 'RGBX', data };
}

describe('what is set of a key', () => {
  const pixels = halfEdge();
  const size = { width: 120, height: 90 };
  const parts = scaling(1 / 120, 1 / 90);
  const cut: KeyCut = { ...PLAIN, ...evenBacking([CARDS.green]), width: 0.02, holes: 0, specks: 0 };
  const row = (key: KeyCut): readonly number[] => [
    ...matteOfPixels(pixels, parts, key).alpha.subarray(45 * 120, 46 * 120),
  ];

  test('an edge that half a pixel covers is mixed with what is behind as light is', () => {
    expect(row(cut)[30]).toBeGreaterThan(118);
    expect(row(cut)[30]).toBeLessThan(143);
    const made = renderPicture(
      { pixels, orientation: 1 },
      { ...scaledRecipe(size, size), key: cut, background: '#000000' },
      size,
    );
    const at = (45 * 120 + 30) * 4;
    const wanted = 255 * fromLight(0.5 * 0.5);
    for (let c = 0; c < 3; c++) expect(Math.abs((made.data[at + c] as number) - wanted)).toBeLessThan(6);
  });

  test('the edge goes out and in by parts of a pixel; softness cuts it hard', () => {
    const covered = (key: KeyCut): number => row(key).reduce((sum, each) => sum + each / 255, 0);
    expect(covered({ ...cut, edge: 0.5 }) - covered(cut)).toBeCloseTo(1, 1);
    expect(covered({ ...cut, edge: -2.25 }) - covered(cut)).toBeCloseTo(-4.5, 1);
    expect(new Set(row({ ...cut, softness: 0, width: 0.4 })).size).toBe(2);
  });

  test('parts that always stay or go; holes are filled as far as they are set', () => {
    const around = [0.1, 0.3, 1, 0.2, 0.3, 1, 0.2, 0.7, 1, 0.1, 0.7, 1];
    const outline = { shape: 'fill', points: around, size: 0.001, softness: 0, stays: true } as const;
    expect(row({ ...cut, outlines: [outline] })[18]).toBe(255);
    const inner = { ...outline, points: around.map((each, i) => (i % 3 ? each : each + 0.3)), stays: false };
    const holed = { ...cut, outlines: [inner] };
    expect(row(holed)[54]).toBe(0);
    // A piece of the card in the middle of the square.
    const data = pixels.data.slice();
    for (let y = 40; y < 46; y++)
      for (let x = 50; x < 56; x++) data.set(pixels.data.subarray(0, 4), (y * 120 + x) * 4);
    const pierced: Pixels = { ...pixels, data };
    const at = 43 * 120 + 53;
    expect(matteOfPixels(pierced, parts, cut).alpha[at]).toBe(0);
    expect(enclosedPixels(matteOfPixels(pierced, parts, cut), size)).toBe(36);
    expect(matteOfPixels(pierced, parts, { ...cut, holes: 0.03 }).alpha[at]).toBe(0);
    expect(matteOfPixels(pierced, parts, { ...cut, holes: 0.08 }).alpha[at]).toBe(255);
  });

  test('a shadow on the card stays as one where it is asked for, and goes where the key is wide', () => {
    const data = pixels.data.slice();
    for (let y = 75; y < 85; y++)
      for (let x = 10; x < 110; x++)
        CARDS.green.forEach(
          (each, c) => (data[(y * 120 + x) * 4 + c] = Math.round(255 * fromLight(0.6 * each))),
        );
    const seen = (key: KeyCut): readonly number[] => {
      const recipe = { ...scaledRecipe(size, size), key, background: '#ffffff' };
      const made = renderPicture({ pixels: { ...pixels, data }, orientation: 1 }, recipe, size);
      return [...made.data.subarray((80 * 120 + 60) * 4, (80 * 120 + 60) * 4 + 3)];
    };
    expect(seen({ ...cut, width: 0.5 })).toEqual([255, 255, 255]);
    const shaded = seen({ ...cut, width: 0.5, shadows: 1 });
    for (const each of shaded) expect(Math.abs(each - 255 * fromLight(0.6))).toBeLessThan(8);
    expect(Math.max(...shaded) - Math.min(...shaded)).toBeLessThan(3);
  });

  test('what cannot be done is said: a colour that is hardly seen, a picture without a subject; light is brought to the subject’s', () => {
    const light = lightOf(pixels);
    expect(findBacking(light, parts, [[0.5, 0.02, 0.02]])).toEqual({
      ok: false,
      problem: 'The picked colour is hardly seen in it.',
    });
    expect(evenBacking([[0.7, 0.72, 0.69]]).way).toBe('distance');
    const card: Pixels = { ...pixels, data: pixels.data.map((_, i) => pixels.data[i % 4] as number) };
    expect(lightOfBehind(card, parts, cut, { own: card, behind: pixels }).ok).toBe(false);
    // A grey picture two stops darker than the square.
    const grey = Math.round(255 * fromLight(0.125));
    const behind: Pixels = { ...pixels, data: pixels.data.map(() => grey) };
    const stopsFor = (own: Pixels): readonly number[] | false => {
      const found = lightOfBehind(pixels, parts, cut, { own, behind });
      return found.ok && found.value.map(({ stops }) => Math.round(stops * 10) / 10);
    };
    expect(stopsFor(pixels)).toEqual([2, 2, 2]);
    // The photo's own mends make it a stop darker: what is behind is brought to that.
    const darker = pixels.data.map((each) => Math.round(255 * fromLight(toLight(each / 255) / 2)));
    expect(stopsFor({ ...pixels, data: darker })).toEqual([1, 1, 1]);
  });
});
