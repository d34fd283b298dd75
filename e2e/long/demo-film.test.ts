import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, openDemoFilm, useBrowser } from '../browser';

const { visit } = useBrowser();

const stageShown = (page: Page): Promise<string | null> =>
  page.getByRole('navigation', { name: 'Stages' }).locator('[aria-current=page]').textContent();
const undo = (page: Page): Promise<string | null> =>
  page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label');

test('stages, holds in seconds, there and back, words, levels and the print are a key away', async () => {
  const { page, complaints } = await visit();
  await openDemoFilm(page);

  await page.keyboard.press('End');
  await page.keyboard.press('Shift+Digit2');
  await expect.poll(() => page.getByTestId('hold-figure').textContent()).toBe('48');
  await page.keyboard.press('Control+z');

  // A run is dragged over, and goes there and back.
  const strip = await page.getByRole('listbox', { name: 'Poses of the film' }).boundingBox();
  if (!strip) throw new Error('no strip');
  await page.mouse.move(strip.x + 200, strip.y + 30);
  await page.mouse.down();
  await page.mouse.move(strip.x + 300, strip.y + 30, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.press('Shift+R');
  await page.getByRole('button', { name: /^Choose the cycle 1 × there and back/ }).waitFor();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');

  // A word that is heard at its time; the pose before it is held until it.
  await page.keyboard.press('Alt+5');
  await expect.poll(() => stageShown(page)).toBe('Sound');
  await page.locator('[data-cue=wait]').click();
  await page.locator('[data-cue=for-me]').click({ modifiers: ['Control'] });
  await page.getByRole('combobox', { name: 'Tied to' }).selectOption('the time of the film');
  await page.getByRole('button', { name: 'Words', exact: true }).click();
  await page.getByRole('button', { name: 'Mark the words' }).click();
  await page.getByRole('button', { name: 'Go to the word on frame 168' }).waitFor();
  await page.keyboard.press('Alt+3');
  await expect.poll(() => stageShown(page)).toBe('Time');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('go to 157');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await counter(page)).frame).toBe(157);
  await page.keyboard.press('j');
  await expect.poll(() => undo(page)).toBe('Undo: Pose held to the word');
  // The pose that follows starts on the word's frame.
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => (await counter(page)).frame).toBe(168);

  await page.getByRole('button', { name: /^Level of Music/ }).click();
  await page.keyboard.type('-14');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Level of Music −14 dB' }).waitFor();

  await page.keyboard.press('Control+p');
  await expect.poll(() => stageShown(page)).toBe('Print');
  await expect
    .poll(() => page.evaluate(() => document.activeElement?.textContent))
    .toContain('Print the film');
  expect(complaints).toEqual([]);
});
