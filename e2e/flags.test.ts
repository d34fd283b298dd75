import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { bringIn, counter, notes, tickets, useBrowser, useSharedFilm } from './browser';
import { numbered } from './photos';
import { type } from './strip';

const { visit } = useBrowser();
/** Eight poses on twos; a flag on the fifth. */
const flagged = useSharedFilm(visit, async (page) => {
  await bringIn(page, await numbered(8, 1));
  // On its first frame.
  await tickets(page)
    .nth(4)
    .click({ position: { x: 8, y: 20 } });
  await page.keyboard.press('f');
  await type(page, 'Words', 'clop');
});

const place = (page: Page): Promise<string | null> =>
  page.getByRole('button', { name: /^Go to note “clop”/ }).getAttribute('aria-label');
const dialog = (page: Page): Locator => page.getByRole('dialog');

test('a flag keeps to its pose, and stays behind, loose, where the pose is deleted', async () => {
  const { page, complaints } = await flagged();
  await expect.poll(() => place(page)).toMatch(/frame 9$/);
  await tickets(page).nth(0).click();
  await page.keyboard.press('6');
  await expect.poll(() => place(page)).toMatch(/frame 13$/);
  await tickets(page).nth(4).click();
  await page.keyboard.press('Delete');
  await expect.poll(() => place(page)).toMatch(/frame 13, loose/);
  await page.keyboard.press('Control+z');
  await expect.poll(() => place(page)).toMatch(/frame 13$/);
  expect(complaints).toEqual([]);
});

test('a key goes from flag to flag, and says where there is none', async () => {
  const { page, complaints } = await flagged();
  await page.keyboard.press('.');
  await expect.poll(async () => (await counter(page)).frame).toBe(9);
  await page.keyboard.press('.');
  await expect.poll(() => notes(page)).toMatch(/No flag or word behind this frame/);
  expect(complaints).toEqual([]);
});

test('all keys are on a sheet that is one key away', async () => {
  const { page, complaints } = await flagged();
  await page.keyboard.press('?');
  await page.getByRole('dialog', { name: 'Keys' }).getByText('Opposite order').waitFor();
  await page.keyboard.press('Escape');
  await dialog(page).waitFor({ state: 'detached' });
  expect(complaints).toEqual([]);
});
