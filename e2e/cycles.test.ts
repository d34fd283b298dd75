import { expect, test } from 'vitest';
import { isKept, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { choose, strip, type } from './strip';

const { visit } = useBrowser();
const fivePoses = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(5, 1)));

test('chosen poses become a cycle: again, there and back, with the poses at its ends twice', async () => {
  const { page, complaints } = await fivePoses();
  await choose(page, 1, 3);
  await page.keyboard.press('c');
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (2×2) (3×2) (4×2) 5×2');
  await page.getByRole('combobox', { name: 'Way' }).selectOption('there and back');
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (3×2) (2×2) (3×2) (4×2) (3×2) 5×2');
  await type(page, 'Passes', '1');
  await page.getByRole('checkbox', { name: 'Show the poses at the ends twice' }).check();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (4×2) (3×2) (2×2) 5×2');
  expect(complaints).toEqual([]);
});

test('the list of what was done survives a reload, and leads back and forth', async () => {
  const { page, complaints } = await fivePoses();
  await choose(page, 1, 3);
  await page.keyboard.press('c');
  await tickets(page).nth(0).click();
  await page.keyboard.press('Delete');
  await choose(page, 0, 2);
  await page.keyboard.press('Shift+C');
  await page.getByRole('button', { name: 'History', exact: true }).click();
  const list = page.getByRole('region', { name: 'History' }).getByRole('listitem');
  await expect
    .poll(async () => (await list.allTextContents()).filter(Boolean).slice(-3))
    .toEqual(['Cycle of 3 poses made', '1 pose deleted', 'Cycle unrolled to 6 poses']);
  await isKept(page);
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await page.getByRole('button', { name: 'Cycle of 3 poses made' }).click();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (2×2) (3×2) (4×2) 5×2');
  await page.getByRole('button', { name: 'Cycle unrolled to 6 poses' }).click();
  await expect.poll(() => strip(page)).toBe('2×2 3×2 4×2 2×2 3×2 4×2 5×2');
  expect(complaints).toEqual([]);
});
