/**
 * `npm run bench:key`: a print of photos of 12 megapixels before a green card, at 1080p: as they came; with the card keyed and a gradient behind;
 * with a photo behind. In the same run, the quickest of some each.
 */
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { keyedPhotos } from '../e2e/keyed-photos';
import { bringIn } from './bring-in';
import { printOnce } from './print-once';
import { timed } from './sharp-pictures';
import { withPage } from './with-page';

const PHOTOS = 12;
const PRINTS = 4;
const HALF = { width: 2000, height: 1500 };

/** Photos of 12 megapixels, with the grain that enlarging takes away put back. */
async function largeKeyed(folder: string): Promise<readonly string[]> {
  const { width, height } = HALF;
  const noise = { type: 'gaussian', mean: 128, sigma: 9 } as const;
  const grain = await sharp({
    create: { width: 2 * width, height: 2 * height, channels: 3, background: '#808080', noise },
  })
    .png({ compressionLevel: 0 })
    .toBuffer();
  const paths: string[] = [];
  for (const { name, buffer } of await keyedPhotos(PHOTOS, HALF)) {
    const path = join(folder, name);
    const large = sharp(
      await sharp(buffer)
        .resize(2 * width, 2 * height)
        .toBuffer(),
    );
    await writeFile(
      path,
      await large
        .composite([{ input: grain, blend: 'soft-light' }])
        .jpeg({ quality: 90 })
        .toBuffer(),
    );
    paths.push(path);
  }
  return paths;
}

/** The quickest of some prints: while the first is made, so are the strip's pictures. */
async function quickest(page: Page): Promise<number> {
  const took: number[] = [];
  for (let print = 0; print < PRINTS; print++) took.push(await printOnce(page));
  return Math.min(...took);
}

const show = (page: Page, stage: string): Promise<void> =>
  page.getByRole('button', { name: stage, exact: true }).click();

await withPage(async (page, folder) => {
  const paths = await largeKeyed(folder);
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
  await bringIn(page, paths);
  await page.getByRole('button', { name: /^Add \d/ }).click();
  await page.getByTestId('counter').waitFor();
  const plain = await quickest(page);
  await show(page, 'Mend');
  await show(page, 'Key');
  await show(page, 'Pick');
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('There is no picture on screen.');
  const finding = await timed(async () => {
    await page.mouse.click(box.x + box.width / 2 + box.height * 0.55, box.y + box.height * 0.12);
    await page.getByText(`Backing found in ${PHOTOS} of ${PHOTOS} photos`).waitFor({ timeout: 120_000 });
  });
  const behind = page.getByRole('combobox', { name: 'Background' });
  await behind.selectOption('a gradient');
  const gradient = await quickest(page);
  await show(page, 'Mend');
  await behind.selectOption('a photo');
  const photo = await quickest(page);
  const ratio = (seconds: number): string => `${seconds.toFixed(1)} s, ${(seconds / plain).toFixed(2)} times`;
  console.log(`backing of ${PHOTOS} photos found in ${finding.toFixed(1)} s`);
  console.log(
    `print as they came ${plain.toFixed(1)} s; keyed before a gradient ${ratio(gradient)}; before a photo ${ratio(photo)}`,
  );
});
