import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { bytesOf, isKept, notes, putNotesAway, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { litPhotos } from './lit-photos';
import { dragOver, onPicture, seen, showMend, undoWords } from './mending';
import { type } from './strip';
import { distance } from './video';

const { visit } = useBrowser();

const film = useSharedFilm(
  visit,
  async (page) => openFilmOf(page, await litPhotos(Array(5).fill([1, 1, 1]))),
  {
    anew: true,
  },
);

/** The film with its drawing open, at its first pose. */
async function drawing(): Promise<Awaited<ReturnType<typeof film>>> {
  const opened = await film();
  await showMend(opened.page);
  await opened.page.keyboard.press('Home');
  await opened.page.getByRole('button', { name: 'Draw on top' }).click();
  await hand(opened.page, 'Pencil');
  await type(opened.page, 'Width', '20');
  return opened;
}

const hand = (page: Page, name: string): Promise<void> =>
  page.getByRole('group', { name: 'What is drawn with' }).getByRole('button', { name, exact: true }).click();

const colour = (page: Page, hex: string): Promise<void> =>
  page.getByRole('button', { name: `Draw in ${hex}`, exact: true }).click();

const here = (page: Page, words: string | RegExp): Promise<void> =>
  page.getByRole('status').filter({ hasText: words }).waitFor();

const RED = [194, 58, 43] as const;
const TEAL = [28, 98, 105] as const;

const isSeen = (page: Page, place: readonly [number, number], wanted: readonly [number, number, number]) =>
  expect.poll(async () => distance(await seen(page, ...place), wanted)).toBeLessThan(3);
const isNotSeen = (page: Page, place: readonly [number, number], wanted: readonly [number, number, number]) =>
  expect.poll(async () => distance(await seen(page, ...place), wanted)).toBeGreaterThan(20);

const LINE = [
  [0.3, 0.2],
  [0.7, 0.2],
] as const;
const ON_LINE = [0.5, 0.2] as const;

test('a line is drawn where the hand goes; it is erased, undone, done again, there after a reload, hidden, and fainter', async () => {
  const { page, complaints } = await drawing();
  await colour(page, '#c23a2b');
  await dragOver(page, LINE);
  await isSeen(page, ON_LINE, RED);
  await here(page, '1 mark on Layer 1');
  expect(await undoWords(page)).toContain('Pencil mark drawn');
  await hand(page, 'Eraser');
  await dragOver(page, [
    [0.5, 0.1],
    [0.5, 0.3],
  ]);
  await isNotSeen(page, ON_LINE, RED);
  await isSeen(page, [0.35, 0.2], RED);
  await page.keyboard.press('Control+z');
  await isSeen(page, ON_LINE, RED);
  await page.keyboard.press('Control+Shift+z');
  await isNotSeen(page, ON_LINE, RED);
  // It belongs to its pose: the next one has nothing.
  await page.keyboard.press('End');
  await here(page, 'Nothing drawn yet');
  await page.keyboard.press('Home');
  await isKept(page);
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await isSeen(page, [0.35, 0.2], RED);
  await isNotSeen(page, ON_LINE, RED);
  await page.getByRole('button', { name: 'Draw on top' }).click();
  await page.getByRole('button', { name: 'Hide Layer 1' }).click();
  await isNotSeen(page, [0.35, 0.2], RED);
  // What is hidden is not drawn on unseen.
  await hand(page, 'Pencil');
  await dragOver(page, LINE);
  await expect.poll(() => notes(page)).toContain('Layer 1 is hidden');
  await page.keyboard.press('x');
  await isSeen(page, [0.35, 0.2], RED);
  await type(page, 'Layer opacity', '50');
  await isNotSeen(page, [0.35, 0.2], RED);
  expect(complaints).toEqual([]);
});

test('what lines close in is filled; its colour is picked; the lasso moves, turns and deletes; keys do what the hand does', async () => {
  const { page, complaints } = await drawing();
  await type(page, 'Width', '10');
  await colour(page, '#2a2320');
  await dragOver(page, [
    [0.4, 0.1],
    [0.6, 0.1],
    [0.6, 0.35],
    [0.4, 0.35],
    [0.4, 0.1],
  ]);
  await here(page, '1 mark');
  await page.keyboard.press('6');
  await colour(page, '#1c6269');
  await page.mouse.click(...(await onPicture(page, 0.5, 0.22)));
  await isSeen(page, [0.5, 0.22], TEAL);
  await isSeen(page, [0.42, 0.13], TEAL);
  await isNotSeen(page, [0.35, 0.22], TEAL);
  // Outside it would reach the edge, and that is said.
  await page.mouse.click(...(await onPicture(page, 0.2, 0.2)));
  await expect.poll(() => notes(page)).toContain('reaches the edge');
  await page.keyboard.press('Control+z');
  await isNotSeen(page, [0.2, 0.2], TEAL);
  // The colour of the square in the photo is picked, and drawn with.
  await hand(page, 'Pick colour');
  await page.mouse.click(...(await onPicture(page, 0.15, 0.6)));
  await expect
    .poll(() =>
      page
        .getByRole('group', { name: 'What is drawn with' })
        .getByRole('button', { pressed: true })
        .getAttribute('aria-label'),
    )
    .toBe('Fill');
  await page.mouse.click(...(await onPicture(page, 0.5, 0.22)));
  await isSeen(page, [0.5, 0.22], [230, 220, 40]);
  await page.keyboard.press('Control+z');
  await isSeen(page, [0.5, 0.22], TEAL);
  await hand(page, 'Lasso');
  await dragOver(page, [
    [0.35, 0.05],
    [0.65, 0.05],
    [0.65, 0.42],
    [0.35, 0.42],
  ]);
  await page.getByTestId('turn-handle').waitFor();
  await dragOver(page, [
    [0.5, 0.22],
    [0.75, 0.22],
  ]);
  await isSeen(page, [0.75, 0.22], TEAL);
  await isNotSeen(page, [0.45, 0.22], TEAL);
  expect(await undoWords(page)).toContain('2 marks moved');
  // From its corner to twice as large, about its middle.
  await dragOver(page, [
    [0.853, 0.36],
    [0.97, 0.53],
  ]);
  await isSeen(page, [0.75, 0.4], TEAL);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('ArrowDown');
  expect(await undoWords(page)).toContain('2 marks moved');
  await page.keyboard.press('Delete');
  await isNotSeen(page, [0.75, 0.22], TEAL);
  await here(page, 'Nothing drawn yet');
  expect(complaints).toEqual([]);
});

test('a drawing is copied on, lasts over poses, and has ghosts; brush and ellipse draw; the mouse leaves half-way and nothing is lost', async () => {
  const { page, complaints } = await drawing();
  await hand(page, 'Ellipse');
  await page.getByRole('checkbox', { name: 'Filled' }).check();
  await colour(page, '#c23a2b');
  await dragOver(page, [
    [0.4, 0.1],
    [0.6, 0.3],
  ]);
  await isSeen(page, ON_LINE, RED);
  await page.keyboard.press('m');
  await here(page, '1 mark');
  await isSeen(page, ON_LINE, RED);
  expect(await undoWords(page)).toContain('Drawing copied to the next pose');
  await hand(page, 'Brush');
  await colour(page, '#1c6269');
  await type(page, 'Width', '60');
  await dragOver(page, [
    [0.3, 0.8],
    [0.7, 0.8],
  ]);
  await isSeen(page, [0.5, 0.8], TEAL);
  await here(page, '2 marks');
  expect(await page.getByTestId('ghost').count()).toBe(1);
  await type(page, 'Shown for', '3');
  await type(page, 'Ghosts after', '2');
  await expect.poll(() => page.getByTestId('ghost').count()).toBe(1);
  await page.keyboard.press('ArrowDown');
  await isSeen(page, [0.5, 0.8], TEAL);
  await page.getByRole('button', { name: /^Unlink/ }).click();
  await hand(page, 'Eraser');
  await type(page, 'Width', '200');
  await dragOver(page, [
    [0.2, 0.8],
    [0.8, 0.8],
  ]);
  await isNotSeen(page, [0.5, 0.8], TEAL);
  await page.keyboard.press('ArrowUp');
  await isSeen(page, [0.5, 0.8], TEAL);
  // What the pose before and the one after have of their own.
  await expect.poll(() => page.getByTestId('ghost').count()).toBe(2);
  // Copied, and pasted onto the last pose; a stroke that Escape ends is none.
  await page.keyboard.press('Control+c');
  await page.keyboard.press('End');
  await page.keyboard.press('Control+v');
  await isSeen(page, [0.5, 0.8], TEAL);
  expect(await undoWords(page)).toContain('Drawing copied to 1 pose');
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowDown');
  await hand(page, 'Pencil');
  await page.mouse.move(...(await onPicture(page, 0.2, 0.4)));
  await page.mouse.down();
  await page.mouse.move(...(await onPicture(page, 0.5, 0.4)), { steps: 5 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await here(page, '2 marks');
  // A stroke that is not ended: the page is left, what was kept is there.
  await isKept(page);
  await hand(page, 'Pencil');
  await page.mouse.move(...(await onPicture(page, 0.2, 0.5)));
  await page.mouse.down();
  await page.mouse.move(...(await onPicture(page, 0.5, 0.5)), { steps: 5 });
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowDown');
  await isSeen(page, [0.5, 0.8], TEAL);
  await isNotSeen(page, [0.4, 0.5], TEAL);
  expect(complaints).toEqual([]);
});

test('drawings go out as SVG, one file a pose, and come back where they belong; what is broken, runs, or is too large is named', async () => {
  const { page, complaints } = await drawing();
  await colour(page, '#c23a2b');
  await dragOver(page, LINE);
  await here(page, '1 mark');
  await page.keyboard.press('m');
  await here(page, '1 mark');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Save all/ }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toMatch(/drawings\.zip$/);
  const files = Object.entries(unzipSync(await bytesOf(download)));
  expect(files.map(([name]) => name)).toEqual(['0001 PICT101.svg', '0002 PICT102.svg']);
  const svgs = files.map(([name, bytes]) => ({
    name,
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      new TextDecoder().decode(bytes).replaceAll('#c23a2b', name.startsWith('0002') ? '#1c6269' : '#c23a2b'),
    ),
  }));
  const bring = (list: readonly { name: string; mimeType: string; buffer: Buffer }[]): Promise<void> =>
    page.getByTestId('svg-files').setInputFiles([...list]);
  await bring(svgs);
  await expect
    .poll(() => notes(page))
    .toContain('Drawings of 1 pose added. 1 file is as drawn here already.');
  await isSeen(page, ON_LINE, TEAL);
  expect(await undoWords(page)).toContain('Drawings of 1 pose added');
  await page.keyboard.press('Home');
  await isSeen(page, ON_LINE, RED);
  await putNotesAway(page);
  const svg = (name: string, text: string) => ({
    name,
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(text),
  });
  await bring([
    svg('0001 broken.svg', '<svg><g></svg>'),
    svg('0002 runs.svg', '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'),
    { name: '0003 huge.svg', mimeType: 'image/svg+xml', buffer: Buffer.alloc(9 << 20, 32) },
  ]);
  await expect
    .poll(() => notes(page))
    .toContain('No drawing was added. Left out: 0001 broken.svg, as it is broken');
  const told = await notes(page);
  expect(told).toContain('0002 runs.svg, as it has a script in it');
  expect(told).toContain('0003 huge.svg, as it is larger than 8 MB');
  // One file alone, made elsewhere, comes to the pose on screen.
  await bring([
    svg(
      'star.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 3"><rect x="2" y="2" width="1" height=".5" fill="#1c6269"/></svg>',
    ),
  ]);
  await isSeen(page, [0.6, 0.75], TEAL);
  await isSeen(page, ON_LINE, RED);
  await here(page, '2 marks');
  expect(complaints).toEqual([]);
});
