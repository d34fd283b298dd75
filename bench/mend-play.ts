/**
 * `npm run bench:mend-play`: 1,000 poses on ones, mended with all four tools: how long the pictures are drawn ahead, what is dropped while they are,
 * and what is dropped once they are there. `npm run bench:mend-play 0.1` takes a tenth of them.
 */
import { readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { mendAll } from './mend-all';
import { layOutOnOnes } from './lay-out-on-ones';
import { withPage } from './with-page';

const PHOTOS = Math.round(1000 * Number(process.argv[2] ?? 1));

/** Photos of the demo film, each a little brighter or darker. */
async function photos(folder: string): Promise<string[]> {
  const names = (await readdir('demo/photos')).sort();
  const paths: string[] = [];
  for (let i = 0; i < PHOTOS; i++) {
    const path = join(folder, `PICT${String(i + 1).padStart(4, '0')}.JPG`);
    const gain = 1 + 0.001 * i;
    const bytes = await sharp(join('demo/photos', names[i % names.length] as string))
      .resize(960, 720)
      .linear([gain, gain, gain], [0, 0, 0])
      .jpeg({ quality: 85 })
      .toBuffer();
    await writeFile(path, bytes);
    paths.push(path);
  }
  return paths;
}

/** Plays once through, and tells what was dropped. */
async function play(page: Page, when: string): Promise<void> {
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.waitForTimeout((PHOTOS * 1000) / 24);
  console.log(`playing ${when}: ${(await page.getByTestId('play-report').textContent()) ?? ''}`);
  await page.keyboard.press('Space');
}

await withPage(async (page, folder) => {
  await page.bringToFront();
  const paths = await photos(folder);
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('navigation', { name: 'Stages' }).waitFor();
  await page.getByTestId('choose-photos').setInputFiles(paths);
  await layOutOnOnes(page, PHOTOS);
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await mendAll(page);
  const drawing = page.getByRole('progressbar', { name: 'Preparing mended pictures' });
  await drawing.waitFor();
  await play(page, 'while they are being drawn');
  const before = (await drawing.textContent()) ?? '';
  const start = performance.now();
  await drawing.waitFor({ state: 'detached', timeout: 600_000 });
  console.log(`${before} → all of them: ${((performance.now() - start) / 1000).toFixed(1)} s`);
  await play(page, 'once they are drawn');
});
process.exit();
