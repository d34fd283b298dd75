import { readFile } from 'node:fs/promises';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { isKept, notes, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { showMend, undoWords } from './mending';
import { jpeg, type Colour } from './photos';
import { field, middle, type } from './strip';
import { colourAt, distance, PrintedFile, printFilm } from './video';

const { visit } = useBrowser();

const [BEIGE, STEEL]: readonly [Colour, Colour] = [
  [200, 160, 120],
  [90, 120, 150],
];
const twoColours = useSharedFilm(
  visit,
  async (page) => openFilmOf(page, [await jpeg('PICT1.JPG', BEIGE), await jpeg('PICT2.JPG', STEEL)]),
  { anew: true },
);

async function showColour(page: Page): Promise<void> {
  await showMend(page);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Colour', exact: true }).click();
  await page.getByRole('combobox', { name: 'Add' }).waitFor();
}
const add = async (page: Page, kind: string): Promise<void> => {
  await page.getByRole('combobox', { name: 'Add' }).selectOption({ label: kind });
};
const shows = async (page: Page, colour: Colour, within = 8): Promise<void> =>
  expect.poll(async () => distance(await middle(page), colour)).toBeLessThan(within);

test('steps are added, set, switched, moved and undone; what is seen is what is printed, and each scope adds to the next', async () => {
  const { page, complaints } = await twoColours();
  await showColour(page);
  await add(page, 'Exposure, contrast');
  await type(page, 'Exposure', '-1');
  // Half of the light: 200 is 0.5776, half of it 145.8; 160 is 115.5; 120 is 85.2 (IEC 61966-2-1).
  const dark: Colour = [146, 115, 85];
  await shows(page, dark);
  await expect.poll(() => undoWords(page)).toBe('Undo: Colour of the film: Exposure, contrast');
  // Of the second alone, before that of the film.
  await tickets(page).nth(1).click();
  await page.getByRole('combobox', { name: 'Photos' }).selectOption('chosen');
  await add(page, 'Black and white');
  await page.keyboard.press('Escape');
  await expect
    .poll(async () => Math.max(...(await middle(page))) - Math.min(...(await middle(page))))
    .toBeLessThan(4);
  await isKept(page);
  const grey = await middle(page);
  const { bytes } = await printFilm(page, 'MP4', 'colour');
  const printed = await PrintedFile.of(bytes);
  try {
    const frames = await printed.frames(320, 240);
    expect(distance(colourAt(frames[0] as Buffer, 320, 160, 120), dark)).toBeLessThan(10);
    expect(distance(colourAt(frames.at(-1) as Buffer, 320, 160, 120), grey)).toBeLessThan(10);
  } finally {
    await printed.close();
  }

  await showMend(page);
  await page.keyboard.press('Home');
  await page.getByRole('combobox', { name: 'Photos' }).selectOption('film');
  await add(page, 'Levels');
  await type(page, 'Darkest', '100');
  await expect.poll(async () => (await middle(page))[2]).toBeGreaterThan(145);
  // Darker after: the lightest black becomes darker, too.
  await page.getByRole('button', { name: 'Levels earlier' }).click();
  await expect.poll(async () => (await middle(page))[2]).toBeLessThan(130);
  await page.getByRole('checkbox', { name: 'Levels on' }).uncheck();
  await shows(page, dark);
  await page.getByRole('button', { name: 'Delete Levels' }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Colour of the film: Levels deleted');
  await page.keyboard.press('k');
  await shows(page, BEIGE);
  await page.keyboard.press('k');
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await shows(page, BEIGE);
  await page.keyboard.press('Control+z');
  await shows(page, dark);
  expect(complaints).toEqual([]);
});

test('a curve is bent by hand and by keys; grey, black and white are picked from the picture', async () => {
  const { page, complaints } = await twoColours();
  await showColour(page);
  await add(page, 'Curves');
  await page.getByRole('button', { name: 'Add a point' }).click();
  const point = page.getByRole('button', { name: /^Point 2 of the curve: 128 becomes 128/ });
  await point.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => (await middle(page))[2] - BEIGE[2]).toBeGreaterThan(40);
  const bent = page.getByRole('button', { name: /^Point 2 of the curve: 128 becomes 191/ });
  const box = await bent.boundingBox();
  if (!box) throw new Error('no point');
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(box.x + 12, box.y + 100, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => BEIGE[2] - (await middle(page))[2]).toBeGreaterThan(10);
  await page.getByRole('button', { name: /^Point 2 of the curve/ }).focus();
  await page.keyboard.press('Delete');
  await shows(page, BEIGE);
  await page.getByRole('button', { name: 'Delete Curves' }).click();

  await add(page, 'Warmth, tint');
  await page.getByRole('button', { name: 'Something grey' }).click();
  const sheet = page.getByRole('button', { name: /^Click the colour to pick/ });
  await sheet.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => Math.max(...(await middle(page))) - Math.min(...(await middle(page))))
    .toBeLessThan(5);
  await add(page, 'Levels');
  await page.getByRole('button', { name: 'White', exact: true }).click();
  await sheet.click();
  await shows(page, [255, 255, 255]);
  // What is just picked ends with the tool: the picture is shown with all steps again.
  await page.getByRole('button', { name: 'White', exact: true }).click();
  await shows(page, [161, 161, 161], 12);
  await page.getByRole('button', { name: 'Light', exact: true }).click();
  await shows(page, [255, 255, 255]);
  await page.getByRole('button', { name: 'Colour', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Show clipping' }).check();
  await page.getByTestId('clipping').waitFor();
  await expect.poll(() => page.getByTestId('clipped').textContent()).toContain('white 100 %');
  expect(complaints).toEqual([]);
});

test('a look is kept and taken in another scope, copied, saved as a table and read back; what is no table is told of', async () => {
  const { page, complaints } = await twoColours();
  await showColour(page);
  await add(page, 'Channel mixer');
  await type(page, 'Red from red', '0');
  await type(page, 'Red from blue', '100');
  const mixed: Colour = [120, 160, 120];
  await shows(page, mixed);
  await type(page, 'Save these steps as', 'Moss');
  await expect.poll(() => notes(page)).toContain('“Moss” is saved for other films.');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'LUT', exact: true }).click(),
  ]);
  const cube = await readFile(await download.path(), 'utf8');
  expect(cube).toContain('LUT_3D_SIZE 65');
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await shows(page, BEIGE);
  await page.getByRole('combobox', { name: 'Photos' }).selectOption('scene');
  await page.getByRole('combobox', { name: 'Look' }).selectOption('Moss');
  await page.getByRole('button', { name: 'Use it', exact: true }).click();
  await shows(page, mixed);
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await shows(page, BEIGE);

  const files = page.getByTestId('cubes');
  const broken = cube.split('\n').slice(0, 900).join('\n');
  await files.setInputFiles([
    { name: 'cut.cube', mimeType: 'text/plain', buffer: Buffer.from(broken) },
    { name: 'moss.cube', mimeType: 'text/plain', buffer: Buffer.from(cube) },
  ]);
  await shows(page, mixed);
  await expect.poll(() => notes(page)).toContain('cut.cube is cut short');
  await type(page, 'Strength', '0');
  await shows(page, BEIGE);
  await isKept(page);
  await page.reload();
  await showColour(page);
  await page.getByRole('combobox', { name: 'Photos' }).selectOption('scene');
  await page.getByRole('button', { name: 'moss.cube', exact: true }).click();
  await expect.poll(() => field(page, 'Strength').inputValue()).toBe('0');
  await page.getByRole('combobox', { name: 'Look' }).selectOption('Moss');
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect.poll(() => notes(page)).toContain('“Moss” is deleted.');
  expect(complaints).toEqual([]);
});
