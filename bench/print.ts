/**
 * `npm run bench:print`: a first print of photos of 12 megapixels with grain, on twos at 24, 1080p, against the ffmpeg command
 * for the same film in the same run, with the likeness of both to the photos; a second print after one hold is changed; memory by length.
 */
import { execFile } from 'node:child_process';
import { mkdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Page } from 'playwright-core';
import { openSettings } from '../e2e/browser';
import { chooseKind, finishedPrints, nextProof, savePrint, type PrintedKind } from '../e2e/video';
import { bringIn } from './bring-in';
import { largePhotos, manyPhotos } from './photos';
import { timed } from './sharp-pictures';
import { watchMemory } from './watch-memory';
import { withPage } from './with-page';
import { writeFile } from 'node:fs/promises';

const run = promisify(execFile);
const PHOTOS = 48;
/** Such as `500`, or `50x2160` for poses by lines. */
const LENGTHS = process.argv.slice(2).map((each) => each.split('x').map(Number));

/** The film of the photos, at its frames, without any loss: what prints are held against. */
const SHOWN = [
  '-vf',
  'scale=1440:1080:flags=lanczos+accurate_rnd+full_chroma_int:out_color_matrix=bt709:in_range=pc:out_range=tv,format=yuv420p',
];

const photosOf = (folder: string): string[] => ['-framerate', '12', '-i', join(folder, 'PICT%04d.JPG')];

const ffmpegPrint = (folder: string, out: string): Promise<unknown> =>
  run('ffmpeg', [
    ...['-y', '-v', 'error', ...photosOf(folder), '-vf', 'scale=1440:1080:flags=bicubic', '-r', '24'],
    ...['-c:v', 'libx264', '-preset', 'medium', '-pix_fmt', 'yuv420p', out],
  ]);

/** How like a print's luma is to that of its photos (SSIM, Wang et al., IEEE Transactions on Image Processing 13, 2004). */
async function likeness(print: string, folder: string): Promise<number> {
  const times = 'settb=1/24000,setpts=N*1000';
  const { stderr } = await run(
    'ffmpeg',
    [
      ...['-hide_banner', '-i', print, ...photosOf(folder), '-lavfi'],
      `[0:v]select='not(mod(n,2))',scale=1440:1080,format=yuv420p,${times}[a];[1:v]${SHOWN[1] ?? ''},${times}[b];[a][b]ssim`,
      ...['-f', 'null', '-'],
    ],
    { maxBuffer: 1 << 26 },
  );
  return Number(/SSIM Y:([\d.]+)/.exec(stderr)?.[1]);
}

async function emptyFilm(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
}

async function layOutAll(page: Page, paths: readonly string[], lines: number): Promise<void> {
  await bringIn(page, paths);
  await page.getByRole('button', { name: /^Add \d/ }).click();
  await openSettings(page);
  for (const [label, pixels] of [
    ['Width in pixels', (lines * 4) / 3],
    ['Height in pixels', lines],
  ] as const) {
    await page.getByLabel(label).fill(String(pixels));
    await page.getByLabel(label).press('Enter');
  }
  await page.getByRole('button', { name: 'Close', exact: true }).click();
}

/** Prints as it is set, and gives what the card says it took, in seconds. */
async function print(page: Page, kind: PrintedKind, quality: string): Promise<number> {
  await chooseKind(page, kind);
  await page.getByRole('radio', { name: new RegExp(`^${quality}`) }).check();
  const before = await finishedPrints(page).count();
  await page.getByRole('button', { name: 'Print the film' }).click();
  const proof = await nextProof(page, before, 1_800_000);
  const words = await finishedPrints(page).first().innerText();
  console.log(`    ${proof}`);
  return Number(/made in ([\d.]+) s/.exec(words)?.[1]);
}

async function freeKept(page: Page): Promise<void> {
  const free = page.getByRole('button', { name: 'Delete them' });
  if (await free.isVisible()) await free.click();
}

/** A first print of 48 photos in each quality, against ffmpeg's. */
async function firstPrints(): Promise<void> {
  await withPage(async (page, folder) => {
    const paths = await largePhotos(folder, PHOTOS);
    await emptyFilm(page);
    await layOutAll(page, paths, 1080);
    const out = join(folder, 'out.mp4');
    await ffmpegPrint(folder, out);
    for (const kind of ['MP4', 'WebM', 'AV1'] as const) {
      for (const quality of kind === 'AV1' ? ['Good'] : ['Small', 'Good']) {
        const reference = await timed(() => ffmpegPrint(folder, out));
        const like = await likeness(out, folder);
        const own = await print(page, kind, quality);
        const { bytes } = await savePrint(page);
        const path = join(folder, `print-${kind}-${quality}`);
        await writeFile(path, bytes);
        console.log(
          `${kind}, ${quality}: ${own.toFixed(1)} s, ${(bytes.length / 1e6).toFixed(2)} MB, SSIM ${(await likeness(path, folder)).toFixed(4)}; ` +
            `ffmpeg ${reference.toFixed(1)} s, ${((await stat(out)).size / 1e6).toFixed(2)} MB, SSIM ${like.toFixed(4)}: ${(reference / own).toFixed(2)} times as fast`,
        );
      }
    }
  });
}

/** The film in a page of its own: what bringing it in left in memory is no part of a print. */
async function freshPage(page: Page): Promise<Page> {
  const fresh = await page.context().newPage();
  await page.getByText('Saved', { exact: true }).waitFor();
  const url = page.url();
  await page.close();
  await fresh.goto(url);
  await fresh.getByRole('button', { name: 'Print', exact: true }).click();
  await fresh.getByRole('button', { name: 'Print the film' }).waitFor();
  return fresh;
}

/** A second print after one hold of so many poses is changed, and the memory of the first. */
async function secondPrint(poses: number, lines = 1080): Promise<void> {
  await withPage(async (first, folder) => {
    await mkdir(join(folder, 'many'));
    const paths = await manyPhotos(await largePhotos(folder, 12), join(folder, 'many'), poses);
    await emptyFilm(first);
    await layOutAll(first, paths, lines);
    const page = await freshPage(first);
    const stop = await watchMemory();
    const made = await print(page, 'MP4', 'Good');
    const memory = await stop();
    await page.getByRole('button', { name: 'Time', exact: true }).click();
    // Tickets of a long film are narrow: the pose is chosen by keys.
    await page.getByRole('listbox', { name: 'Poses of the film' }).focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('5');
    const second = await print(page, 'MP4', 'Good');
    await freeKept(page);
    console.log(
      `${poses} poses, ${lines} lines: first ${made.toFixed(1)} s, after one hold is changed ${second.toFixed(1)} s, ${((100 * second) / made).toFixed(0)} %; at most ${memory.toFixed(0)} MB`,
    );
  });
}

if (LENGTHS.length === 0) await firstPrints();
for (const [poses = 0, lines] of LENGTHS) await secondPrint(poses, lines);
