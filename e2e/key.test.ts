import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { isKept, notes, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { keyedPhotos } from './keyed-photos';
import { card, toSort } from './tray';
import { dragOver, onPicture, seen, showMend, undoWords } from './mending';
import { distance } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();

const film = useSharedFilm(visit, async (page) => openFilmOf(page, await keyedPhotos(5)), { anew: true });

/** On the card, right of the figure in every photo, and on its body in the first. */
const CARD = [0.9, 0.15] as const;
const BODY = [0.25, 0.55] as const;
const GREEN = [63, 160, 85] as const;
const BLACK = [0, 0, 0] as const;

/** The film with its key open. */
async function keying(): Promise<Awaited<ReturnType<typeof film>>> {
  const opened = await film();
  await showMend(opened.page);
  await opened.page.keyboard.press('Home');
  await opened.page.getByRole('button', { name: 'Key', exact: true }).click();
  await opened.page.getByRole('button', { name: 'Pick', exact: true }).waitFor();
  return opened;
}

async function pickCard(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Pick', exact: true }).click();
  await page.mouse.click(...(await onPicture(page, ...CARD)));
  await page.getByText('Backing found in 5 of 5 photos').waitFor();
}

const farFrom = (page: Page, colour: readonly [number, number, number]): Promise<number> =>
  seen(page, ...CARD).then((here) => distance(here, colour));

test('the card is picked: it goes from all photos, a gradient comes behind; its matte is seen; undone, done again, and there after a reload', async () => {
  const { page, complaints } = await keying();
  await expect.poll(() => farFrom(page, GREEN)).toBeLessThan(25);
  const body = await seen(page, ...BODY);
  await pickCard(page);
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await expect.poll(async () => distance(await seen(page, ...BODY), body)).toBeLessThan(6);
  await page.keyboard.press('End');
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await page.keyboard.press('Home');
  await page.getByRole('combobox', { name: 'Background' }).selectOption('a gradient');
  await expect.poll(() => farFrom(page, [82, 132, 193])).toBeLessThan(12);
  expect(await undoWords(page)).toContain('Key of Scene 1: a gradient as background');
  await page.getByRole('button', { name: 'Matte', exact: true }).click();
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await expect.poll(() => seen(page, ...BODY)).toEqual([255, 255, 255]);
  await page.getByRole('button', { name: 'Dropped', exact: true }).click();
  await expect.poll(() => farFrom(page, GREEN)).toBeLessThan(25);
  await page.getByRole('button', { name: 'Result', exact: true }).click();
  await page.keyboard.press('Control+z');
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => farFrom(page, BLACK)).toBeGreaterThan(60);
  await isKept(page);
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await expect.poll(() => farFrom(page, [82, 132, 193])).toBeLessThan(12);
  expect(complaints).toEqual([]);
});

test('parts are drawn that always stay or go; a pose by itself is left out, and cut out otherwise', async () => {
  const { page, complaints } = await keying();
  await pickCard(page);
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  const around = [
    [0.8, 0.05],
    [0.98, 0.05],
    [0.98, 0.3],
    [0.8, 0.3],
  ] as const;
  await dragOver(page, around);
  await page.getByText('1: always kept').waitFor();
  await expect.poll(() => farFrom(page, BLACK)).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Drop', exact: true }).click();
  await dragOver(page, around);
  await page.getByText('2: always dropped').waitFor();
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  // Deleting the “dropped” outline brings its part back.
  await page.getByRole('button', { name: 'Delete part 2' }).click();
  await expect.poll(() => farFrom(page, BLACK)).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Delete part 1' }).click();
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await page.keyboard.press('Escape');
  // The second pose alone.
  await tickets(page).nth(1).click();
  await page.getByRole('combobox', { name: 'Photos' }).selectOption('1 pose');
  await page.getByRole('checkbox', { name: 'Cut out 1 pose' }).click();
  await expect.poll(() => farFrom(page, GREEN)).toBeLessThan(25);
  await page.getByRole('checkbox', { name: 'Cut out 1 pose' }).click();
  await page.getByRole('combobox', { name: 'Background' }).selectOption('a colour');
  await expect.poll(() => farFrom(page, [59, 116, 185])).toBeLessThan(4);
  await tickets(page).nth(0).click();
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  expect(complaints).toEqual([]);
});

test('a photo of the film stands behind, in the subject’s light; once it is taken out it is said, and undo brings it back', async () => {
  const { page, complaints } = await keying();
  await pickCard(page);
  await page.getByRole('combobox', { name: 'Background' }).selectOption('a photo');
  await page.getByRole('combobox', { name: 'Which' }).selectOption('PICT105.JPG');
  await expect.poll(() => farFrom(page, GREEN)).toBeLessThan(25);
  await page.getByRole('button', { name: 'Match its light' }).click();
  await page.getByRole('slider', { name: 'Strength' }).waitFor();
  await expect.poll(() => farFrom(page, GREEN)).toBeGreaterThan(15);
  await page.getByRole('textbox', { name: 'Right %' }).fill('1000');
  await page.keyboard.press('Enter');
  await page
    .getByText(/Right % .*100/)
    .first()
    .waitFor();
  await page.keyboard.press('Escape');
  await toSort(page);
  await card(page, 'PICT105').click();
  await page.keyboard.press('Delete');
  // Set aside it stands behind all the same.
  await showMend(page);
  await expect.poll(() => farFrom(page, BLACK)).toBeGreaterThan(60);
  await toSort(page);
  await card(page, 'PICT105').click();
  await page.getByRole('button', { name: 'Delete from film and tray' }).click();
  await expect.poll(() => notes(page)).toContain('used as a background');
  await showMend(page);
  await page.getByText('This background is not in the film any more.').waitFor();
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  await page.keyboard.press('Control+z');
  await page.getByText('This background is not in the film any more.').waitFor({ state: 'detached' });
  expect(complaints).toEqual([]);
});

longTest('a colour that is not the card’s is told of; without a colour nothing can be set', async () => {
  const { page, complaints } = await keying();
  expect(await page.getByRole('textbox', { name: 'Width' }).isDisabled()).toBe(true);
  await page.getByRole('button', { name: 'Pick', exact: true }).click();
  // On the grey body, which has no colour of its own.
  await page.mouse.click(...(await onPicture(page, 0.24, 0.92)));
  await expect.poll(() => notes(page)).toContain('has little colour');
  await page.getByRole('button', { name: 'Delete colour 1' }).click();
  await page.getByText('No colour is picked yet.').waitFor();
  await expect.poll(() => farFrom(page, GREEN)).toBeLessThan(25);
  // Two clicks one right after the other are two colours.
  await page.mouse.click(...(await onPicture(page, ...CARD)));
  await page.mouse.click(...(await onPicture(page, 0.6, 0.1)));
  await page.getByRole('button', { name: 'Delete colour 2' }).waitFor();
  await page.getByText('Backing found in 5 of 5 photos').waitFor();
  await expect.poll(() => farFrom(page, BLACK)).toBe(0);
  expect(complaints).toEqual([]);
});
