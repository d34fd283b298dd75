import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { choose } from './strip';

const { visit } = useBrowser();
const fortyPoses = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(40, 1)), {
  anew: true,
});

const left = (page: Page): Promise<number> =>
  page.getByTestId('strip-scroll').evaluate((element) => element.scrollLeft);
/** Pixels that a frame is wide. */
const pixels = async (page: Page): Promise<number> => {
  const style = await page.getByRole('listbox', { name: 'Poses of the film' }).getAttribute('style');
  return Number(/--frame: ?([\d.]+)px/.exec(style ?? '')?.[1]);
};
const stripBox = async (page: Page): Promise<{ x: number; y: number; width: number }> => {
  const box = await page.getByTestId('strip-scroll').boundingBox();
  if (!box) throw new Error('no strip');
  return box;
};
const ticketOf = (page: Page, number: number): Locator =>
  page.getByRole('option', { name: new RegExp(`PICT0*${number}\\.JPG`) });

test('keys come closer and go away again, to the chosen poses and to the whole film', async () => {
  const { page, complaints } = await fortyPoses();
  const whole = await pixels(page);
  await page.keyboard.press('i');
  await expect.poll(async () => (await pixels(page)) / whole).toBeCloseTo(1.5, 2);
  await page.keyboard.press('o');
  await expect.poll(() => pixels(page)).toBeCloseTo(whole, 2);
  await choose(page, 4, 7);
  await page.keyboard.press('Shift+W');
  await expect.poll(() => pixels(page)).toBeGreaterThan(5 * whole);
  await page.keyboard.press('w');
  await expect.poll(() => pixels(page)).toBeCloseTo(whole, 2);
  expect(complaints).toEqual([]);
});

test('the wheel zooms around the pointer', async () => {
  const { page, complaints } = await fortyPoses();
  const box = await stripBox(page);
  const x = box.width * 0.8;
  /** The frame, with its parts, that is under the pointer. */
  const under = async (): Promise<number> => ((await left(page)) + x) / (await pixels(page));
  await page.mouse.move(box.x + x, box.y + 120);
  const meant = await under();
  await page.keyboard.down('Control');
  for (const direction of [-1, -1, -1, 1, -1]) {
    const before = await pixels(page);
    await page.mouse.wheel(0, direction * 100);
    await expect.poll(() => pixels(page)).not.toBe(before);
    // Scrolled to whole pixels.
    await expect.poll(async () => Math.abs((await under()) - meant) * (await pixels(page))).toBeLessThan(2);
  }
  await page.keyboard.up('Control');
  // The playhead, on the first frame, is left behind.
  await expect.poll(() => left(page)).toBeGreaterThan(100);
  expect(complaints).toEqual([]);
});

test('keys zoom around a playhead that is in sight', async () => {
  const { page, complaints } = await fortyPoses();
  await ticketOf(page, 30).click();
  await expect.poll(async () => (await counter(page)).frame).toBeGreaterThan(1);
  const { frame } = await counter(page);
  for (const key of ['i', 'i', 'o']) await page.keyboard.press(key);
  const place = async (): Promise<number> => (frame - 1) * (await pixels(page)) - (await left(page));
  await expect.poll(() => left(page)).toBeGreaterThan(0);
  const stays = await place();
  for (const key of ['i', 'o', 'i']) {
    const before = await pixels(page);
    await page.keyboard.press(key);
    await expect.poll(() => pixels(page)).not.toBe(before);
    await expect.poll(async () => Math.abs((await place()) - stays)).toBeLessThan(3);
  }
  expect(complaints).toEqual([]);
});

test('chosen poses fill the strip from its left side to its right', async () => {
  const { page, complaints } = await fortyPoses();
  const box = await stripBox(page);
  await choose(page, 10, 19);
  await page.keyboard.press('Shift+W');
  const begins = async (): Promise<number> => ((await ticketOf(page, 11).boundingBox())?.x ?? 0) - box.x;
  await expect.poll(begins).toBeLessThan(20);
  await expect.poll(begins).toBeGreaterThanOrEqual(0);
  const ends = async (): Promise<number> => {
    const last = await ticketOf(page, 20).boundingBox();
    return ((last?.x ?? 0) + (last?.width ?? 0) - box.x) / box.width;
  };
  await expect.poll(ends).toBeGreaterThan(0.9);
  await expect.poll(ends).toBeLessThanOrEqual(1);
  expect(complaints).toEqual([]);
});

test('where tickets are too narrow a pose is told, chosen by a click, and a run by dragging', async () => {
  const { page, complaints } = await fortyPoses();
  await page.keyboard.press('Control+a');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+d');
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await counter(page)).frames).toBe(320);
  const band = await page.getByRole('listbox', { name: 'Poses of the film' }).boundingBox();
  if (!band) throw new Error('no band');
  const at = async (pose: number): Promise<number> => band.x + (2 * pose - 1) * (await pixels(page));
  const y = band.y + band.height / 2;
  const heading = page.getByRole('region', { name: 'Chosen poses' }).getByRole('heading').first();
  await page.mouse.move(await at(57), y);
  await expect
    .poll(() => page.getByTestId('pose-lens').textContent())
    .toMatch(/^pose 57 · photo \d+ · 2 frames$/);
  await page.mouse.click(await at(57), y);
  await expect.poll(() => heading.textContent()).toBe('1 pose chosen');
  await expect.poll(async () => Math.ceil((await counter(page)).frame / 2)).toBe(57);
  await page.mouse.move(await at(20), y);
  await page.mouse.down();
  await page.mouse.move(await at(25), y, { steps: 3 });
  await page.mouse.move(await at(29), y, { steps: 3 });
  await page.mouse.up();
  await expect.poll(() => heading.textContent()).toBe('10 poses chosen');
  expect(complaints).toEqual([]);
});
