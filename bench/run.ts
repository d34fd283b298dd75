/**
 * `npm run bench`: import and print of 48 photos of 12 megapixels, each as a ratio against the named
 * reference on the same machine in the same run. Three rounds, turn about; the middle one counts.
 */
import { execFile, spawn } from 'node:child_process';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { launch } from '../e2e/browser';
import { largePhotos } from './photos';

const run = promisify(execFile);
const PHOTOS = 48;
const ROUNDS = 3;

const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
};

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN;

/** sharp's 960-wide previews of all photos, as many at once as there are cores. */
async function sharpPreviews(paths: readonly string[], folder: string): Promise<void> {
  sharp.concurrency(1);
  const queue = [...paths.entries()];
  const work = async (): Promise<void> => {
    for (let next = queue.pop(); next; next = queue.pop()) {
      await sharp(next[1])
        .resize(960)
        .jpeg({ quality: 85 })
        .toFile(join(folder, `${next[0]}.jpg`));
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
}

const ffmpegPrint = (folder: string, out: string): Promise<unknown> =>
  run('ffmpeg', [
    ...['-y', '-v', 'error', '-framerate', '12', '-i', join(folder, 'PICT%04d.JPG')],
    ...['-vf', 'scale=1440:1080:flags=bicubic,pad=1920:1080:240:0', '-r', '24'],
    ...['-c:v', 'libx264', '-preset', 'medium', '-pix_fmt', 'yuv420p', out],
  ]);

async function serve(): Promise<{ base: string; stop: () => void }> {
  const server = spawn('npx', ['tsx', 'scripts/serve.ts'], {
    env: { ...process.env, PORT: '0' },
    detached: true,
  });
  const base = await new Promise<string>((resolve) =>
    server.stdout.on('data', (chunk: Buffer) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(chunk.toString());
      if (found) resolve(found[0]);
    }),
  );
  return { base, stop: () => server.pid && process.kill(-server.pid) };
}

/** Import and prints through the real interface; seconds. */
async function kermis(
  base: string,
  paths: readonly string[],
): Promise<{ bringIn: number; mp4: number; webm: number }> {
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await page.goto(`${base}/films`);
    await page.getByRole('button', { name: 'New film' }).click();
    const chooser = page.getByTestId('choose-photos');
    await chooser.waitFor({ state: 'attached' });
    const bringIn = await timed(async () => {
      await chooser.setInputFiles([...paths]);
      await page.getByText(`${PHOTOS} photos came in`).waitFor({ timeout: 120_000 });
    });
    await page.getByTitle(/Film settings/).click();
    await page.getByLabel('Width in pixels').fill('1920');
    await page.getByLabel('Width in pixels').press('Enter');
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await page.getByRole('button', { name: 'Print', exact: true }).click();
    const print = async (kind: RegExp, nth: number): Promise<number> => {
      await page.getByRole('radio', { name: kind }).check();
      await page.getByRole('button', { name: 'Print the film' }).click();
      await page
        .getByText(/made in/)
        .nth(nth)
        .waitFor({ timeout: 300_000 });
      const words = await page
        .getByText(/made in/)
        .first()
        .textContent();
      return Number(/made in ([\d.]+) s/.exec(words ?? '')?.[1]);
    };
    return { bringIn, mp4: await print(/MP4/, 0), webm: await print(/WebM/, 1) };
  } finally {
    await browser.close();
  }
}

const folder = await mkdtemp(join(tmpdir(), 'kermis-bench-'));
const server = await serve();
try {
  const previews = join(folder, 'previews');
  await mkdir(previews);
  const paths = await largePhotos(folder, PHOTOS);
  const bytes = (await Promise.all(paths.map((path) => stat(path)))).reduce((sum, { size }) => sum + size, 0);
  console.log(
    `${PHOTOS} photos of 4000 × 3000, ${(bytes / PHOTOS / 1e6).toFixed(2)} MB each, ${availableParallelism()} cores`,
  );
  const rounds: { bringIn: number; mp4: number; webm: number; sharp: number; ffmpeg: number }[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const own = await kermis(server.base, paths);
    const sharpSeconds = await timed(() => sharpPreviews(paths, previews));
    const ffmpegSeconds = await timed(() => ffmpegPrint(folder, join(folder, 'out.mp4')));
    rounds.push({ ...own, sharp: sharpSeconds, ffmpeg: ffmpegSeconds });
    console.log(JSON.stringify(rounds.at(-1)));
  }
  const of = (key: keyof (typeof rounds)[number]): number => middle(rounds.map((each) => each[key]));
  const ms = (seconds: number): string => `${((seconds / PHOTOS) * 1000).toFixed(0)} ms a photo`;
  console.log(
    `import ${ms(of('bringIn'))}, sharp previews ${ms(of('sharp'))}: ${(of('sharp') / of('bringIn')).toFixed(2)} times as fast`,
  );
  console.log(
    `print MP4 ${ms(of('mp4'))}, ffmpeg x264 medium ${ms(of('ffmpeg'))}: ${(of('ffmpeg') / of('mp4')).toFixed(2)} times as fast`,
  );
  console.log(
    `print WebM ${ms(of('webm'))}: ${(of('ffmpeg') / of('webm')).toFixed(2)} times as fast as the same ffmpeg command`,
  );
} finally {
  server.stop();
  await rm(folder, { recursive: true, force: true });
}
