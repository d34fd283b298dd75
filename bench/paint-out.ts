/**
 * `npm run bench:paint-out`: on 40 photos of 12 megapixels, how long a clean plate takes to be made, and how long a wire takes to be followed over 20 of
 * them; beside sharp, which only makes small pictures of the same 40. In the same run.
 */
import type { Page } from 'playwright-core';
import { bringIn } from './bring-in';
import { writeRiggedPhotos } from './rigged-photos';
import { sharpPictures, timed } from './sharp-pictures';
import { withPage } from './with-page';

const PHOTOS = 40;
const CARRIED = 20;
const SIZE = { width: 4000, height: 3000 };
const HALF = SIZE.width / 2;

const press = (page: Page, name: string): Promise<void> =>
  page.getByRole('button', { name, exact: true }).click();

/** Waits for some long work to begin, and to end. */
async function work(page: Page, label: string): Promise<void> {
  const bar = page.getByRole('progressbar', { name: label });
  await bar.waitFor({ timeout: 10_000 });
  await bar.waitFor({ state: 'detached', timeout: 120_000 });
}

await withPage(async (page, folder) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const paths = await writeRiggedPhotos(folder, PHOTOS, SIZE);
  const reference = await timed(() => sharpPictures(paths, folder, [HALF]));
  await press(page, 'New film');
  await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
  await bringIn(page, paths);
  await page.getByRole('button', { name: /^Add \d/ }).click();
  await page.getByTestId('counter').waitFor();
  await press(page, 'Pause');
  await page.keyboard.press('Home');
  await press(page, 'Mend');
  await press(page, 'Paint out');
  const plate = await timed(async () => {
    await press(page, 'Make one');
    await work(page, 'Making a clean plate');
  });
  const looked = await timed(async () => {
    await press(page, 'Find');
    await page.getByRole('button', { name: /^Paint out 1 / }).waitFor();
  });
  await page.getByRole('button', { name: /^Paint out 1 / }).click();
  await page.getByRole('list', { name: 'Strokes, the latest first' }).waitFor();
  await page.getByRole('textbox', { name: 'Carry on to' }).fill(String(CARRIED));
  await page.keyboard.press('Enter');
  const carried = await timed(async () => {
    await press(page, 'Carry on');
    await work(page, 'Carrying strokes on');
  });
  const against = (seconds: number): string =>
    `${seconds.toFixed(1)} s, ${(seconds / reference).toFixed(2)} times`;
  console.log(`sharp, ${PHOTOS} photos at half the size: ${against(reference)}`);
  console.log(`a clean plate of them: ${against(plate)}`);
  console.log(`looked for in one: ${against(looked)}; carried on to ${CARRIED}: ${against(carried)}`);
  await page.getByRole('button', { name: /^Notes/ }).click();
  console.log(await page.getByRole('region', { name: 'Notes' }).innerText());
});
process.exit();
