/**
 * `npm run bench`: import of 240 and print of 48 photos of 12 megapixels, each as a ratio against the named
 * reference on the same machine in the same run. Three rounds, turn about; the middle one counts.
 */
import { execFile } from 'node:child_process';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Browser, Page } from 'playwright-core';
import { launch, openSettings } from '../e2e/browser';
import { chooseKind, nextProof, type PrintedKind } from '../e2e/video';
import { serveBuilt } from '../scripts/serve-built';
import { bringIn } from './bring-in';
import { largePhotos, manyPhotos } from './photos';
import { sharpPictures, timed } from './sharp-pictures';

const run = promisify(execFile);
const PHOTOS = 48;
const IMPORTED = 240;
const ROUNDS = 3;

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN;

const ffmpegPrint = (folder: string, out: string): Promise<unknown> =>
  run('ffmpeg', [
    ...['-y', '-v', 'error', '-framerate', '12', '-i', join(folder, 'PICT%04d.JPG')],
    ...['-vf', 'scale=1440:1080:flags=bicubic,pad=1920:1080:240:0', '-r', '24'],
    ...['-c:v', 'libx264', '-preset', 'medium', '-pix_fmt', 'yuv420p', out],
  ]);

/** A page with an empty film, in a browser of its own. */
async function emptyFilm(base: string): Promise<{ browser: Browser; page: Page }> {
  const browser = await launch();
  const page = await browser.newPage();
  await page.goto(`${base}/films`);
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
  return { browser, page };
}

/** Import through the real interface, from the choice of files to the last photo; seconds. */
async function kermisImport(base: string, paths: readonly string[]): Promise<number> {
  const { browser, page } = await emptyFilm(base);
  return bringIn(page, paths).finally(() => browser.close());
}

/** Prints through the real interface; seconds. */
async function kermisPrints(base: string, paths: readonly string[]): Promise<{ mp4: number; webm: number }> {
  const { browser, page } = await emptyFilm(base);
  try {
    await bringIn(page, paths);
    await page.getByRole('button', { name: /^Add \d/ }).click();
    await openSettings(page);
    await page.getByLabel('Width in pixels').fill('1920');
    await page.getByLabel('Width in pixels').press('Enter');
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    const print = async (kind: PrintedKind, nth: number): Promise<number> => {
      await chooseKind(page, kind);
      await page.getByRole('button', { name: 'Print the film' }).click();
      await nextProof(page, nth, 300_000);
      const words = await page
        .getByText(/made in/)
        .first()
        .textContent();
      return Number(/made in ([\d.]+) s/.exec(words ?? '')?.[1]);
    };
    return { mp4: await print('MP4', 0), webm: await print('WebM', 1) };
  } finally {
    await browser.close();
  }
}

const folder = await mkdtemp(join(tmpdir(), 'kermis-bench-'));
const server = await serveBuilt();
try {
  const previews = join(folder, 'previews');
  await mkdir(previews);
  const paths = await largePhotos(folder, PHOTOS);
  const bytes = (await Promise.all(paths.map((path) => stat(path)))).reduce((sum, { size }) => sum + size, 0);
  console.log(
    `${PHOTOS} photos of 4000 × 3000, ${(bytes / PHOTOS / 1e6).toFixed(2)} MB each, ${availableParallelism()} cores`,
  );
  const many = await manyPhotos(paths, folder, IMPORTED);
  const rounds: Record<string, number>[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    rounds.push({
      bringIn: await kermisImport(server.base, many),
      previews: await timed(() => sharpPictures(many, previews, [960])),
      both: await timed(() => sharpPictures(many, previews, [960, 240])),
      ...(await kermisPrints(server.base, paths)),
      ffmpeg: await timed(() => ffmpegPrint(folder, join(folder, 'out.mp4'))),
    });
    console.log(JSON.stringify(rounds.at(-1)));
  }
  const of = (key: string): number => middle(rounds.map((each) => each[key] ?? Number.NaN));
  const ratio = (own: string, reference: string): string => {
    // Each round against itself: what slows the machine down slows both.
    const ratios = rounds.map((each) => (each[reference] ?? Number.NaN) / (each[own] ?? Number.NaN));
    return `${middle(ratios).toFixed(2)} times as fast`;
  };
  const each = (key: string, count: number): string => `${((of(key) / count) * 1000).toFixed(0)} ms a photo`;
  console.log(`import ${each('bringIn', IMPORTED)}`);
  console.log(`  sharp, previews: ${each('previews', IMPORTED)}; ${ratio('bringIn', 'previews')}`);
  console.log(`  sharp, previews and thumbnails: ${each('both', IMPORTED)}; ${ratio('bringIn', 'both')}`);
  console.log(`print MP4 ${each('mp4', PHOTOS)}, WebM ${each('webm', PHOTOS)}`);
  console.log(`  ffmpeg, x264 medium: ${each('ffmpeg', PHOTOS)}; MP4 ${ratio('mp4', 'ffmpeg')}`);
  console.log(`  the same ffmpeg command; WebM ${ratio('webm', 'ffmpeg')}`);
} finally {
  server.stop();
  await rm(folder, { recursive: true, force: true });
}
