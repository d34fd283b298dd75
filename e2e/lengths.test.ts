import { expect, test } from 'vitest';
import { useBrowser, useSharedFilm, openSettings } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { field, frames, said, strip, type } from './strip';

const { visit } = useBrowser();
const sixPoses = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(6, 1)));

test('a hold is typed in any form and foreseen; what is none is refused, and the holds stay', async () => {
  const { page } = await sixPoses();
  await page.keyboard.press('Control+a');
  await field(page, 'Hold').fill('0.5s');
  await expect.poll(() => said(page, 'Hold')).toBe('12 frames, 0.5 s each');
  await page.keyboard.press('Enter');
  await expect.poll(() => frames(page)).toBe(72);
  for (const [typed, words] of [
    ['abc', /not a hold/],
    ['1:2:3:4:5', /not a timecode/],
    ['0', /too short: one frame is the shortest/],
    ['-3', /too short/],
    ['1e9', /not a hold/],
    ['', /missing/],
  ] as const) {
    await type(page, 'Hold', typed);
    await expect.poll(() => said(page, 'Hold'), { message: typed }).toMatch(words);
    await expect.poll(() => frames(page)).toBe(72);
    await page.keyboard.press('Escape');
  }
  await type(page, 'Hold', '0.001s');
  await expect.poll(() => frames(page)).toBe(6);
});

test('a run is fitted exactly; where there are more poses than frames, it asks', async () => {
  const { page } = await sixPoses();
  await page.keyboard.press('Control+a');
  await field(page, 'Fit length to').fill('1s 1f');
  await expect.poll(() => said(page, 'Fit length to')).toBe('25 frames, 1.0 s');
  await page.keyboard.press('Enter');
  await expect.poll(() => strip(page)).toBe('1×4 2×4 3×4 4×5 5×4 6×4');
  await type(page, 'Fit length to', '0');
  await expect.poll(() => said(page, 'Fit length to')).toMatch(/too short/);
  await type(page, 'Fit length to', '4');
  const dialog = page.getByRole('dialog', { name: 'More poses than frames' });
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await expect.poll(() => frames(page)).toBe(25);
  await type(page, 'Fit length to', '4 f');
  await dialog.getByRole('button', { name: 'Drop 2 poses evenly' }).click();
  await expect.poll(() => strip(page)).toBe('1×1 3×1 4×1 6×1');
});

test('another rate asks what becomes of the holds', async () => {
  const { page } = await sixPoses();
  await page.keyboard.press('Control+a');
  await type(page, 'Fit length to', '25 f');
  await openSettings(page);
  const rate = page.getByRole('combobox', { name: 'Rate', exact: true });
  await rate.selectOption('12 frames a second');
  const question = page.getByRole('group', { name: 'Rate of 12' });
  await expect
    .poll(() => question.getByRole('button').allTextContents())
    .toEqual(['Keep holds: 25 frames, 2.1 s', 'Keep seconds: 13 frames, 1.1 s', 'Leave the rate at 24']);
  await question.getByRole('button', { name: /^Keep seconds/ }).click();
  // The button that had the focus is gone; keys go to the dialog all the same, not to the film behind it.
  await page.keyboard.press('Escape');
  await expect.poll(() => frames(page)).toBe(13);
});

test('at a rate at which poses would be shorter than a frame the film may grow', async () => {
  const { page } = await sixPoses();
  await openSettings(page);
  await field(page, 'Any other rate').fill('2');
  await page.keyboard.press('Enter');
  const slower = page.getByRole('group', { name: 'Rate of 2' });
  await expect.poll(() => slower.textContent()).toMatch(/5 poses get too short/);
  await slower.getByRole('button', { name: 'Keep seconds, longer film: 6 frames, 3.0 s' }).click();
  await page.keyboard.press('Escape');
  await expect.poll(() => strip(page)).toBe('1×1 2×1 3×1 4×1 5×1 6×1');
});

test('the hold of new poses can be set for all there are', async () => {
  const { page } = await sixPoses();
  await openSettings(page);
  await type(page, 'Hold of new poses', '3');
  await page.getByRole('button', { name: 'Set all 6 poses to a hold of 3' }).click();
  await page.keyboard.press('Escape');
  await expect.poll(() => frames(page)).toBe(18);
});
