import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { chooseFiles, isKept, notes, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { litPhotos } from './lit-photos';
import { dragOver, onPicture, seen, showMend, undoWords } from './mending';
import type { Colour } from './photos';
import { distance } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();

/** A square moves on before a set that stands still; no photo shows all of that. */
const film = useSharedFilm(
  visit,
  async (page) => {
    await openFilmOf(page, await litPhotos(Array.from({ length: 14 }, (_, n) => [1, 1, n === 3 ? 1.1 : 1])));
  },
  { anew: true },
);

/** The film, with its first photo to be painted on. */
async function painting(): Promise<Awaited<ReturnType<typeof film>>> {
  const opened = await film();
  await showMend(opened.page);
  await opened.page.keyboard.press('Home');
  await opened.page.getByRole('button', { name: 'Paint out' }).click();
  await opened.page.getByRole('button', { name: 'Make one' }).waitFor();
  return opened;
}

/** In the middle of the square of the first photo, where the last one shows the set. */
const PLACE = [0.19, 0.58] as const;
const SQUARE = [230, 220, 40] as const;
const strokes = (page: Page): Promise<number> =>
  page.getByRole('list', { name: 'Strokes, the latest first' }).getByRole('button').count();

/** The set’s colour behind the first photo’s square, read off the last photo; ends on the first photo. */
async function setBehind(page: Page): Promise<Colour> {
  await page.keyboard.press('End');
  await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeGreaterThan(40);
  const set = await seen(page, ...PLACE);
  await page.keyboard.press('Home');
  return set;
}

async function makePlate(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Make one' }).click();
  await expect.poll(() => notes(page)).toContain('has a clean plate, made from 14 photos');
}

test('a plate is made from the photos; brushed in, the set is there; it is undone, done again, and there after a reload', async () => {
  const { page, complaints } = await painting();
  const set = await setBehind(page);
  await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeLessThan(12);
  await makePlate(page);
  await page.getByRole('textbox', { name: 'Size %' }).fill('20');
  await page.keyboard.press('Enter');
  await dragOver(page, [
    [0.12, 0.45],
    [0.25, 0.5],
    [0.12, 0.6],
    [0.25, 0.7],
  ]);
  await expect.poll(() => strokes(page)).toBe(1);
  await expect.poll(async () => distance(await seen(page, ...PLACE), set)).toBeLessThan(12);
  expect(await undoWords(page)).toContain('Painted on PICT101.JPG');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeLessThan(12);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => strokes(page)).toBe(1);
  // Painted back, and what was painted left out.
  await page.keyboard.press('r');
  await dragOver(page, [
    [0.16, 0.58],
    [0.22, 0.58],
  ]);
  await expect.poll(() => strokes(page)).toBe(2);
  await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeLessThan(12);
  await page.getByRole('button', { name: /^Restored, brush/ }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect.poll(async () => distance(await seen(page, ...PLACE), set)).toBeLessThan(12);
  // With Shift a stroke goes on straight from where the hand is: what it went before stays, a way around is none.
  await page.getByRole('button', { name: 'Brush', exact: true }).click();
  await page.getByRole('textbox', { name: 'Size %' }).fill('4');
  await page.keyboard.press('Enter');
  await page.mouse.move(...(await onPicture(page, 0.16, 0.48)));
  await page.mouse.down();
  await page.mouse.move(...(await onPicture(page, 0.16, 0.62)), { steps: 6 });
  await page.keyboard.down('Shift');
  await page.mouse.move(...(await onPicture(page, 0.24, 0.5)), { steps: 6 });
  await page.mouse.move(...(await onPicture(page, 0.23, 0.62)), { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect.poll(() => strokes(page)).toBe(2);
  for (const [x, y] of [
    [0.16, 0.53],
    [0.2, 0.62],
  ] as const)
    await expect.poll(async () => distance(await seen(page, x, y), SQUARE)).toBeLessThan(12);
  expect(distance(await seen(page, 0.23, 0.52), SQUARE)).toBeGreaterThan(40);
  await page.keyboard.press('Control+z');
  await isKept(page);
  await page.reload();
  await page.getByRole('button', { name: 'Paint out' }).click();
  await expect.poll(() => strokes(page)).toBe(1);
  await expect.poll(async () => distance(await seen(page, ...PLACE), set)).toBeLessThan(12);
  expect(complaints).toEqual([]);
});

test('a picture that plays, or is shown as it was, is made ready by a press on it, which says so', async () => {
  const { page, complaints } = await painting();
  await makePlate(page);
  // In a small window, too, the note is read, and the picture stays where it is.
  await page.setViewportSize({ width: 1024, height: 768 });
  const stands = await page.getByTestId('picture').boundingBox();
  const note = page.getByRole('group', { name: 'What Kermis noticed' }).getByRole('paragraph');
  const ways = [
    () => page.keyboard.press('Space'),
    () => page.getByRole('button', { name: 'Before', exact: true }).click(),
    () => page.getByRole('button', { name: 'Both', exact: true }).click(),
  ];
  for (const [at, way] of ways.entries()) {
    await way();
    // What playing really does is told once it has gone on for a while.
    if (at === 0) await page.getByText(/^shows [\d.]+ fps/).waitFor();
    const waits = page.getByRole('button', { name: 'The picture. Press it to stop here and work on it.' });
    await waits.waitFor();
    await page.mouse.click(...(await onPicture(page, 0.19, 0.3)));
    await waits.waitFor({ state: 'detached' });
    await expect
      .poll(() => notes(page))
      .toContain(at === 0 ? 'Stopped on frame' : 'The mended picture is shown now.');
    await note.waitFor();
    expect(await note.evaluate((element) => element.scrollHeight <= element.clientHeight)).toBe(true);
    expect(await page.getByTestId('picture').boundingBox()).toEqual(stands);
    if (at === 0) await page.keyboard.press('Home');
    await dragOver(page, [
      [0.16, 0.58],
      [0.22, 0.58],
    ]);
    await expect.poll(() => strokes(page)).toBe(at + 1);
  }
  expect(complaints).toEqual([]);
});

test('what the plate does not show is found and taken out, and follows to the photos behind', async () => {
  const { page, complaints } = await painting();
  const set = await setBehind(page);
  await makePlate(page);
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.getByRole('button', { name: /^Paint out 1/ }).click();
  await expect.poll(() => strokes(page)).toBe(1);
  await expect.poll(async () => distance(await seen(page, ...PLACE), set)).toBeLessThan(12);
  // What is painted out is not offered again.
  await page.getByTestId('left').getByRole('button', { name: /^Find/ }).click();
  await expect.poll(() => notes(page)).toContain('shows nothing that its plate does not');
  await page.getByRole('textbox', { name: 'Carry on to' }).fill('5');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Carry on' }).click();
  await expect.poll(() => notes(page)).toContain('Carried on to 5 photos.');
  // In the sixth photo the square has gone 150 pixels to the right.
  const there = [PLACE[0] + 150 / 640, PLACE[1]] as const;
  await page.keyboard.press('End');
  const wall = await seen(page, ...there);
  await page.keyboard.press('Home');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown');
  await expect.poll(async () => distance(await seen(page, ...there), wall)).toBeLessThan(14);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => distance(await seen(page, ...there), SQUARE)).toBeLessThan(12);
  expect(complaints).toEqual([]);
});

test('an outline around the subject keeps it and paints all else; a brush is dragged larger', async () => {
  const { page, complaints } = await painting();
  await page.getByRole('combobox', { name: 'Source' }).selectOption('after');
  await page.getByRole('button', { name: 'Subject', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Snap it to edges near it' }).check();
  // Eight pixels outside of the square: what lies between goes, too.
  const corners = [
    [0.05, 0.315],
    [0.325, 0.315],
    [0.325, 0.85],
    [0.05, 0.85],
  ] as const;
  await dragOver(page, [...corners, corners[0]]);
  await expect.poll(() => strokes(page)).toBe(1);
  // The square of the pose after is painted in, besides the one that stays.
  await expect.poll(async () => distance(await seen(page, 0.345, 0.75), SQUARE)).toBeLessThan(40);
  await expect.poll(async () => distance(await seen(page, 0.322, 0.6), SQUARE)).toBeLessThan(40);
  await page.getByRole('button', { name: 'Brush', exact: true }).click();
  const [x, y] = await onPicture(page, 0.7, 0.7);
  await page.mouse.move(x, y);
  await page.mouse.down({ button: 'right' });
  await page.mouse.move(x + 60, y + 20, { steps: 4 });
  await page.mouse.up({ button: 'right' });
  expect(Number(await page.getByRole('textbox', { name: 'Size %' }).inputValue())).toBeGreaterThan(6);
  expect(Number(await page.getByRole('textbox', { name: 'Softness %' }).inputValue())).toBeLessThan(30);
  await page.getByRole('combobox', { name: 'Source' }).selectOption('around');
  await dragOver(page, [
    [0.7, 0.2],
    [0.75, 0.2],
  ]);
  await expect.poll(() => strokes(page)).toBe(2);
  expect(complaints).toEqual([]);
});

test('a stroke is chosen and moved by hand', async () => {
  const { page, complaints } = await painting();
  await page.getByRole('combobox', { name: 'Source' }).selectOption('around');
  await dragOver(page, [
    [0.7, 0.2],
    [0.75, 0.2],
  ]);
  await expect.poll(() => strokes(page)).toBe(1);
  await page.getByRole('button', { name: 'Choose', exact: true }).click();
  await dragOver(page, [
    [0.72, 0.2],
    [0.72, 0.5],
  ]);
  await expect.poll(() => undoWords(page)).toContain('1 stroke moved');
  expect(complaints).toEqual([]);
});

test('the plate is shown and touched up; what it is painted into takes that over', async () => {
  const { page, complaints } = await painting();
  // Wall in the first photo, and the square in the second.
  const beside = [0.335, 0.58] as const;
  const dab = [
    [0.33, 0.56],
    [0.34, 0.6],
  ] as const;
  const wall = await seen(page, ...beside);
  await makePlate(page);
  await dragOver(page, dab);
  await expect.poll(() => strokes(page)).toBe(1);
  const onPlate = page.getByRole('checkbox', { name: 'Show the plate, to retouch it' });
  await onPlate.check();
  await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeGreaterThan(40);
  await page.getByRole('heading', { name: /^Clean plate of Scene 1/ }).waitFor();
  await page.getByRole('combobox', { name: 'Source' }).selectOption('after');
  await dragOver(page, dab);
  await expect.poll(() => strokes(page)).toBe(1);
  expect(await undoWords(page)).toContain('Painted on Clean plate of Scene 1.png');
  await expect.poll(async () => distance(await seen(page, ...beside), SQUARE)).toBeLessThan(25);
  await onPlate.uncheck();
  await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeLessThan(12);
  expect(distance(await seen(page, ...beside), SQUARE)).toBeLessThan(25);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => distance(await seen(page, ...beside), wall)).toBeLessThan(12);
  expect(complaints).toEqual([]);
});

longTest(
  'a plate of another shape and set is laid in the middle, which is said; nothing is looked for by it',
  async () => {
    const { page, complaints } = await painting();
    const create = { width: 480, height: 640, channels: 3, background: '#20a040' } as const;
    const buffer = await sharp({ create }).jpeg().toBuffer();
    await chooseFiles(page, [{ name: 'WALL900.JPG', mimeType: 'image/jpeg', buffer }]);
    await page.getByRole('button', { name: /^Add 1 / }).click();
    await showMend(page);
    await page.keyboard.press('End');
    await page.getByRole('heading', { name: 'WALL900.JPG' }).waitFor();
    await page.getByRole('button', { name: 'This photo' }).click();
    await page.keyboard.press('Home');
    await dragOver(page, [
      [0.12, 0.5],
      [0.25, 0.6],
    ]);
    await expect.poll(() => strokes(page)).toBe(1);
    await expect.poll(() => notes(page)).toContain('WALL900.JPG and PICT101.JPG could not be aligned');
    await expect.poll(async () => distance(await seen(page, ...PLACE), SQUARE)).toBeGreaterThan(40);
    await page.getByTestId('left').getByRole('button', { name: /^Find/ }).click();
    await expect.poll(() => notes(page)).toContain('Choose another plate, or paint by hand.');
    await page.getByRole('button', { name: 'Carry on' }).click();
    await expect.poll(() => notes(page)).toContain('Nothing was carried on. Not sure in PICT101.JPG');
    expect(await strokes(page)).toBe(1);
    expect(complaints).toEqual([]);
  },
);
