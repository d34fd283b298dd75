import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { isKept, notes, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { LIT, litPhotos, shiftedPhotos } from './lit-photos';
import { seen, showMend, undoWords } from './mending';
import { jpeg, type Colour } from './photos';
import { field, type } from './strip';
import { colourAt, distance, PrintedFile, printFilm } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();

/** Where the stand stood, in pixels; it was bumped before the fifth photo, and the third jittered. */
const SHIFTS = [
  [0, 0],
  [0, 0],
  [2, -1],
  [0, 0],
  [11, -7],
  [11, -7],
  [11, -7],
  [11, -7],
] as const;

const bumpedFilm = useSharedFilm(
  visit,
  async (page) => {
    await openFilmOf(page, await shiftedPhotos(SHIFTS));
    await page.keyboard.press('Control+a');
    await page.keyboard.press('2');
    await page.keyboard.press('Escape');
  },
  { anew: true },
);

async function showSteady(page: Page): Promise<void> {
  await showMend(page);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Steady', exact: true }).click();
  await page.getByRole('combobox', { name: 'Photos' }).waitFor();
}

/** Places over the set where patches meet: what is a pixel off looks otherwise. */
const PLACES = [
  [0.301, 0.135],
  [0.551, 0.202],
  [0.75, 0.335],
  [0.2, 0.868],
] as const;
const allSeen = (page: Page): Promise<Colour[]> => Promise.all(PLACES.map(([x, y]) => seen(page, x, y)));
const farthest = (some: readonly Colour[], others: readonly Colour[]): number =>
  Math.max(...some.map((colour, i) => distance(colour, others[i] as Colour)));
const shake = async (page: Page): Promise<readonly number[]> =>
  (await page.getByTestId('shake').locator('dd').allTextContents()).map(Number);

test('photos are steadied to the first, on the screen and in the print; a bump is told of; all of it is undone at once', async () => {
  const { page, complaints } = await bumpedFilm();
  await showSteady(page);
  const first = await allSeen(page);
  await page.keyboard.press('End');
  await expect.poll(async () => farthest(await allSeen(page), first)).toBeGreaterThan(20);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Steady it' }).click();
  await expect.poll(() => notes(page)).toContain('7 photos steadied. The tripod was bumped once.');
  await isKept(page);
  const [before = 0, now = 99] = await shake(page);
  expect(before).toBeGreaterThan(3);
  expect(now).toBeLessThan(0.1);
  await page.keyboard.press('End');
  await expect.poll(async () => farthest(await allSeen(page), first)).toBeLessThan(12);
  await page.keyboard.press('k');
  await expect.poll(async () => farthest(await allSeen(page), first)).toBeGreaterThan(20);
  await page.keyboard.press('k');

  // The largest part that all share, so that no edge is seen.
  await page.getByRole('button', { name: 'Crop it' }).click();
  await expect.poll(() => notes(page)).toMatch(/cropped to what all its photos share: 9[78]/);
  const { bytes } = await printFilm(page, 'MP4', 'steady');
  const printed = await PrintedFile.of(bytes);
  try {
    const frames = await printed.frames(LIT.width, LIT.height);
    expect(frames).toHaveLength(16);
    for (const [x, y] of PLACES) {
      const colours = frames.map((frame) => colourAt(frame, LIT.width, x * LIT.width, y * LIT.height));
      expect(Math.max(...colours.map((colour) => distance(colour, colours[0] as Colour)))).toBeLessThan(16);
    }
  } finally {
    await printed.close();
  }
  await showMend(page);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Steady it' }).waitFor();
  expect(complaints).toEqual([]);
});

test('a bump alone is taken out: photos before it stay as they came, what jitters goes on', async () => {
  const { page, complaints } = await bumpedFilm();
  await showSteady(page);
  await page.getByRole('combobox', { name: 'Remove' }).selectOption('bumps');
  await page.keyboard.press('m');
  await expect.poll(() => notes(page)).toContain('7 photos steadied. The tripod was bumped once.');
  const [, now = 0] = await shake(page);
  expect(now).toBeGreaterThan(0.5);
  // The third jitters as it did: nothing is done about it.
  await tickets(page).nth(2).click();
  await page.getByRole('combobox', { name: 'Overlay' }).selectOption('difference');
  // Just right of the edge of a patch.
  const edge = async (): Promise<number> => Math.max(...(await seen(page, 169 / LIT.width, 0.2)));
  await expect.poll(edge).toBeGreaterThan(20);
  await tickets(page).nth(5).click();
  await expect.poll(async () => Math.max(...(await allSeen(page)).flat())).toBeLessThan(16);
  expect(complaints).toEqual([]);
});

test('photos are moved by hand: dragged, by key, typed, copied, by clicking the same point, and taken back', async () => {
  const { page, complaints } = await bumpedFilm();
  await showSteady(page);
  const first = await allSeen(page);
  await tickets(page).nth(4).click();
  await page.keyboard.press('Alt+ArrowLeft');
  await page.keyboard.press('Alt+Shift+ArrowDown');
  await expect.poll(() => field(page, 'Right px').inputValue()).toBe('−1');
  await expect.poll(() => field(page, 'Down px').inputValue()).toBe('+0.1');
  await page.keyboard.press('Alt+.');
  await expect.poll(() => field(page, 'Turn °').inputValue()).toBe('+0.01');
  await type(page, 'Turn °', '0');
  await type(page, 'Right px', '-11');
  await type(page, 'Down px', '7');
  await expect.poll(() => undoWords(page)).toBe('Undo: 1 photo moved by hand');
  await expect.poll(async () => farthest(await allSeen(page), first)).toBeLessThan(8);
  // The others behind the bump as this one.
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await tickets(page).nth(5).click();
  await tickets(page)
    .nth(7)
    .click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Paste', exact: true }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Place by hand copied to 3 photos');
  await page.keyboard.press('End');
  await page.keyboard.press('Escape');
  await expect.poll(async () => farthest(await allSeen(page), first)).toBeLessThan(8);
  await page.keyboard.press('Control+z');

  // A corner of a patch is clicked in the fourth photo and in the fifth.
  await tickets(page).nth(3).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Click a point' }).click();
  const sheet = page.getByRole('button', { name: /^Click the same point/ });
  const box = await sheet.boundingBox();
  if (!box) throw new Error('nothing to click');
  const scale = box.width / LIT.width;
  await page.mouse.click(box.x + 200 * scale, box.y + 100 * scale);
  await expect.poll(() => page.getByRole('heading', { name: 'PICT105.JPG' }).isVisible()).toBe(true);
  await page.mouse.click(box.x + 220 * scale, box.y + 100 * scale);
  await page.getByRole('heading', { name: 'PICT106.JPG' }).waitFor();
  await page.getByRole('button', { name: 'Stop clicking' }).click();
  await tickets(page).nth(4).click();
  await expect
    .poll(async () => Number((await field(page, 'Right px').inputValue()).replace('−', '-')))
    .toBeCloseTo(-31, 0);

  // Dragged by 20 pixels of the film.
  const photo = page.getByRole('button', { name: /^The photo: drag it/ });
  await photo.waitFor();
  await page.mouse.move(box.x + 100, box.y + 100);
  await page.mouse.down();
  await page.mouse.move(box.x + 100 + 20 * scale, box.y + 100, { steps: 4 });
  await page.mouse.up();
  await expect
    .poll(async () => Number((await field(page, 'Right px').inputValue()).replace('−', '-')))
    .toBeCloseTo(-11, 0);
  await page.getByRole('checkbox', { name: 'Steadying on' }).uncheck();
  await expect.poll(() => undoWords(page)).toBe('Undo: Steadying of 1 photo off');
  await page.getByRole('button', { name: 'Reset', exact: true }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Place of 1 photo reset');
  expect(complaints).toEqual([]);
});

longTest(
  'what cannot be steadied is told of and left as it is: black, of another set, of another shape',
  async () => {
    const { page, complaints } = await visit();
    const [first, second] = await shiftedPhotos(SHIFTS.slice(0, 2));
    const [other] = await litPhotos([[1, 1, 1]]);
    if (!first || !second || !other) throw new Error('no photos');
    await openFilmOf(page, [
      first,
      second,
      await jpeg('PICT103.JPG', [0, 0, 0], LIT.width, LIT.height),
      await jpeg('PICT104.JPG', [255, 255, 255], LIT.height, LIT.width),
      { ...other, name: 'PICT105.JPG' },
    ]);
    await showSteady(page);
    await page.keyboard.press('m');
    await expect.poll(() => notes(page)).toContain('PICT103.JPG, PICT104.JPG');
    expect(await notes(page)).toMatch(/[12] photos? steadied\./);
    expect(await notes(page)).toContain('left as it is');
    await page.getByRole('combobox', { name: 'Photos' }).selectOption('chosen');
    await page.keyboard.press('m');
    await expect.poll(() => notes(page)).toContain('There is no other photo to steady');
    expect(complaints).toEqual([]);
  },
);

longTest(
  'steadying is stopped half-way: what was found stays, the rest is as it was; photos that are equal are not moved',
  async () => {
    const { page, complaints } = await visit();
    const shifts = Array.from({ length: 50 }, (_, i) =>
      i % 2 === 0 ? ([0, 0] as const) : ([3, 2] as const),
    );
    await openFilmOf(page, await shiftedPhotos(shifts));
    await showSteady(page);
    await page.keyboard.press('m');
    await page.getByText(/^[1-9]\d? of 49 photos/).waitFor();
    await page.getByRole('button', { name: 'Stop steadying the picture' }).click();
    await expect.poll(() => notes(page)).toContain('Stopped. What was found stays.');
    await expect.poll(() => undoWords(page)).toMatch(/^Undo: \d+ photos? steadied$/);
    const found = Number(/\d+/.exec((await undoWords(page)) ?? '')?.[0]);
    expect(found).toBeGreaterThan(0);
    expect(found).toBeLessThan(49);
    // The third is as the first: nothing is done about it.
    await tickets(page).nth(2).click();
    await page.getByRole('combobox', { name: 'Overlay' }).selectOption('difference');
    await expect.poll(async () => Math.max(...(await allSeen(page)).flat())).toBeLessThan(4);
    await page.keyboard.press('Control+z');
    await expect.poll(() => undoWords(page)).not.toContain('steadied');
    expect(complaints).toEqual([]);
  },
);
