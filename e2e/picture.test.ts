import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { mixedCase, randomPixels } from '../src/core/picture/random-recipes';
import { renderPicture } from '../src/core/picture/render-picture';
import { toI420 } from '../src/core/picture/to-i420';
import { toLight } from '../src/core/picture/srgb';
import { bytesOf, isKept, launch, useBrowser } from './browser';
import { openFilmOf } from './film-file';
import { IS_LONG } from './extent';
import { undoWords } from './mending';
import { jpeg, type Colour } from './photos';
import { rawFilm, rawPrint, type RawPrint } from './raw-print';
import { colourAt, distance, PrintedFile, printFilm } from './video';

const { visit } = useBrowser();

const CASES = IS_LONG ? 240 : 30;

/** What the browser runs: the same cases through the same core, as a page of its own would have it. */
const IN_THE_BROWSER = `
  import { sha256 } from '@noble/hashes/sha2.js';
  import { bytesToHex } from '@noble/hashes/utils.js';
  import { mixedCase } from './src/core/picture/random-recipes';
  import { renderPicture } from './src/core/picture/render-picture';
  import { toI420 } from './src/core/picture/to-i420';
  globalThis.digests = (count) => Array.from({ length: count }, (_, n) => {
    const { source, recipe, size } = mixedCase(n);
    const picture = renderPicture(source, recipe, size);
    const even = picture.width % 2 === 0 && picture.height % 2 === 0;
    return bytesToHex(sha256(even ? toI420(picture).data : new Uint8Array(picture.data.buffer)));
  });`;

test('a browser makes the pictures that Node makes, byte for byte', async () => {
  const bundle = await build({
    stdin: { contents: IN_THE_BROWSER, resolveDir: process.cwd() },
    bundle: true,
    write: false,
    format: 'iife',
  });
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
    const theirs = await page.evaluate<string[]>(`digests(${CASES})`);
    const own = Array.from({ length: CASES }, (_, n) => {
      const { source, recipe, size } = mixedCase(n);
      const picture = renderPicture(source, recipe, size);
      const even = picture.width % 2 === 0 && picture.height % 2 === 0;
      return bytesToHex(sha256(even ? toI420(picture).data : new Uint8Array(picture.data.buffer)));
    });
    expect(theirs).toEqual(own);
    expect(new Set(own).size).toBeGreaterThan(CASES * 0.98);
  } finally {
    await browser.close();
  }
});

test('a film printed in Node through the loop of all prints has the frames of the browser’s, and its sound', async () => {
  const pngs = await Promise.all(
    [11, 12, 13].map((seed) => {
      const { data } = randomPixels(96, 64, 'RGBX', seed);
      return sharp(data, { raw: { width: 96, height: 64, channels: 4 } })
        .removeAlpha()
        .png()
        .toBuffer();
    }),
  );
  const files = new Map(
    pngs.map((png) => [createHash('sha256').update(png).digest('hex'), new Uint8Array(png)]),
  );
  const film = rawFilm([...files.keys()]);
  const own = await rawPrint(film, files, async (bytes, { orientation }) => {
    const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    return { pixels: { width: info.width, height: info.height, order: 'RGBA', data }, orientation };
  });
  const bundle = await build({
    stdin: {
      contents: `
        import { rawPrint } from './e2e/raw-print';
        import { decodePicture } from './src/engine/browser/decode/decode-picture';
        globalThis.printRaw = (film, files) =>
          rawPrint(film, new Map(files.map(([hash, bytes]) => [hash, Uint8Array.from(bytes)])), decodePicture);`,
      resolveDir: process.cwd(),
    },
    bundle: true,
    write: false,
    format: 'iife',
    external: ['heic-to', 'libraw-wasm', 'lcms-wasm', 'utif2'],
    logLevel: 'silent',
  });
  const { page } = await visit({ bypassCSP: true });
  await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
  const given = JSON.stringify([film, [...files].map(([hash, bytes]) => [hash, [...bytes]])]);
  const theirs = await page.evaluate<RawPrint>(`printRaw(...${given})`);
  expect(own.frames).toHaveLength(12);
  expect(new Set(own.frames).size).toBe(3);
  expect(theirs.frames).toEqual(own.frames);
  expect([own.length, theirs.length]).toEqual([24_000, 24_000]);
  expect(Math.max(...own.samples)).toBeGreaterThan(0.1);
  own.samples.forEach((sample, i) => expect(theirs.samples[i]).toBeCloseTo(sample, 6));
});

/** A colour with so many stops more light, by the curve of IEC 61966-2-1. */
const lit = (colour: Colour, stops: number): Colour =>
  colour.map((value) => {
    const light = Math.min(1, toLight(value / 255) * 2 ** stops);
    return Math.round(255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055));
  }) as unknown as Colour;

test('light that is typed for photos is seen on the picture, the tickets, the PNG and the print, and undone', async () => {
  const { page, complaints } = await visit();
  const grey: Colour = [110, 90, 60];
  await openFilmOf(page, await Promise.all([1, 2].map((n) => jpeg(`PICT${n}.JPG`, grey))));
  const middleOf = (selector: string, x = 0.5, y = 0.5): Promise<Colour> =>
    page.locator(selector).evaluate(
      (canvas, [across, down]) => {
        const { width, height } = canvas as HTMLCanvasElement;
        const context = (canvas as HTMLCanvasElement).getContext('2d');
        const { data } = context?.getImageData(width * across, height * down, 1, 1) ?? { data: [] };
        return [...data].slice(0, 3) as unknown as Colour;
      },
      [x, y] as const,
    );
  const picture = '[data-testid=picture]';
  const onTicket = (): Promise<Colour> => middleOf('[data-testid=tickets]', 0.02, 0.3);
  await expect.poll(async () => distance(await middleOf(picture), grey)).toBeLessThanOrEqual(3);
  await expect.poll(async () => distance(await onTicket(), grey)).toBeLessThanOrEqual(4);

  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await page
    .getByRole('option', { name: /PICT1\.JPG/ })
    .first()
    .click();
  const field = page.getByLabel('Brightness, in stops');
  await field.fill('9');
  await field.press('Enter');
  await expect
    .poll(() => page.getByRole('alert').textContent())
    .toContain('Brightness can be from −4 to +4 stops, not 9.');
  // Of much that is pasted the sentence names the beginning.
  await field.fill('light '.repeat(150).trim());
  await field.press('Enter');
  await expect
    .poll(() => page.getByRole('alert').textContent())
    .toMatch(/^“(light ){10}…” is not a number of stops\. .*Still 0\.$/);
  await field.fill('+1');
  await field.press('Enter');
  const brighter = lit(grey, 1);
  await isKept(page);
  await expect.poll(async () => distance(await onTicket(), brighter)).toBeLessThanOrEqual(4);

  await page.getByLabel('Save as').selectOption({ label: 'PNG as in the film, 320 × 240' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'As a ZIP file' }).click(),
  ]);
  const [png] = Object.values(unzipSync(await bytesOf(download)));
  const { channels } = await sharp(png).stats();
  const written = channels.slice(0, 3).map(({ mean }) => Math.round(mean)) as unknown as Colour;
  expect(distance(written, brighter)).toBeLessThanOrEqual(2);
  await expect.poll(() => undoWords(page)).toContain('1 photo saved out');
  await isKept(page);

  // It is there again after a reload, and the second photo is as it was.
  await page.reload();
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await expect.poll(async () => distance(await middleOf(picture), brighter)).toBeLessThanOrEqual(3);
  const { bytes } = await printFilm(page, 'MP4', 'lit');
  const print = await PrintedFile.of(bytes);
  try {
    const frames = await print.frames(320, 240);
    const seen = frames.map((frame) => colourAt(frame, 320, 160, 120));
    expect(seen).toHaveLength(4);
    expect(distance(seen[0] as Colour, brighter)).toBeLessThanOrEqual(3);
    expect(distance(seen[3] as Colour, grey)).toBeLessThanOrEqual(3);
  } finally {
    await print.close();
  }

  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await page.getByText('Brightness of 1 photo set to +1').waitFor();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => distance(await middleOf(picture), grey)).toBeLessThanOrEqual(3);
  expect(complaints).toEqual([]);
});
