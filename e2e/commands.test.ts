import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, openSettings, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { strip } from './strip';

const { visit } = useBrowser();
const sixPoses = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(6, 1)));

/** What is typed goes to what has the focus; the list is read where it is marked. */
async function find(page: Page, words: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog', { name: 'Find a command' }).waitFor();
  await page.keyboard.type(words);
}
const focused = (page: Page): Promise<string | undefined> =>
  page.evaluate(() => {
    const element = document.activeElement as HTMLInputElement | null;
    return element?.labels?.[0]?.textContent ?? element?.textContent ?? undefined;
  });

test('what is found is done, from any stage, and leads to the field that is meant', async () => {
  const { page, complaints } = await sixPoses();
  await tickets(page).nth(1).click();
  await find(page, 'fours chosen');
  await page.keyboard.press('Enter');
  await expect.poll(() => strip(page)).toMatch(/^1×2 2×4 3×2/);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await find(page, 'pose 3');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await counter(page)).frame).toBe(7);
  await find(page, 'rename scene');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toBe('Name of the scene');
  await page.keyboard.type('Carousel');
  await page.keyboard.press('Enter');
  await page.getByRole('region', { name: 'Scenes' }).getByText('Carousel').waitFor();
  await find(page, 'measure loudness');
  await page.keyboard.press('Enter');
  await page.getByTestId('loudness').waitFor();
  expect(complaints).toEqual([]);
});

test('what cannot be done now says why, and is passed over by the arrows; what they mark is in sight', async () => {
  const { page, complaints } = await sixPoses();
  await page.keyboard.press('Escape');
  await find(page, 'volume');
  const level = page.getByRole('option', { name: /^Level of the chosen cues/ });
  await expect.poll(() => level.textContent()).toContain('Choose a cue on its lane first.');
  await expect.poll(() => level.getAttribute('aria-disabled')).toBe('true');
  for (let i = 0; i < 9; i++) await page.keyboard.press('Backspace');
  for (let i = 0; i < 30; i++) {
    await page.keyboard.press('ArrowDown');
    const seen = await page
      .getByRole('dialog')
      .locator('[role=option][aria-selected=true]')
      .evaluate((option) => {
        const list = option.closest('[role=listbox]')?.getBoundingClientRect();
        const { top, bottom } = option.getBoundingClientRect();
        return list !== undefined && top >= list.top - 1 && bottom <= list.bottom + 1;
      });
    expect(seen, `after ${i + 1} steps`).toBe(true);
  }
  await page.keyboard.press('Escape');
  expect(complaints).toEqual([]);
});

test('a dialog takes what is typed where a person would type', async () => {
  const { page, complaints } = await sixPoses();
  await openSettings(page);
  await expect.poll(() => focused(page)).toBe('Name of the film');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('The Lost Balloon');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Film: The Lost Balloon/ }).waitFor();
  expect(complaints).toEqual([]);
});

test('all shortcuts are on a sheet that is one key away, those of the stage first, found by typing', async () => {
  const { page, complaints } = await sixPoses();
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog', { name: 'Shortcuts' });
  await expect.poll(() => sheet.locator('h3').first().textContent()).toBe('Time, Mend, Sound: play');
  await page.keyboard.type('reverse');
  await expect
    .poll(() => sheet.getByRole('definition').allTextContents())
    .toEqual(['Reverse the chosen poses', 'Reverse the chosen cues']);
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  expect(complaints).toEqual([]);
});

test('a question mark on a panel opens the guide at its chapter; Escape leads back to it', async () => {
  const { page, complaints } = await sixPoses();
  await page.getByRole('button', { name: 'Flags', exact: true }).click();
  const help = page.getByRole('button', { name: 'Help: Flags' });
  await help.click();
  const guide = page.getByRole('dialog', { name: 'Guide' });
  await guide.getByRole('article', { name: 'Flags' }).getByText('Flag this frame').waitFor();
  await guide.getByRole('button', { name: 'Steady', exact: true }).click();
  await guide.getByRole('article', { name: 'Steady' }).getByText('Click a point').waitFor();
  await page.keyboard.press('Escape');
  await guide.waitFor({ state: 'detached' });
  await expect.poll(() => help.evaluate((element) => element === document.activeElement)).toBe(true);
  expect(complaints).toEqual([]);
});
