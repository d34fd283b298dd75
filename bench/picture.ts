/**
 * `npm run bench:picture`: what one picture costs, by its recipe, from decoded pixels: as it is, with light on it, turned by a
 * degree; plain and vector code; against sharp, which resizes the same pixels on one thread. And what a print costs with
 * light on all photos against one without, through the real interface; the middle of three rounds, turn about. And the memory
 * that a picture of 24 megapixels takes.
 */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { chained } from '../src/core/picture/affine';
import { framePicture } from '../src/core/picture/frame-picture';
import { randomPixels, scaledRecipe } from '../src/core/picture/random-recipes';
import { evenChange } from '../src/core/picture/steps/light-change';
import type { Recipe } from '../src/core/picture/recipe';
import { renderPicture } from '../src/core/picture/render-picture';
import { renderPlain } from '../src/core/picture/render-plain';
import { launch } from '../e2e/browser';
import { serveBuilt } from '../scripts/serve-built';
import { bringIn } from './bring-in';
import { largePhotos } from './photos';

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN;

/** Milliseconds that something takes: the middle of several times, after one that does not count. */
async function costs(act: () => unknown, times = 9): Promise<number> {
  await act();
  const each: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    await act();
    each.push(performance.now() - start);
  }
  return middle(each);
}

async function pictureCosts(): Promise<void> {
  sharp.concurrency(1);
  console.log('| picture | vector, ms | plain, ms | sharp, ms | vector against sharp |');
  console.log('| --- | ---: | ---: | ---: | ---: |');
  for (const [width, height, across, down] of [
    [960, 720, 960, 720],
    [2000, 1500, 1920, 1440],
  ] as const) {
    const pixels = randomPixels(width, height, 'RGBX', 1);
    const source = { pixels, orientation: 1 as const };
    const size = { width: across, height: down };
    const plain: Recipe = scaledRecipe(pixels, size);
    const lit: Recipe = { ...plain, photoSteps: [{ step: 'light', value: evenChange(0.7) }] };
    const degree = Math.PI / 180;
    const turn = [Math.cos(degree), Math.sin(degree), -Math.sin(degree), Math.cos(degree), 0, 0] as const;
    const turned: Recipe = { ...lit, geometry: chained(lit.geometry, turn) };
    const reference = await costs(() =>
      sharp(pixels.data, { raw: { width, height, channels: 4 } })
        .resize(across, down, { kernel: 'cubic' })
        .raw()
        .toBuffer(),
    );
    const row = async (name: string, recipe: Recipe): Promise<void> => {
      const vector = await costs(() => renderPicture(source, recipe, size));
      const slow = await costs(() => renderPicture(source, recipe, size, renderPlain), 3);
      const cells = [vector, slow, reference].map((each) => each.toFixed(1));
      console.log(
        `| ${across} wide, ${name} | ${cells.join(' | ')} | ${(reference / vector).toFixed(2)} times as fast |`,
      );
    };
    await row('as it is', plain);
    await row('with light', lit);
    await row('with light, turned by a degree', turned);
    const frame = await costs(() => framePicture(source, plain));
    console.log(`| ${across} wide, as it is, to I420 in one pass | ${frame.toFixed(1)} | | | |`);
  }
}

/** The most memory that this process has had, in megabytes. */
const mostMemory = (): number => process.resourceUsage().maxRSS / 1024;

/** What a picture of 24 megapixels takes beside its source and its result, at most; before anything larger was made. */
function memoryCosts(): void {
  const [width, height] = [6000, 4000];
  const pixels = randomPixels(width, height, 'RGBX', 1);
  const source = { pixels, orientation: 1 as const };
  const size = { width, height };
  const degree = Math.PI / 180;
  const turn = [Math.cos(degree), Math.sin(degree), -Math.sin(degree), Math.cos(degree), 0, 0] as const;
  const plain = scaledRecipe(pixels, size);
  const lit: Recipe = { ...plain, photoSteps: [{ step: 'light', value: evenChange(0.7) }] };
  const result = (width * height * 4) / 2 ** 20;
  for (const [name, recipe] of [
    ['with light', lit],
    ['with light, turned by a degree', { ...lit, geometry: chained(lit.geometry, turn) }],
  ] as const) {
    const before = mostMemory();
    renderPicture(source, recipe, size);
    const more = mostMemory() - before;
    console.log(
      `24 megapixels to 24 megapixels, ${name}: ${more.toFixed(0)} MB more, of which ${result.toFixed(0)} the result`,
    );
  }
}

/** Prints the open film and gives the seconds that it says. */
async function printSeconds(page: Page): Promise<number> {
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  const made = page.getByText(/made in/);
  const before = await made.count();
  await page.getByRole('button', { name: 'Print the film' }).click();
  await made.nth(before).waitFor({ timeout: 300_000 });
  return Number(/made in ([\d.]+) s/.exec((await made.first().textContent()) ?? '')?.[1]);
}

async function light(page: Page, stops: string): Promise<void> {
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await page.getByRole('option', { name: /^PICT/ }).first().click();
  await page.keyboard.press('Control+a');
  await page.getByLabel('Light, in stops').fill(stops);
  await page.getByLabel('Light, in stops').press('Enter');
}

async function printCosts(): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'kermis-bench-'));
  const server = await serveBuilt();
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${server.base}/films`);
    await page.getByRole('button', { name: 'New film' }).click();
    await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
    await bringIn(page, await largePhotos(folder, 48));
    await page.getByRole('button', { name: /^Add \d/ }).click();
    const rounds: { readonly plain: number; readonly lit: number }[] = [];
    for (let i = 0; i < 3; i++) {
      await light(page, '0');
      const plain = await printSeconds(page);
      await light(page, '0.5');
      rounds.push({ plain, lit: await printSeconds(page) });
      console.log(JSON.stringify(rounds.at(-1)));
    }
    const ratio = middle(rounds.map(({ plain, lit }) => lit / plain));
    console.log(
      `print of 48 photos of 12 megapixels with light on all: ${ratio.toFixed(2)} times as long as without`,
    );
  } finally {
    await browser.close();
    server.stop();
    await rm(folder, { recursive: true, force: true });
  }
}

memoryCosts();
await pictureCosts();
await printCosts();
