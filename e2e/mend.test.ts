import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { isKept, notes, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { LIT, litPhotos } from './lit-photos';
import { seen, showMend, undoWords } from './mending';
import { jpeg, type Colour } from './photos';
import { type } from './strip';
import { colourAt, distance, PrintedFile, printFilm } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();

/** Gains of the photos, well within what a photo holds; the third is the well-lit one. */
const GAINS = [
  [1.25, 1.2, 1.1],
  [0.8, 0.85, 0.9],
  [1, 1, 1],
  [1.3, 1.1, 0.9],
  [0.7, 0.7, 0.75],
  [1.1, 1.15, 1.2],
] as const;

const litFilm = useSharedFilm(visit, async (page) => {
  await openFilmOf(page, await litPhotos(GAINS));
  await page.keyboard.press('Control+a');
  await page.keyboard.press('2');
  await page.keyboard.press('Escape');
});

/** Over the set, away from what moves. */
const CORNER = [0.97, 0.08] as const;
const flicker = async (page: Page): Promise<readonly number[]> =>
  (await page.getByTestId('flicker').locator('dd').allTextContents()).map(Number);
async function matchToThird(page: Page): Promise<void> {
  await showMend(page);
  await tickets(page).nth(2).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Match to this' }).click();
  await expect.poll(() => notes(page)).toContain('5 photos matched');
}

test('photos are matched to the well-lit one, on the screen and in the print, and all of it is undone at once', async () => {
  const { page, complaints } = await litFilm();
  await matchToThird(page);
  await isKept(page);
  const [before = 0, now = 99] = await flicker(page);
  expect(before).toBeGreaterThan(10);
  // The figure is an estimate for a grey photo; the pixels are compared below.
  expect(now).toBeLessThan(before / 10);
  const third = await seen(page, ...CORNER);
  await tickets(page).nth(3).click();
  await page.keyboard.press('Escape');
  await expect.poll(async () => distance(await seen(page, ...CORNER), third)).toBeLessThanOrEqual(3);
  // A key shows it as it came.
  await page.keyboard.press('k');
  await expect.poll(async () => distance(await seen(page, ...CORNER), third)).toBeGreaterThan(8);
  await page.keyboard.press('k');
  await expect.poll(async () => distance(await seen(page, ...CORNER), third)).toBeLessThanOrEqual(3);

  const { bytes } = await printFilm(page, 'MP4', 'even');
  const printed = await PrintedFile.of(bytes);
  try {
    const frames = await printed.frames(LIT.width, LIT.height);
    expect(frames).toHaveLength(12);
    const corners = frames.map((frame) => colourAt(frame, LIT.width, 620, 40));
    for (const corner of corners) expect(distance(corner, corners[4] as Colour)).toBeLessThanOrEqual(6);
  } finally {
    await printed.close();
  }
  await showMend(page);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await flicker(page))[0] === (await flicker(page))[1]).toBe(true);
  expect(complaints).toEqual([]);
});

test('before and after are parted by a divider, dragged and moved by key', async () => {
  const { page, complaints } = await litFilm();
  await matchToThird(page);
  const third = await seen(page, ...CORNER);
  await tickets(page).nth(4).click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  const divider = page.getByRole('slider', { name: 'Divider between before and after' });
  await divider.waitFor();
  await expect.poll(async () => distance(await seen(page, ...CORNER), third)).toBeLessThanOrEqual(3);
  const box = await divider.boundingBox();
  const picture = await page.getByTestId('picture').boundingBox();
  if (!box || !picture) throw new Error('no divider');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(picture.x + picture.width - 2, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  // All of it is as it came.
  await expect.poll(() => divider.getAttribute('aria-valuenow')).toBe('100');
  await expect.poll(async () => distance(await seen(page, ...CORNER), third)).toBeGreaterThan(8);
  await divider.focus();
  await page.keyboard.press('Home');
  await expect.poll(() => divider.getAttribute('aria-valuenow')).toBe('0');
  await expect.poll(async () => distance(await seen(page, ...CORNER), third)).toBeLessThanOrEqual(3);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'After', exact: true }).click();
  await divider.waitFor({ state: 'detached' });
  expect(complaints).toEqual([]);
});

test('brightness and strength are typed and moved by key for all chosen, left out, copied to others and taken back', async () => {
  const { page, complaints } = await litFilm();
  await matchToThird(page);
  const third = await seen(page, ...CORNER);
  await tickets(page).nth(0).click();
  await tickets(page)
    .nth(1)
    .click({ modifiers: ['Shift'] });
  await page.getByRole('heading', { name: '2 chosen photos' }).waitFor();
  await type(page, 'Brightness', '0,5 stops');
  await expect.poll(() => undoWords(page)).toBe('Undo: Brightness of 2 photos set to +0.5');
  await expect.poll(async () => (await seen(page, ...CORNER))[1] - third[1]).toBeGreaterThan(8);
  await page.getByRole('slider', { name: 'Brightness' }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => undoWords(page)).toBe('Undo: Brightness of 2 photos set to +0.45');
  await type(page, 'Brightness', 'bright');
  await expect.poll(() => page.getByRole('alert').first().textContent()).toContain('Still +0.45.');
  await page.keyboard.press('Escape');
  await type(page, 'Strength %', '0');
  await expect.poll(() => undoWords(page)).toBe('Undo: Light of 2 photos matched by 0 %');

  // Copied to another one that has none of it.
  await tickets(page).nth(0).click();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await tickets(page).nth(5).click();
  await page.getByRole('button', { name: 'Paste', exact: true }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Light copied to 1 photo');
  await page.getByRole('checkbox', { name: 'Matching on' }).uncheck();
  await expect.poll(() => undoWords(page)).toBe('Undo: Light of 1 photo off');
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Light of 1 photo reset');
  expect(complaints).toEqual([]);
});

longTest(
  'what cannot be matched is told of and left as it is: black, of another set, or all of one colour',
  async () => {
    const { page, complaints } = await visit();
    const [first, second] = await litPhotos(GAINS.slice(0, 2));
    if (!first || !second) throw new Error('no photos');
    await openFilmOf(page, [
      first,
      second,
      await jpeg('PICT103.JPG', [0, 0, 0], LIT.width, LIT.height),
      await jpeg('PICT104.JPG', [255, 255, 255], LIT.height, LIT.width),
    ]);
    await showMend(page);
    await page.keyboard.press('Home');
    await page.keyboard.press('m');
    await expect.poll(() => notes(page)).toContain('1 photo matched');
    expect(await notes(page)).toContain('PICT103.JPG was left as it is. Too little of it');
    // The only one: there is nothing to match.
    await page.getByLabel('Photos', { exact: true }).selectOption('chosen');
    await page.keyboard.press('m');
    await expect.poll(() => notes(page)).toContain('There is no other photo to match');
    // A reference that is set aside leaves what was found.
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Time', exact: true }).click();
    await tickets(page).nth(0).click();
    await page.keyboard.press('Delete');
    await showMend(page);
    await page.getByRole('heading', { name: 'PICT102.JPG' }).waitFor();
    await expect.poll(() => page.getByRole('textbox', { name: 'Strength %' }).inputValue()).toBe('100');
    expect(complaints).toEqual([]);
  },
);

longTest(
  'matching is stopped half-way: what was found stays, the rest is as it was, and all of it is undone',
  async () => {
    const { page, complaints } = await visit();
    const gains = Array.from({ length: 60 }, (_, i) => GAINS[i % GAINS.length] as (typeof GAINS)[number]);
    await openFilmOf(page, await litPhotos(gains));
    await showMend(page);
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Match to this' }).click();
    // The well-lit one is measured, too.
    await page.getByText(/^[1-9]\d? of 60 photos/).waitFor();
    // It is worked on meanwhile.
    await page.keyboard.press('ArrowDown');
    await page.getByRole('button', { name: 'Stop matching the light' }).click();
    await expect.poll(() => notes(page)).toContain('Stopped. What was found stays.');
    await expect.poll(() => undoWords(page)).toMatch(/^Undo: Light of \d+ photos? matched$/);
    const found = Number(/\d+/.exec((await undoWords(page)) ?? '')?.[0]);
    expect(found).toBeGreaterThan(0);
    expect(found).toBeLessThan(59);
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: 'Match to this' }).waitFor();
    expect(complaints).toEqual([]);
  },
);
