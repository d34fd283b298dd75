/**
 * `npm run bench:shoot`: from a press on the stand-in at 1920 × 1080 to the button that is ready and the pose that is shown; frames of the live picture that are
 * dropped in a minute with two ghosts, a reference and a framing; memory over 1,000 photos; a watched folder that receives five photos of 12 megapixels a second.
 * Beside what sharp takes in the same run.
 */
import { copyFile, mkdir, rm } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { hasPoses, openStandIn } from '../e2e/shooting';
import { largePhotos, manyPhotos } from './photos';
import { sharpPictures, timed } from './sharp-pictures';
import { watchMemory } from './watch-memory';
import { withPage } from './with-page';

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN;
const whole = (value: number): string => `${Math.round(value)} ms`;

/** Presses the button in the page and waits, there, for what is seen: in milliseconds. */
const PRESS = `(async () => {
  const take = document.querySelector('[data-testid=take]');
  const where = document.querySelector('[data-testid=shoot-where]');
  const before = where.textContent;
  const start = performance.now();
  take.click();
  const until = (isThere) => new Promise((resolve) => {
    const observer = new MutationObserver(() => {
      if (!isThere()) return;
      observer.disconnect();
      resolve(performance.now() - start);
    });
    observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
  });
  const [ready, shown] = await Promise.all([
    until(() => take.dataset.state === 'ready'),
    until(() => where.textContent !== before),
  ]);
  return { ready, shown };
})()`;

interface Pressed {
  readonly ready: number;
  readonly shown: number;
}

async function press(page: Page): Promise<void> {
  await openStandIn(page);
  await page.getByRole('button', { name: 'Lock settings' }).click();
  const presses: Pressed[] = [];
  for (let i = 0; i < 24; i++) {
    presses.push(await page.evaluate<Pressed>(PRESS));
    await page.keyboard.press('Shift+ArrowRight');
    await page.waitForTimeout(1800);
  }
  const raw = await sharp({
    create: {
      width: 1920,
      height: 1080,
      channels: 3,
      background: '#5d3d6f',
      noise: { type: 'gaussian', mean: 128, sigma: 9 },
    },
  })
    .raw()
    .toBuffer({ resolveWithObject: true });
  const own = { raw: { width: 1920, height: 1080, channels: raw.info.channels } } as const;
  const pack = 1000 * (await timed(() => sharp(raw.data, own).jpeg({ quality: 95 }).toBuffer()));
  const ready = presses.map((each) => each.ready);
  const shown = presses.map((each) => each.shown);
  console.log(
    `Press to ready: ${whole(middle(ready))} in the middle, ${whole(Math.max(...ready))} at most; to shown: ${whole(middle(shown))}, ${whole(Math.max(...shown))}. sharp packs such a photo in ${whole(pack)}: ${(middle(ready) / pack).toFixed(1)} and ${(middle(shown) / pack).toFixed(1)} times that.`,
  );
}

async function live(page: Page, folder: string): Promise<void> {
  await page.context().grantPermissions(['camera']);
  await page.goto(new URL('/films', page.url()).href);
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('live').locator('video').waitFor();
  for (let i = 1; i <= 2; i++) {
    await page.keyboard.press('Enter');
    await hasPoses(page, i);
  }
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  await page.getByLabel('Zoom, %', { exact: true }).fill('125');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Crop, 125 %/ }).waitFor();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('live').locator('video').waitFor();
  await page.getByRole('button', { name: 'Which ghosts, and how strong' }).click();
  await page.getByLabel('Ghosts of poses before').selectOption('2');
  await page.keyboard.press('Escape');
  const drawing = join(folder, 'reference.png');
  await sharp({ create: { width: 1920, height: 1080, channels: 4, background: '#fff8' } })
    .png()
    .toFile(drawing);
  await page.getByRole('button', { name: 'View', exact: true }).click();
  await page.getByTestId('choose-reference').setInputFiles(drawing);
  await page.getByTestId('reference').waitFor();
  const counts = `(() => {
    const { totalVideoFrames, droppedVideoFrames } = document.querySelector('[data-testid=live] video').getVideoPlaybackQuality();
    return [totalVideoFrames, droppedVideoFrames];
  })()`;
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  for (const size of ['1920 × 1080', '3840 × 2160']) {
    await page.getByRole('combobox', { name: 'Size of photos' }).selectOption(size);
    await page.waitForTimeout(4000);
    const seen = await page.evaluate<string>(
      `(({ videoWidth, videoHeight }) => videoWidth + ' × ' + videoHeight)(document.querySelector('[data-testid=live] video'))`,
    );
    const [shownBefore = 0, droppedBefore = 0] = await page.evaluate<number[]>(counts);
    await page.waitForTimeout(60_000);
    const [shown = 0, dropped = 0] = await page.evaluate<number[]>(counts);
    console.log(
      `Live at ${seen} with two ghosts, a reference and a framing of 125 %: ${shown - shownBefore} frames in a minute, ${dropped - droppedBefore} dropped.`,
    );
  }
}

const MANY = 1000;

async function memory(page: Page): Promise<void> {
  await page.goto(new URL('/films', page.url()).href);
  await openStandIn(page);
  const figures: string[] = [];
  const seconds = await timed(async () => {
    for (let i = 1; i <= MANY; i++) {
      await page.keyboard.press('Enter');
      await page.locator(`[data-testid=take][data-taken="${i}"][data-state=ready]`).waitFor();
      if (i % 250 !== 0) continue;
      await hasPoses(page, i);
      const stop = await watchMemory();
      await page.waitForTimeout(2000);
      figures.push(`${Math.round(await stop())} MB after ${i}`);
      console.log(figures.at(-1));
    }
  });
  console.log(`Memory: ${figures.join(', ')}; ${(MANY / seconds).toFixed(1)} photos a second.`);
}

const A_SECOND = 5;
const FOR = 20;

async function watched(page: Page, folder: string, watching: string): Promise<void> {
  const paths = await manyPhotos(await largePhotos(folder, 10), folder, A_SECOND * FOR);
  await page.goto(new URL('/films', page.url()).href);
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('button', { name: 'Folder', exact: true }).click();
  await page.getByRole('button', { name: /^Watch the server’s/ }).click();
  await page.getByTestId('watched').waitFor();
  const begun = performance.now();
  for (const [i, path] of paths.entries()) {
    await copyFile(path, join(watching, basename(path)));
    const left = begun + ((i + 1) * 1000) / A_SECOND - performance.now();
    if (left > 0) await page.waitForTimeout(left);
  }
  const written = performance.now();
  await page.getByText(`${paths.length} photos brought in`).waitFor({ timeout: 240_000 });
  const behind = (performance.now() - written) / 1000;
  const own = await timed(() => sharpPictures(paths, folder, [960, 240]));
  console.log(
    `Folder: ${paths.length} photos of 12 megapixels at ${A_SECOND} a second: all in the film ${behind.toFixed(1)} s after the last was written (written in ${((written - begun) / 1000).toFixed(1)} s). sharp makes their two small pictures in ${own.toFixed(1)} s.`,
  );
}

const watching = join(process.cwd(), '.cache', `watched-${process.pid}`);
await mkdir(watching, { recursive: true });
process.env['KERMIS_WATCH'] = watching;
const only = process.argv[2];
try {
  await withPage(async (page, folder) => {
    if (!only || only === 'press') await press(page);
    if (!only || only === 'live') await live(page, folder);
    if (!only || only === 'folder') await watched(page, folder, watching);
    if (!only || only === 'memory') await memory(page);
  });
} finally {
  await rm(watching, { recursive: true, force: true });
}
