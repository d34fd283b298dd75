import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { bringIn, bytesOf, isKept, notes, useBrowser, useSharedFilm, putNotesAway } from './browser';
import { CORNERS, COLOURS, numbered, turned, type Colour } from './photos';
import { card, inTray, press, toSort } from './tray';
import { colourAt, distance, PrintedFile, printFilm } from './video';

const { visit } = useBrowser();
const files = await numbered(4, 7);
const fourPhotos = useSharedFilm(visit, (page) => bringIn(page, files));

test('chosen photos are turned and mirrored, on screen and in the print, and their files stay as they are', async () => {
  const { page } = await visit();
  await bringIn(page, [await turned(6)]);
  await toSort(page);
  await card(page, 'TURN6.JPG').click();
  // A half turn by quarters, then left for right: what was at the top is at the bottom.
  await page.keyboard.press('r');
  await press(page, 'Right');
  await press(page, 'Mirror');
  await isKept(page);
  await page.reload();
  const { bytes } = await printFilm(page, 'WebM', 'turned');
  const print = await PrintedFile.of(bytes);
  try {
    const [frame] = await print.frames(320, 240);
    const seen = [
      [80, 60],
      [240, 60],
      [80, 180],
      [240, 180],
    ].map(([x = 0, y = 0]) => colourAt(frame ?? Buffer.alloc(0), 320, x, y));
    const flipped = [CORNERS[2], CORNERS[3], CORNERS[0], CORNERS[1]] as Colour[];
    expect(Math.max(...seen.map((colour, i) => distance(colour, flipped[i] as Colour)))).toBeLessThanOrEqual(
      3,
    );
  } finally {
    await print.close();
  }
});

interface Retouched {
  readonly name: string;
  readonly buffer: Buffer;
}

/** Chooses files to swap in and waits until all have been looked at. */
async function swapFiles(page: Page, files: readonly Retouched[]): Promise<void> {
  await page
    .getByTestId('choose-retouched')
    .setInputFiles(files.map((file) => ({ ...file, mimeType: 'image/png' })));
  await page.getByRole('button', { name: /^Swap / }).waitFor();
  await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor({ state: 'detached' });
}

async function writtenOut(page: Page): Promise<Record<string, Uint8Array>> {
  const [download] = await Promise.all([page.waitForEvent('download'), press(page, 'As a ZIP file')]);
  expect(download.suggestedFilename()).toBe('Untitled film to retouch.zip');
  return unzipSync(await bytesOf(download));
}

/** A retouched photo, of one colour. */
async function retouched(name: string, [r, g, b]: Colour): Promise<Retouched> {
  const made = sharp({ create: { width: 320, height: 240, channels: 3, background: { r, g, b } } });
  return { name, buffer: await made.png().toBuffer() };
}

/** The colour of pose 2 as it is printed. */
async function colourOfPose2(page: Page): Promise<Colour> {
  const { bytes } = await printFilm(page, 'WebM', 'swapped');
  const print = await PrintedFile.of(bytes);
  const frames = await print.frames(320, 240).finally(() => print.close());
  return colourAt(frames[2] ?? Buffer.alloc(0), 320, 160, 120);
}

const ORANGE: Colour = [250, 140, 30];

test('photos are written out as they came, byte for byte', async () => {
  const { page, complaints } = await fourPhotos();
  await toSort(page);
  await card(page, 'PICT8.JPG').click();
  await card(page, 'PICT9.JPG').click({ modifiers: ['Shift'] });
  const originals = await writtenOut(page);
  expect(Object.keys(originals)).toEqual(['PICT8.JPG', 'PICT9.JPG']);
  expect(Buffer.from(originals['PICT8.JPG'] ?? []).equals(files[1]?.buffer ?? Buffer.alloc(0))).toBe(true);
  expect(complaints).toEqual([]);
});

test('photos are written out as the film shows them: of its size, and turned as the person turned them', async () => {
  const { page, complaints } = await fourPhotos();
  await toSort(page);
  await card(page, 'PICT8.JPG').click();
  await page.keyboard.press('r');
  await page.getByLabel('Save as').selectOption({ label: 'PNG as in the film, 320 × 240' });
  const shown = await writtenOut(page);
  const { data, info } = await sharp(shown['PICT8.png'])
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([320, 240]);
  expect(distance(colourAt(data, 320, 160, 120), COLOURS[1] as Colour)).toBeLessThanOrEqual(2);
  expect(distance(colourAt(data, 320, 20, 120), [0, 0, 0])).toBe(0);
  expect(complaints).toEqual([]);
});

test('retouched photos find theirs by number; what fits none is said, and what is not wanted stays out', async () => {
  const { page, complaints } = await fourPhotos();
  await toSort(page);
  await swapFiles(page, [
    await retouched('final 0008.png', ORANGE),
    await retouched('final 9.png', [20, 20, 20]),
    await retouched('final 77.png', [1, 2, 3]),
    { name: 'final 7.png', buffer: Buffer.from('not a picture') },
  ]);
  await expect.poll(() => page.getByLabel('Match files to photos').inputValue()).toBe('number');
  const rows = (): Promise<string[]> =>
    page.locator('[data-row]').evaluateAll((all) =>
      all.map((row) =>
        [...row.querySelectorAll('[role=cell]')]
          .map((cell) => cell.textContent)
          .filter(Boolean)
          .join(' | '),
      ),
    );
  await expect
    .poll(rows)
    .toEqual([
      'final 7.png | – | final 7.png is not a picture of a kind that Kermis reads. It was left out.',
      'final 0008.png | PICT8.JPG',
      'final 9.png | PICT9.JPG',
      'final 77.png | – | no photo of this film fits it',
    ]);
  await page.getByRole('checkbox', { name: 'Swap in final 9.png' }).uncheck();
  await press(page, 'Swap 1 photo');
  await expect.poll(() => notes(page)).toContain('1 photo swapped for retouched ones.');
  await expect.poll(async () => (await inTray(page))[1]).toMatch(/^PICT8.JPG pose 2, retouched/);
  await expect.poll(async () => (await inTray(page))[2]).not.toContain('retouched');
  await isKept(page);
  await page.reload();
  expect(distance(await colourOfPose2(page), ORANGE)).toBeLessThanOrEqual(3);
  expect(complaints).toEqual([]);
});

test('a film’s file has the retouched photos and the originals, which are had back from its copy', async () => {
  // A film of its own: it is deleted.
  const { page, complaints } = await visit();
  await bringIn(page, files);
  await toSort(page);
  await swapFiles(page, [await retouched('final 8.png', ORANGE)]);
  await press(page, 'Swap 1 photo');
  await press(page, 'All films');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save Untitled film to disk as a .kermis file' }).click(),
  ]);
  const copy = Buffer.from(await bytesOf(download));
  await press(page, 'Delete Untitled film');
  await press(page, 'Delete the film');
  await expect.poll(() => notes(page)).toMatch(/freed: 5 photos that no film used/);
  await putNotesAway(page);
  await page.getByTestId('choose-photos').setInputFiles({ name: 'copy.kermis', mimeType: '', buffer: copy });
  await page.getByTestId('counter').waitFor();
  await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor({ state: 'detached' });
  await toSort(page);
  await card(page, 'PICT8.JPG').click();
  await expect.poll(async () => (await inTray(page))[1]).toContain('retouched');
  await press(page, 'Show originals');
  await expect.poll(async () => (await inTray(page))[1]).not.toContain('retouched');
  expect(distance(await colourOfPose2(page), COLOURS[1] as Colour)).toBeLessThanOrEqual(3);
  expect(complaints).toEqual([]);
});

test('photos are written into a folder of their own: nothing that lies there is written over', async () => {
  const { page } = await visit();
  // The browser's private file system stands in for the folder that a person would pick.
  await page.evaluate(() => {
    Object.assign(globalThis, { showDirectoryPicker: () => navigator.storage.getDirectory() });
  });
  const files = await numbered(2, 5);
  await bringIn(page, files);
  await toSort(page);
  await card(page, 'PICT5.JPG').click();
  await page.keyboard.press('Control+a');
  for (const name of ['Untitled film to retouch', 'Untitled film to retouch 2']) {
    await press(page, 'Into a folder');
    await expect.poll(() => notes(page)).toContain(`saved into the folder “${name}”`);
  }
  const written = await page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle('Untitled film to retouch 2');
    const lengths: [string, number][] = [];
    for await (const [name, handle] of (
      folder as unknown as { entries: () => AsyncIterable<[string, FileSystemFileHandle]> }
    ).entries())
      lengths.push([name, (await handle.getFile()).size]);
    return lengths.sort();
  });
  expect(written).toEqual(files.map((file) => [file.name, file.buffer.length]));
  await expect.poll(async () => (await inTray(page))[0]).toContain('saved out');
});
