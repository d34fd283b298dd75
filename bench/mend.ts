/**
 * `npm run bench:mend`: the light of 100 photos of 12 megapixels matched and their places found, beside sharp reading the same photos as small; how soon the
 * big picture follows a slider that is dragged; playing what was mended; and a print of it beside one without.
 * `npm run bench:mend 0.2` takes a fifth of the photos.
 */
import { readdir, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { printFilm } from '../e2e/video';
import { spread } from './frames';
import { layOutOnOnes } from './lay-out-on-ones';
import { frameAndColour, moveAll } from './mend-all';
import { withPage } from './with-page';

const PHOTOS = Math.round(100 * Number(process.argv[2] ?? 1));
/** The second scene of the demo film: one set, in front of which a horse moves. */
const SET = { from: 40, photos: 38 };

/** Photos of 12 megapixels of one set, brighter and darker by up to a third, and some warmer. */
async function flickering(folder: string): Promise<string[]> {
  const names = (await readdir('demo/photos')).sort().slice(SET.from, SET.from + SET.photos);
  const paths: string[] = [];
  for (let i = 0; i < PHOTOS; i++) {
    const gain = 1 + 0.3 * Math.sin(i * 2.4);
    const warmth = 1 + 0.06 * Math.sin(i * 1.7);
    const path = join(folder, `PICT${String(i + 1).padStart(4, '0')}.JPG`);
    const bytes = await sharp(join('demo/photos', names[i % names.length] as string))
      .resize(4000, 3000, { kernel: 'cubic' })
      .linear([gain * warmth, gain, gain / warmth], [0, 0, 0])
      .jpeg({ quality: 88 })
      .toBuffer();
    await writeFile(path, bytes);
    paths.push(path);
  }
  console.log(`${PHOTOS} photos made`);
  return paths;
}

/** In the page: notes when the big picture is drawn, and when a pointer was moved last. */
const NOTE_DRAWING = `
  window.noted = { moved: 0, drawn: 0 };
  const draw = CanvasRenderingContext2D.prototype.drawImage;
  CanvasRenderingContext2D.prototype.drawImage = function (...all) {
    if (this.canvas.dataset?.testid === 'picture') window.noted.drawn = performance.now();
    return draw.apply(this, all);
  };
  addEventListener('pointermove', () => { window.noted.moved = performance.now(); }, true);
`;

interface Noted {
  readonly noted: { readonly moved: number; readonly drawn: number };
}

const timed = async (act: () => Promise<unknown>): Promise<number> => {
  const start = performance.now();
  await act();
  return (performance.now() - start) / 1000;
};

async function match(page: Page, paths: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await page.keyboard.press('Home');
  await page.waitForTimeout(2000);
  const seconds = await timed(async () => {
    await page.keyboard.press('m');
    await job(page, /^Stop matching/);
  });
  const figures = (await page.getByTestId('flicker').locator('dd').allTextContents()).join(' → ');
  const reading = await timed(async () => {
    for (let i = 0; i < paths.length; i += 2)
      await Promise.all(paths.slice(i, i + 2).map((path) => sharp(path).resize(400).raw().toBuffer()));
  });
  console.log(
    `light of ${PHOTOS} photos of 12 megapixels: ${seconds.toFixed(1)} s, ${(seconds / reading).toFixed(2)} times sharp’s reading them 400 wide (${reading.toFixed(1)} s); flicker ${figures}`,
  );
}

/** All that a page says of a job is waited for. */
async function job(page: Page, words: RegExp): Promise<void> {
  const stop = page.getByRole('button', { name: words });
  await stop.waitFor();
  await stop.waitFor({ state: 'detached', timeout: 300_000 });
}

async function steady(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Steady', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Rotation' }).check();
  const seconds = await timed(async () => {
    await page.keyboard.press('m');
    await job(page, /^Stop steadying/);
  });
  console.log(`place of ${PHOTOS} photos of 12 megapixels: ${seconds.toFixed(1)} s`);
  // Moved by hand as well, so that no photo lies on whole pixels.
  await moveAll(page);
}

/** How soon the picture follows a slider, in milliseconds. */
async function drag(page: Page, label: string): Promise<void> {
  const slider = page.getByRole('slider', { name: label }).locator('..');
  await slider.scrollIntoViewIfNeeded();
  const thumb = await slider.boundingBox();
  if (!thumb) throw new Error('no slider');
  const y = thumb.y + thumb.height / 2;
  await page.mouse.move(thumb.x + thumb.width / 2, y);
  await page.mouse.down();
  const took: number[] = [];
  for (let i = 0; i < 50; i++) {
    await page.mouse.move(thumb.x + thumb.width / 2 + (i % 25) + 2, y);
    await page.waitForFunction(() => {
      const { noted } = window as unknown as Noted;
      return noted.drawn > noted.moved;
    });
    const ms = await page.evaluate(() => {
      const { noted } = window as unknown as Noted;
      return noted.drawn - noted.moved;
    });
    took.push(ms);
    await page.waitForTimeout(60);
  }
  await page.mouse.up();
  console.log(`dragging ${label}, until the big picture is drawn: ${spread(took)}`);
}

async function play(page: Page): Promise<void> {
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.waitForTimeout((2 * PHOTOS * 1000) / 24 + 1500);
  console.log(`playing, twice around: ${(await page.getByTestId('play-report').textContent()) ?? ''}`);
  await page.keyboard.press('Space');
}

console.log(`${availableParallelism()} cores`);
await withPage(
  async (page, folder) => {
    // A page that is not in front is not drawn.
    await page.bringToFront();
    const paths = await flickering(folder);
    await page.getByRole('button', { name: 'New film' }).click();
    // The shelf takes files, too: they are for the film that is opened.
    await page.getByRole('navigation', { name: 'Stages' }).waitFor();
    await page.getByTestId('choose-photos').setInputFiles(paths);
    await layOutOnOnes(page, PHOTOS);
    const plain = await timed(() => printFilm(page, 'MP4', 'plain', 600_000));
    await match(page, paths);
    await page.keyboard.press('ArrowDown');
    await drag(page, 'Brightness');
    await steady(page);
    await frameAndColour(page);
    await drag(page, 'Saturation');
    await play(page);
    const mended = await timed(() => printFilm(page, 'MP4', 'mended', 600_000));
    console.log(
      `a print of ${PHOTOS} frames: ${plain.toFixed(1)} s as they came, ${mended.toFixed(1)} s mended, ${(mended / plain).toFixed(2)} times`,
    );
  },
  { early: NOTE_DRAWING },
);
process.exit();
