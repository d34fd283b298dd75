import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { bringIn, openSettings, tickets, useBrowser, useSharedFilm } from './browser';
import { toSort } from './tray';

const { visit } = useBrowser();

/** A photo of stripes a pixel wide, 2000 across: small pictures of it are grey. */
const stripes = async (): Promise<Buffer> => {
  const [width, height] = [2000, 1500];
  const data = Buffer.alloc(width * height * 3);
  for (let i = 0; i < width * height; i++) data.fill(i % 2 === 0 ? 255 : 0, 3 * i, 3 * i + 3);
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toBuffer();
};

const striped = useSharedFilm(visit, async (page) => {
  const buffer = await stripes();
  await bringIn(
    page,
    [1, 2, 3].map((i) => ({ name: `PICT${i}.PNG`, mimeType: 'image/png', buffer })),
  );
  await openSettings(page);
  await page.getByRole('combobox', { name: 'Size of the film' }).selectOption('As the photos: 2000 × 1500');
  await page.keyboard.press('Escape');
});

/** Four pixels beside each other at a part of the canvas's width. */
const rowAt = (page: Page, part: number): Promise<number[]> =>
  page.getByTestId('picture').evaluate((element, at) => {
    const { width, height } = element as HTMLCanvasElement;
    const data = (element as HTMLCanvasElement)
      .getContext('2d')
      ?.getImageData(Math.round(width * at), Math.round(height / 2), 4, 1).data;
    return [0, 4, 8, 12].map((i) => data?.[i] ?? -1);
  }, part);
const STRIPES = /0101|1010/;
const patternAt = async (page: Page, part: number): Promise<string> =>
  (await rowAt(page, part)).map((value) => Math.round(value / 255)).join('');

test('the picture is looked at closely by wheel, drag and keys, from the original', async () => {
  const { page, complaints } = await striped();
  const row = (): Promise<number[]> => rowAt(page, 1 / 2);
  const zoom = page.getByRole('button', { name: /^Show the whole picture/ });
  await expect.poll(async () => (await row()).every((value) => value > 100 && value < 210)).toBe(true);
  await page.keyboard.press('z');
  await expect.poll(() => zoom.textContent()).toBe('100 %');
  // Black beside white, as in the file.
  await expect
    .poll(async () => (await row()).map((value) => Math.round(value / 255)).join(''))
    .toMatch(/0101|1010/);
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('no picture');
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 220, box.y + 200, { steps: 4 });
  const stripesAt = async (): Promise<string> =>
    (await row()).map((value) => Math.round(value / 255)).join('');
  // Pixel by pixel black and white change places.
  for (const by of [221, 222, 223]) {
    const before = await stripesAt();
    await page.mouse.move(box.x + by, box.y + 200);
    await expect.poll(stripesAt).not.toBe(before);
  }
  await page.mouse.up();
  await page.keyboard.press('0');
  await expect.poll(() => zoom.textContent()).toBe('whole');
  for (let i = 0; i < 14; i++) await page.mouse.wheel(0, -300);
  await expect.poll(() => zoom.textContent()).toBe('800 %');
  for (let i = 0; i < 16; i++) await page.mouse.wheel(0, 300);
  await expect.poll(() => zoom.textContent()).toBe('whole');
  await page.keyboard.press('Shift+I');
  await expect.poll(() => zoom.textContent()).toMatch(/^\d\d %$/);
  await page.keyboard.press('0');
  expect(complaints).toEqual([]);
});

test('beside each other the pose and its neighbours are looked at closely together', async () => {
  const { page, complaints } = await striped();
  await tickets(page).nth(1).click();
  await page.keyboard.press('q');
  await expect.poll(() => patternAt(page, 1 / 6)).not.toMatch(STRIPES);
  await page.keyboard.press('z');
  for (const part of [1 / 6, 1 / 2, 5 / 6]) await expect.poll(() => patternAt(page, part)).toMatch(STRIPES);
  await page.keyboard.press('0');
  await page.keyboard.press('q');
  expect(complaints).toEqual([]);
});

test('a photo of the tray and a finished print are looked at closely, pixel for pixel', async () => {
  const { page, complaints } = await striped();
  await toSort(page);
  await page.getByRole('option', { name: /^PICT2/ }).click();
  await page.keyboard.press('Enter');
  const look = page.getByTestId('look');
  const wide = async (): Promise<number> => Math.round((await look.boundingBox())?.width ?? 0);
  await expect.poll(wide).toBeLessThan(1280);
  expect(await look.getAttribute('data-fine')).toBeNull();
  await page.keyboard.press('z');
  await expect.poll(wide).toBe(2000);
  await expect.poll(() => look.evaluate((element) => (element as HTMLCanvasElement).width)).toBe(2000);
  await page.keyboard.press('0');
  await expect.poll(wide).toBeLessThan(1280);
  await page.keyboard.press('Escape');

  await page.keyboard.press('Control+p');
  await page.getByRole('button', { name: 'Print the film' }).and(page.locator(':focus')).waitFor();
  await page.keyboard.press('Enter');
  const proof = page.getByTestId('proof');
  await proof.waitFor();
  const screenWide = async (): Promise<number> => Math.round((await proof.boundingBox())?.width ?? 0);
  await expect.poll(screenWide).toBeLessThan(1280);
  const whole = await screenWide();
  await page.getByRole('button', { name: /^1:1/ }).click();
  await expect.poll(screenWide).toBe(2000);
  await proof.hover();
  for (let i = 0; i < 3; i++) await page.mouse.wheel(0, 300);
  await expect.poll(screenWide).toBeLessThan(2000);
  for (let i = 0; i < 12; i++) await page.mouse.wheel(0, 300);
  await expect.poll(screenWide).toBe(whole);
  expect(complaints).toEqual([]);
});
