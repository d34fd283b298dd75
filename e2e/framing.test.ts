import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, isKept, notes, openDemoFilm, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { showMend, undoWords } from './mending';
import { CORNERS, turned, type Colour } from './photos';
import { colourSeen, middle, said, type } from './strip';
import { colourAt, distance, PrintedFile, printFilm } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();
const threePoses = useSharedFilm(
  visit,
  async (page) =>
    openFilmOf(
      page,
      await Promise.all([1, 2, 3].map(async (n) => ({ ...(await turned(1)), name: `PICT${n}.JPG` }))),
    ),
  { anew: true },
);

const [topLeft, topRight, bottomLeft, bottomRight] = CORNERS as [Colour, Colour, Colour, Colour];

async function showFraming(page: Page): Promise<void> {
  await showMend(page);
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  await page.getByRole('button', { name: /^Crop, / }).waitFor();
}
const frameWords = (page: Page): Promise<string | null> =>
  page.getByRole('button', { name: /^Crop, / }).getAttribute('aria-label');
const field = (page: Page, name: string): Promise<string> =>
  page.getByRole('textbox', { name, exact: true }).inputValue();
const shows = async (page: Page, colour: Colour): Promise<void> =>
  expect.poll(async () => distance(await middle(page), colour)).toBeLessThan(12);

test('a frame that is typed for the film is shown, and printed; poses may have one of their own', async () => {
  const { page, complaints } = await threePoses();
  await showFraming(page);
  await type(page, 'Zoom, %', '200');
  await type(page, 'Left px', '0');
  await type(page, 'Top px', '0');
  await expect.poll(() => frameWords(page)).toContain('Crop, 200 %, 0 from the left, 0 from the top.');
  await tickets(page).nth(1).click();
  await page.getByLabel('Photos', { exact: true }).selectOption('chosen');
  await type(page, 'Left px', '160');
  await expect.poll(() => undoWords(page)).toBe('Undo: Framing of 1 pose set to 200 %');
  // As it will look, where the frame is not being set.
  await page.getByRole('button', { name: 'Light', exact: true }).click();
  await shows(page, topRight);
  await page.keyboard.press('Home');
  await page.keyboard.press('Escape');
  await shows(page, topLeft);
  // The third is framed as the second.
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  await tickets(page).nth(1).click();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await tickets(page).nth(2).click();
  await page.getByRole('button', { name: 'Paste', exact: true }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Framing copied to 1 pose');
  await isKept(page);
  const { bytes } = await printFilm(page, 'MP4', 'framed');
  const printed = await PrintedFile.of(bytes);
  try {
    const frames = await printed.frames(320, 240);
    const colours = [0, 2, 4].map((n) => colourAt(frames[n] as Buffer, 320, 160, 120));
    [topLeft, topRight, topRight].forEach((colour, i) =>
      expect(distance(colours[i] as Colour, colour)).toBeLessThan(12),
    );
  } finally {
    await printed.close();
  }
  expect(complaints).toEqual([]);
});

test('a frame is dragged by its corner and as a whole, moved by keys, and stays in the picture', async () => {
  const { page, complaints } = await threePoses();
  await showFraming(page);
  const corner = await page.getByRole('button', { name: 'Corner of the crop, top left' }).boundingBox();
  const frame = await page.getByRole('button', { name: /^Crop, / }).boundingBox();
  if (!corner || !frame) throw new Error('no frame');
  // Half of the way along both sides: the lower right quarter is left.
  await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2);
  await page.mouse.down();
  await page.mouse.move(frame.x + frame.width / 2, frame.y + frame.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => frameWords(page)).toMatch(/^Crop, (19|20)\d/);
  await page.getByRole('button', { name: 'Light', exact: true }).click();
  await shows(page, bottomRight);
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  const small = await page.getByRole('button', { name: /^Crop, / }).boundingBox();
  if (!small) throw new Error('no frame');
  // Much further than the picture goes.
  await page.mouse.move(small.x + small.width / 2, small.y + small.height / 2);
  await page.mouse.down();
  await page.mouse.move(small.x - 2000, small.y + small.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => frameWords(page)).toContain(', 0 from the left');
  await page.getByRole('button', { name: 'Light', exact: true }).click();
  await shows(page, bottomLeft);
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  await page.getByRole('button', { name: /^Crop, / }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => frameWords(page)).toContain(', 11 from the left');
  await page.keyboard.press('Control+z');
  await expect.poll(() => frameWords(page)).toContain(', 1 from the left');
  await page.getByRole('button', { name: 'Delete all', exact: true }).click();
  await expect.poll(() => frameWords(page)).toContain('Crop, 100 %, 0 from the left');
  expect(complaints).toEqual([]);
});

test('what cannot be a frame is told of, and changes nothing; too few pixels are told of too', async () => {
  const { page, complaints } = await threePoses();
  await showFraming(page);
  await type(page, 'Zoom, %', '10000');
  await expect.poll(() => said(page, 'Zoom, %')).toContain('can be from');
  await page.keyboard.press('Escape');
  await type(page, 'Zoom, %', 'near');
  await expect.poll(() => said(page, 'Zoom, %')).toContain('is not a number');
  await page.keyboard.press('Escape');
  await expect.poll(() => frameWords(page)).toContain('Crop, 100 %');
  await type(page, 'Zoom, %', '400');
  await page.getByText('80 × 60 photo pixels fill 320 × 240: it will look softer.').waitFor();
  await page.getByLabel(/^Photos of another shape/).selectOption('fill');
  await expect.poll(() => undoWords(page)).toBe('Undo: 1 pose filled');
  expect(complaints).toEqual([]);
});

test('the camera moves over a run from the first framing to the last; words come closer; a point is clicked for them', async () => {
  const { page, complaints } = await threePoses();
  await showFraming(page);
  await page.getByRole('button', { name: 'Move the camera' }).click();
  await expect.poll(() => notes(page)).toContain('Choose three poses or more in a row');
  await page.getByLabel('Photos', { exact: true }).selectOption('chosen');
  await tickets(page).nth(0).click();
  await type(page, 'Zoom, %', '200');
  await type(page, 'Left px', '0');
  await tickets(page).nth(2).click();
  await type(page, 'Zoom, %', '200');
  await type(page, 'Left px', '160');
  await tickets(page).nth(0).click();
  await tickets(page)
    .nth(2)
    .click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Move the camera' }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Camera moved over 3 poses');
  await tickets(page).nth(1).click();
  await expect.poll(() => frameWords(page)).toContain('Crop, 200 %, 80 from the left');
  await page.getByRole('button', { name: 'Zoom per word' }).click();
  await expect.poll(() => notes(page)).toContain('No word is said over the chosen poses.');
  await page.getByRole('button', { name: 'Centre' }).click();
  const sheet = page.getByRole('button', { name: /^Click where/ });
  const box = await sheet.boundingBox();
  if (!box) throw new Error('nothing to click');
  await page.mouse.click(box.x + box.width / 4, box.y + box.height / 4);
  await page.getByText('zoom, centre 25 % across, 25 % down').waitFor();
  expect(complaints).toEqual([]);
});

test('on ones the camera moves while a pose is held, on screen and in the print; all framings are switched off and done by half', async () => {
  const { page, complaints } = await threePoses();
  await tickets(page).nth(0).click();
  await page.keyboard.press('9');
  await page.keyboard.press('Escape');
  await showFraming(page);
  await type(page, 'Zoom, %', '200');
  await type(page, 'Left px', '0');
  await type(page, 'Top px', '0');
  await page.getByLabel('Photos', { exact: true }).selectOption('chosen');
  await tickets(page).nth(0).click();
  await type(page, 'Left px', '160');
  await page.getByLabel('Frames', { exact: true }).selectOption('on ones');
  await page.getByRole('button', { name: 'Move the camera' }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Camera moved over 1 pose, on ones');
  // Both ends are on the picture, and either is changed there.
  const [start, end] = ['Start', 'End'].map((word) =>
    page.getByRole('button', { name: `${word} of the move` }),
  );
  await expect.poll(() => end?.getAttribute('aria-label')).toContain('200 %, 160 from the left');
  await start?.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => start?.getAttribute('aria-label')).toContain('200 %, 10 from the left');
  await expect.poll(() => undoWords(page)).toBe('Undo: Start of the camera move set to 200 %');
  await expect.poll(() => field(page, 'Left px')).toBe('10');
  await page.keyboard.press('Control+z');
  await expect.poll(() => field(page, 'Left px')).toBe('0');
  await page.getByLabel('Photos', { exact: true }).selectOption('film');
  await page.getByRole('button', { name: 'Show the camera move' }).click();
  await page.getByText('The camera moves over 1 pose, from 200 % to 200 %.').waitFor();
  await page.getByLabel('Photos', { exact: true }).selectOption('film');
  await page.getByRole('button', { name: 'Light', exact: true }).click();
  await page.keyboard.press('Home');
  await shows(page, topLeft);
  for (let frame = 1; frame < 9; frame++) await page.keyboard.press('ArrowRight');
  await shows(page, topRight);
  await isKept(page);
  const { bytes } = await printFilm(page, 'MP4', 'moved');
  const printed = await PrintedFile.of(bytes);
  try {
    const frames = await printed.frames(320, 240);
    expect(frames.length).toBe(13);
    // Slower at both ends: in the middle, half of each side.
    [topLeft, topRight].forEach((colour, i) => {
      const end = frames[8 * i] as Buffer;
      expect(distance(colourAt(end, 320, 160, 120), colour)).toBeLessThan(12);
      expect(distance(colourAt(frames[4] as Buffer, 320, i === 0 ? 80 : 240, 120), colour)).toBeLessThan(12);
    });
  } finally {
    await printed.close();
  }
  await showFraming(page);
  await page.keyboard.press('x');
  await expect.poll(() => undoWords(page)).toBe('Undo: Framings switched off');
  await page.getByRole('button', { name: 'Light', exact: true }).click();
  // All of the picture: beside and below the middle another colour begins.
  await expect.poll(async () => distance(await colourSeen(page, 0.55, 0.6), bottomRight)).toBeLessThan(12);
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  await page.getByRole('checkbox', { name: 'All framings on' }).check();
  await page.getByRole('textbox', { name: 'Film strength' }).fill('50');
  await page.keyboard.press('Enter');
  await expect.poll(() => undoWords(page)).toBe('Undo: Framings done by 50 %');
  expect(complaints).toEqual([]);
});

longTest('the words of the demo’s line come closer one by one, those of the chosen cues only', async () => {
  const { page, complaints } = await visit();
  await openDemoFilm(page);
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.locator('[data-cue=wait]').click();
  await page.getByRole('button', { name: 'Words', exact: true }).click();
  await page.getByRole('button', { name: 'Mark the words' }).click();
  const places = page.getByRole('button', { name: /^Go to the word on frame/ });
  await places.first().waitFor();
  const starts = (await places.evaluateAll((all) => all.map((each) => each.getAttribute('aria-label')))).map(
    (label) => Number(/\d+/.exec(label ?? '')?.[0]),
  );
  await showFraming(page);
  await page.keyboard.press('Control+a');
  await type(page, 'Per word, %', '20');
  await page.getByRole('button', { name: 'Zoom per word' }).click();
  await expect.poll(() => undoWords(page)).toBe('Undo: Zoom per word over 110 poses');
  await page.getByLabel('Photos', { exact: true }).selectOption('chosen');
  await page.keyboard.press('Escape');
  const closeAt = async (frame: number): Promise<number> => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type(`go to ${frame}`);
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await counter(page)).frame).toBe(frame);
    return Number(/[\d.]+/.exec((await frameWords(page)) ?? '')?.[0]);
  };
  // Before the first of them as it was; at the last by a fifth for each.
  await expect.poll(() => closeAt((starts[0] as number) - 5)).toBe(100);
  await expect.poll(() => closeAt(starts.at(-1) as number)).toBeCloseTo(100 * 1.2 ** starts.length, 0);
  expect(complaints).toEqual([]);
});
