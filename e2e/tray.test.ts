import { unzipSync } from 'fflate';
import type { Locator, Page } from 'playwright-core';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { bringIn, bytesOf, chooseFiles, isKept, layOut, notes, useBrowser } from './browser';
import { CORNERS, COLOURS, jpeg, numbered, turned, type Colour } from './photos';
import { colourAt, distance, PrintedFile, printFilm } from './video';

const { visit } = useBrowser();

const toSort = (page: Page): Promise<void> => page.getByRole('button', { name: 'Sort', exact: true }).click();
const press = (page: Page, name: string): Promise<void> =>
  page.getByRole('button', { name, exact: true }).click();
const tray = (page: Page): Locator => page.getByRole('listbox', { name: /^Tray/ });
const card = (page: Page, name: string): Locator =>
  tray(page).getByRole('option', { name: new RegExp(`^${name}`) });
const labels = (options: Locator): Promise<string[]> =>
  options.evaluateAll((all) => all.map((each) => each.getAttribute('aria-label') ?? ''));

/** Photos of the tray as they are told, `PICT1.JPG pose 1`. */
const inTray = (page: Page): Promise<string[]> => labels(tray(page).getByRole('option'));
const chosen = async (page: Page): Promise<string[]> =>
  (await labels(tray(page).getByRole('option', { selected: true }))).map((each) => each.replace(/ .*$/, ''));
/** Numbers of the photos of the film's poses, in order. */
const poses = async (page: Page): Promise<string> =>
  (await labels(page.getByRole('listbox', { name: 'Poses of the film' }).getByRole('option')))
    .map((each) => /PICT(\d+)/.exec(each)?.[1])
    .join(' ');

test('photos of the tray are chosen by click, shift, ctrl, keys and a box', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(14, 1));
  await toSort(page);
  expect((await inTray(page))[1]).toMatch(/^PICT2.JPG pose 2/);
  await card(page, 'PICT2.JPG').click();
  await card(page, 'PICT4.JPG').click({ modifiers: ['Shift'] });
  await card(page, 'PICT7.JPG').click({ modifiers: ['Control'] });
  await card(page, 'PICT3.JPG').click({ modifiers: ['Control'] });
  await expect.poll(() => chosen(page)).toEqual(['PICT2.JPG', 'PICT4.JPG', 'PICT7.JPG']);

  // Five in a row: a row down and one back is photo 7 from photo 3.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => chosen(page)).toEqual(['PICT7.JPG']);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => chosen(page)).toEqual(['PICT7.JPG', 'PICT8.JPG', 'PICT9.JPG']);
  await page.keyboard.press('Space');
  await expect.poll(() => chosen(page)).toEqual(['PICT7.JPG', 'PICT8.JPG']);
  await page.keyboard.press('Control+a');
  await expect.poll(() => chosen(page)).toHaveLength(14);
  await page.keyboard.press('Escape');
  await expect.poll(() => chosen(page)).toEqual([]);

  const [from, to] = await Promise.all(
    ['PICT2.JPG', 'PICT8.JPG'].map((name) => card(page, name).boundingBox()),
  );
  if (!from || !to) throw new Error('no cards');
  await page.mouse.move(from.x - 6, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y + 60, { steps: 3 });
  await page.mouse.move(to.x + 30, to.y + 30, { steps: 5 });
  await page.mouse.up();
  await expect.poll(() => chosen(page)).toEqual(['PICT2.JPG', 'PICT3.JPG', 'PICT7.JPG', 'PICT8.JPG']);
  await page.getByLabel('Size of the pictures').fill('320');
  await expect
    .poll(async () => (await tray(page).getByRole('option').first().boundingBox())?.width)
    .toBeGreaterThan(300);
  await page.keyboard.press('Enter');
  await page.getByRole('dialog', { name: /^PICT/ }).getByTestId('look').waitFor();
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('dialog', { name: 'PICT8.JPG' }).waitFor();
  expect(complaints).toEqual([]);
});

test('photos are set aside and brought back, put into the film, shown in place of others; all of it is undone', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(6, 1));
  await toSort(page);
  await card(page, 'PICT2.JPG').click();
  await card(page, 'PICT3.JPG').click({ modifiers: ['Shift'] });
  await page.keyboard.press('Delete');
  await expect.poll(() => poses(page)).toBe('1 4 5 6');
  expect((await inTray(page))[1]).toMatch(/^PICT2.JPG set aside/);
  await page.getByLabel('Show', { exact: true }).selectOption({ label: 'Set aside (2)' });
  await expect.poll(() => inTray(page)).toHaveLength(2);
  await press(page, 'Bring back');
  await expect.poll(() => poses(page)).toBe('1 2 3 4 5 6');
  await page.getByLabel('Show', { exact: true }).selectOption({ label: 'All photos (6)' });

  // Before the first pose, which the playhead stands on; the new pose is chosen then.
  await card(page, 'PICT6.JPG').click();
  await press(page, 'Before pose 1');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6');
  expect((await inTray(page)).at(-1)).toMatch(/^PICT6.JPG pose 1 \+ 1/);
  await press(page, 'Pose 7, Scene 1, 2 frames');
  await card(page, 'PICT1.JPG').click();
  await card(page, 'PICT2.JPG').click({ modifiers: ['Shift'] });
  await press(page, 'After pose 7');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6 1 2');
  await card(page, 'PICT5.JPG').click();
  await press(page, 'In place of 2 poses');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6 5 5');
  await press(page, 'As a new scene');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6 5 5 5');
  await expect.poll(() => page.getByRole('button', { name: 'Choose all poses of Scene 2' }).count()).toBe(1);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await expect.poll(() => poses(page)).toBe('1 4 5 6');
  await page.keyboard.press('Control+z');
  await expect.poll(() => poses(page)).toBe('1 2 3 4 5 6');

  // Dragged from the tray onto the strip: in front of the pose whose left half they are dropped on.
  await page.keyboard.press('Escape');
  await card(page, 'PICT5.JPG').click();
  const third = await page.getByRole('option', { name: /^Pose 3,/ }).boundingBox();
  if (!third) throw new Error('no pose');
  const strip = page.getByTestId('strip-scroll');
  const corner = await strip.boundingBox();
  if (!corner) throw new Error('no strip');
  await card(page, 'PICT5.JPG').dragTo(strip, {
    targetPosition: { x: third.x - corner.x + third.width * 0.2, y: third.y - corner.y + 30 },
  });
  await expect.poll(() => poses(page)).toBe('1 2 5 3 4 5 6');
  await page.keyboard.press('Control+z');

  // A later import is new; a photo that is gone for good leaves the tray, and undo brings it back.
  await page.keyboard.press('Escape');
  await chooseFiles(page, [await jpeg('PICT9.JPG', [90, 90, 90])]);
  await layOut(page);
  await toSort(page);
  expect((await inTray(page)).at(-1)).toMatch(/^PICT9.JPG pose 7 new/);
  await card(page, 'PICT9.JPG').click();
  await press(page, 'Set aside');
  await press(page, 'Take out of the film for good');
  await expect.poll(() => inTray(page)).toHaveLength(6);
  await page.keyboard.press('Control+z');
  await expect.poll(() => inTray(page)).toHaveLength(7);
});

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

/** Chooses files to swap in and waits until all have been looked at. */
async function swapFiles(page: Page, files: readonly { name: string; buffer: Buffer }[]): Promise<void> {
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

test('photos are written out, and retouched ones take their places by name or number; originals can be had back', async () => {
  const { page, complaints } = await visit();
  const files = await numbered(4, 7);
  await bringIn(page, files);
  await toSort(page);
  await card(page, 'PICT8.JPG').click();
  await card(page, 'PICT9.JPG').click({ modifiers: ['Shift'] });
  const originals = await writtenOut(page);
  expect(Object.keys(originals)).toEqual(['PICT8.JPG', 'PICT9.JPG']);
  expect(Buffer.from(originals['PICT8.JPG'] ?? []).equals(files[1]?.buffer ?? Buffer.alloc(0))).toBe(true);

  // As the film shows it: of its size, upright, and turned as the person turned it.
  await page.keyboard.press('r');
  await page.getByLabel('Write out as').selectOption({ label: 'PNG as the film shows them, 320 × 240' });
  const shown = await writtenOut(page);
  const { data, info } = await sharp(shown['PICT8.png'])
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([320, 240]);
  expect(distance(colourAt(data, 320, 160, 120), COLOURS[1] as Colour)).toBeLessThanOrEqual(2);
  expect(distance(colourAt(data, 320, 20, 120), [0, 0, 0])).toBe(0);

  const retouched = async (name: string, colour: Colour): Promise<{ name: string; buffer: Buffer }> => {
    const [r, g, b] = colour;
    const made = sharp({ create: { width: 320, height: 240, channels: 3, background: { r, g, b } } });
    return { name, buffer: await made.png().toBuffer() };
  };
  await page.keyboard.press('Escape');
  await swapFiles(page, [
    await retouched('final 0008.png', [250, 140, 30]),
    await retouched('final 9.png', [20, 20, 20]),
    await retouched('final 77.png', [1, 2, 3]),
    { name: 'final 7.png', buffer: Buffer.from('not a picture') },
  ]);
  await expect.poll(() => page.getByLabel('Each finds its photo').inputValue()).toBe('number');
  expect(
    await page.locator('[data-row]').evaluateAll((rows) =>
      rows.map((row) =>
        [...row.querySelectorAll('[role=cell]')]
          .map((cell) => cell.textContent)
          .filter(Boolean)
          .join(' | '),
      ),
    ),
  ).toEqual([
    'final 7.png | – | final 7.png is not a picture of a kind that Kermis reads. It was left out.',
    'final 0008.png | PICT8.JPG',
    'final 9.png | PICT9.JPG',
    'final 77.png | – | no photo of this film fits it',
  ]);
  await page.getByRole('checkbox', { name: 'Swap in final 9.png' }).uncheck();
  await press(page, 'Swap 1 photo');
  await expect.poll(() => notes(page)).toContain('1 photo swapped for retouched ones.');
  expect((await inTray(page))[1]).toMatch(/^PICT8.JPG pose 2, retouched/);
  await isKept(page);
  await page.reload();
  const colourOfPose2 = async (): Promise<Colour> => {
    const { bytes } = await printFilm(page, 'WebM', 'swapped');
    const print = await PrintedFile.of(bytes);
    const frames = await print.frames(320, 240).finally(() => print.close());
    return colourAt(frames[2] ?? Buffer.alloc(0), 320, 160, 120);
  };
  expect(distance(await colourOfPose2(), [250, 140, 30])).toBeLessThanOrEqual(3);

  // The film's file has both; its copy opens whole, and the original is had back from it.
  await press(page, 'All films');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save Untitled film to disk as a .kermis file' }).click(),
  ]);
  const copy = Buffer.from(await bytesOf(download));
  await press(page, 'Delete Untitled film');
  await press(page, 'Delete the film');
  await expect.poll(() => notes(page)).toMatch(/freed: 7 photos that no film used/);
  await page.getByTestId('choose-photos').setInputFiles({ name: 'copy.kermis', mimeType: '', buffer: copy });
  await page.getByTestId('counter').waitFor();
  await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor({ state: 'detached' });
  await toSort(page);
  await card(page, 'PICT8.JPG').click();
  await press(page, 'Show as they came');
  expect((await inTray(page))[1]).not.toContain('retouched');
  expect(distance(await colourOfPose2(), COLOURS[1] as Colour)).toBeLessThanOrEqual(3);
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
    await expect.poll(() => notes(page)).toContain(`written out into the folder “${name}”`);
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
  expect((await inTray(page))[0]).toContain('written out');
});

test('what no film uses is freed when asked, with its figure, but not under the hands of another tab', async () => {
  const { page, context } = await visit();
  await bringIn(page, await numbered(3, 1));
  await toSort(page);
  await card(page, 'PICT2.JPG').click();
  await press(page, 'Set aside');
  await press(page, 'Take out of the film for good');
  await isKept(page);
  const other = await context.newPage();
  await other.goto(page.url().replace(/\/film\/.*$/, '/films'));
  await other.getByText('A film is open in another tab.').waitFor();
  await press(page, 'All films');
  await page.getByText(/kB of it are 1 photo that no film uses any more/).waitFor();
  await page.getByRole('button', { name: /^Free/ }).click();
  await expect.poll(() => notes(page)).toMatch(/^\d+(\.\d)? kB freed: 1 photo that no film used\./);
  await expect.poll(() => page.getByRole('button', { name: /^Free/ }).count()).toBe(0);
  // What was done named the photo that is gone: it can no longer be undone.
  await press(page, 'Put the notes away');
  await page.goBack();
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('heading', { name: 'Nothing done yet' }).waitFor();
});
