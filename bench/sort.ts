/**
 * `npm run bench:sort`: import of 1,000 photos of 12 megapixels and of 5,000 of 2, against sharp making the same
 * previews and thumbnails with all cores in the same run; the longest task on the main thread, the memory of the
 * page's process, and scrolling the tray. `npm run bench:sort 0.1` does a tenth of it.
 */
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { launchWithProfile } from '../e2e/browser';
import { serveBuilt } from '../scripts/serve-built';
import { largePhotos, manyPhotos } from './photos';
import { bringIn } from './bring-in';
import { sharpPictures, timed } from './sharp-pictures';
import { watchMemory } from './watch-memory';

/** Photos that the reference is measured with. */
const REFERENCE = 400;

const share = Number(process.argv[2] ?? 1);

/**
 * Gathers the tasks of the page's main thread that took over 50 ms, by the Long Tasks API; not the one in which the
 * browser itself makes a list of the chosen files, before it tells the page.
 */
async function longTasks(page: Page): Promise<() => Promise<readonly number[]>> {
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(globalThis, { tasks });
    let chosen = Number.POSITIVE_INFINITY;
    addEventListener('change', () => (chosen = Math.min(chosen, performance.now())), { capture: true });
    new PerformanceObserver((list) => {
      for (const { startTime, duration } of list.getEntries()) if (startTime > chosen) tasks.push(duration);
    }).observe({ type: 'longtask' });
  });
  return () => page.evaluate(() => (globalThis as unknown as { tasks: number[] }).tasks.splice(0));
}

const told = (tasks: readonly number[]): string =>
  tasks.length === 0
    ? 'no task over 50 ms'
    : `${tasks.length} tasks over 50 ms, the longest ${Math.max(...tasks).toFixed(0)} ms`;

async function measure(base: string, label: string, paths: readonly string[], folder: string): Promise<void> {
  const profile = await mkdtemp(join(tmpdir(), 'kermis-profile-'));
  const context = await launchWithProfile(profile);
  try {
    const page = await context.newPage();
    await page.goto(`${base}/films`);
    await page.getByRole('button', { name: 'New film' }).click();
    await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
    const tasks = await longTasks(page);
    const memory = await watchMemory();
    const start = performance.now();
    const firstRow = page
      .locator('[data-row]')
      .first()
      .waitFor()
      .then(() => (performance.now() - start) / 1000);
    const seconds = await bringIn(page, paths);
    const first = await firstRow;
    const during = await tasks();
    const peak = await memory();
    // sharp's time a photo does not depend on how many there are.
    const some = paths.slice(0, REFERENCE);
    const reference = (await timed(() => sharpPictures(some, folder, [960, 240]))) / some.length;
    const own = seconds / paths.length;
    const each = (one: number): string => `${(one * 1000).toFixed(1)} ms a photo`;
    console.log(`${label}: import ${each(own)}, the first rows after ${first.toFixed(1)} s`);
    console.log(
      `  sharp, the same pictures: ${each(reference)}; ${(reference / own).toFixed(2)} times as fast`,
    );
    console.log(
      `  main thread while they came in: ${told(during)}; page's process at most ${peak.toFixed(0)} MB`,
    );

    await page.getByRole('button', { name: /^Add \d/ }).click();
    await page.getByRole('button', { name: 'Pause', exact: true }).click();
    console.log(`  laying out and playing: ${told(await tasks())}`);
    await page.getByRole('button', { name: 'Sort', exact: true }).click();
    await page.locator('[data-photo]').first().waitFor();
    await page.waitForTimeout(1000);
    console.log(`  showing the tray: ${told(await tasks())}`);
    const box = await page.getByRole('listbox', { name: /^Tray/ }).boundingBox();
    if (!box) throw new Error('no tray');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    for (let i = 0; i < 150; i++) {
      await page.mouse.wheel(0, i % 10 === 9 ? 6000 : 700);
      await page.waitForTimeout(30);
    }
    console.log(`  scrolling the tray: ${told(await tasks())}`);
  } finally {
    await context.close();
    await rm(profile, { recursive: true, force: true });
  }
}

const folder = await mkdtemp(join(tmpdir(), 'kermis-bench-'));
const server = await serveBuilt();
try {
  console.log(`${availableParallelism()} cores`);
  const demo = (await readdir('demo/photos')).map((name) => join('demo/photos', name));
  const small = await manyPhotos(demo, folder, Math.round(5000 * share));
  await measure(server.base, `${small.length} photos of 1600 × 1200`, small, folder);
  await Promise.all(small.map((path) => rm(path)));
  const large = await largePhotos(folder, 24);
  const many = await manyPhotos(large, folder, Math.round(1000 * share));
  await measure(server.base, `${many.length} photos of 4000 × 3000`, many, folder);
} finally {
  server.stop();
  await rm(folder, { recursive: true, force: true });
}
