import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import {
  base,
  bringIn,
  bytesOf,
  counter,
  isKept,
  openDemoFilm,
  tickets,
  useBrowser,
  useSharedFilm,
} from './browser';
import { COLOURS, numbered, type Colour } from './photos';
import { choose, frames, middle } from './strip';
import { distance } from './video';

const { visit } = useBrowser();
/** Twelve photos whose numbers pass a hundred, given in the opposite order. */
const twelve = useSharedFilm(visit, async (page) => bringIn(page, (await numbered(12, 97)).reverse()));
const IN_ORDER = Array.from({ length: 12 }, (_, i) => `PICT${97 + i}`);

/** The frame, counted from 0, at which the only film of the store was seen last; undefined before that is kept. */
const keptFrame = (page: Page): Promise<number | undefined> =>
  page.evaluate(
    () =>
      new Promise<number | undefined>((resolve, reject) => {
        const opening = indexedDB.open('kermis-places');
        opening.onerror = () => reject(new Error('no store'));
        opening.onsuccess = () => {
          const reading = opening.result.transaction('places').objectStore('places').getAll();
          reading.onsuccess = () => {
            opening.result.close();
            resolve((reading.result as { frame: number }[]).at(-1)?.frame);
          };
        };
      }),
  );

const names = async (page: Page): Promise<string[]> =>
  (await tickets(page).evaluateAll((all) => all.map((each) => each.getAttribute('aria-label') ?? ''))).map(
    (label) => /PICT\d+/.exec(label)?.[0] ?? label,
  );
const shows = async (page: Page, colour: Colour): Promise<void> =>
  expect.poll(async () => distance(await middle(page), colour)).toBeLessThan(16);

test('photos that are given in any order become a film in the order of their numbers, on twos', async () => {
  const { page, complaints } = await twelve();
  await expect.poll(() => names(page)).toEqual(IN_ORDER);
  await expect.poll(() => counter(page)).toEqual({ frame: 1, frames: 24 });
  expect(complaints).toEqual([]);
});

test('holds are set by key, for several at once, for all; undo and redo go step by step', async () => {
  const { page, complaints } = await twelve();
  await tickets(page).nth(1).click();
  await page.keyboard.press('5');
  await expect.poll(() => tickets(page).nth(1).getAttribute('aria-label')).toContain('held 5 frames');
  await choose(page, 3, 5);
  await page.getByText('3 poses chosen').waitFor();
  await page.getByRole('button', { name: 'ones' }).click();
  await expect.poll(() => frames(page)).toBe(24 + 3 - 3);
  await page.keyboard.press('Control+a');
  await page.keyboard.press('+');
  await expect.poll(() => frames(page)).toBe(24 + 12);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(() => frames(page)).toBe(27);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => frames(page)).toBe(24);
  expect(complaints).toEqual([]);
});

test('poses are moved by key, and several by dragging', async () => {
  const { page, complaints } = await twelve();
  await tickets(page).nth(0).click();
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(async () => (await names(page)).slice(0, 3)).toEqual(['PICT98', 'PICT97', 'PICT99']);
  await page.keyboard.press('Control+z');
  await tickets(page).nth(0).click();
  await tickets(page)
    .nth(2)
    .click({ modifiers: ['Control'] });
  const [from, to] = await Promise.all([0, 11].map((i) => tickets(page).nth(i).boundingBox()));
  if (!from || !to) throw new Error('no tickets');
  await page.mouse.move(from.x + 6, from.y + 40);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y + 40, { steps: 3 });
  await page.mouse.move(to.x + to.width - 3, to.y + 40, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => names(page)).toEqual(['PICT98', ...IN_ORDER.slice(3), 'PICT97', 'PICT99']);
  expect(complaints).toEqual([]);
});

test('a pose that is deleted leaves its photo in the tray, unused', async () => {
  const { page, complaints } = await twelve();
  await tickets(page).nth(11).click();
  await page.keyboard.press('Delete');
  await expect.poll(() => names(page)).toEqual(IN_ORDER.slice(0, 11));
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  const tray = page.getByRole('listbox', { name: 'Tray, 12 photos' });
  await expect.poll(() => tray.getByRole('option', { name: /not used/ }).count()).toBe(1);
  expect(complaints).toEqual([]);
});

test('the picture follows the playhead; both are where they were after a reload', async () => {
  const { page, complaints } = await twelve();
  await tickets(page).nth(11).click();
  await page.keyboard.press('Delete');
  await expect.poll(() => frames(page)).toBe(22);
  const [ruler, third] = await Promise.all([
    page.getByTestId('ruler').boundingBox(),
    tickets(page).nth(2).boundingBox(),
  ]);
  if (!ruler || !third) throw new Error('no ruler');
  await page.mouse.click(third.x + 4, ruler.y + 8);
  await shows(page, COLOURS[2] as Colour);
  const { frame } = await counter(page);
  await isKept(page);
  // The place is kept shortly after the film.
  await expect.poll(() => keptFrame(page)).toBe(frame - 1);
  await page.goto(base());
  await page.getByTestId('counter').waitFor();
  expect(page.url()).toMatch(/\/film\/[\w-]+\/time$/);
  await expect.poll(() => counter(page)).toEqual({ frame, frames: 22 });
  await expect.poll(() => names(page)).toEqual(IN_ORDER.slice(0, 11));
  await shows(page, COLOURS[2] as Colour);
  expect(complaints).toEqual([]);
});

test('a film that is paused stays on its frame, and is gone through by frames and by poses', async () => {
  const { page } = await twelve();
  await page.keyboard.press('Space');
  await expect.poll(async () => (await counter(page)).frame).toBeGreaterThan(1);
  await page.keyboard.press('Space');
  const paused = (await counter(page)).frame;
  // Five repaints later it has not moved.
  await page.evaluate(async () => {
    for (let i = 0; i < 5; i++) await new Promise(requestAnimationFrame);
  });
  await expect.poll(async () => (await counter(page)).frame).toBe(paused);
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await counter(page)).frame).toBe(2);
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => (await counter(page)).frame).toBe(3);
});

test('without the loop a film stops on its last frame', async () => {
  const { page } = await twelve();
  await page.getByRole('button', { name: 'Loop', exact: true }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await counter(page)).frame).toBe(24);
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  await page.getByRole('button', { name: 'Loop', exact: true }).click();
});

test('two tabs on one film: the second looks, and takes over when the first lets go', async () => {
  const { page, context } = await visit();
  await bringIn(page, await numbered(4, 1));
  const second = await context.newPage();
  await second.goto(page.url());
  await second.getByText('open in another tab').first().waitFor();
  await tickets(second).nth(1).click();
  await second.keyboard.press('7');
  await expect.poll(async () => (await counter(second)).frames).toBe(8);
  await expect.poll(() => second.getByLabel('Hold', { exact: true }).isDisabled()).toBe(true);
  await page.keyboard.press('9');
  await isKept(page);
  await page.close();
  await second.getByText('You can change this film here now').waitFor();
  await expect.poll(async () => (await counter(second)).frames).toBe(15);
  await tickets(second).nth(1).click();
  await second.keyboard.press('7');
  await expect.poll(async () => (await counter(second)).frames).toBe(20);
});

test('the demo film comes from the server, and photos of one’s own do not land in it', async () => {
  const { page, complaints } = await visit();
  await openDemoFilm(page);
  await expect.poll(async () => (await counter(page)).frames).toBe(299);
  await expect.poll(() => page.getByRole('region', { name: 'Scenes' }).getByRole('listitem').count()).toBe(3);
  await expect.poll(() => page.getByLabel('What Kermis noticed').count()).toBe(0);
  // Three things to try, of which a window of 1280 shows two; each goes once it was done.
  const tries = page.getByRole('group', { name: 'Try it' });
  const left = (): Promise<string[]> => tries.getByRole('button').filter({ hasText: /./ }).allTextContents();
  await expect.poll(left).toEqual(['Play the film', 'Hold 3 frames']);
  await page.keyboard.press('Space');
  await expect.poll(left).toEqual(['Hold 3 frames', 'Move a sound']);
  await page.keyboard.press('Space');
  await page.keyboard.press('Home');
  await page.keyboard.press('3');
  await expect.poll(left).toEqual(['Move a sound']);
  await page.keyboard.press('Control+z');
  await tries.getByRole('button', { name: 'Move a sound' }).click();
  await page.getByRole('region', { name: 'Chosen cues' }).getByText('hoof-clops.wav').waitFor();
  await page.keyboard.press('Alt+ArrowRight');
  await tries.waitFor({ state: 'detached' });
  await page.keyboard.press('Control+z');
  await bringIn(page, await numbered(3, 1));
  await expect.poll(async () => (await counter(page)).frames).toBe(6);
  await page.getByRole('button', { name: 'All films' }).click();
  await page.getByRole('button', { name: /The Runaway Horse 12 s 11 f/ }).waitFor();
  expect(complaints).toEqual([]);
});

test('a film that is saved to disk comes back whole, as a film of its own, where that is wanted', async () => {
  const { page, complaints } = await twelve();
  await page.getByRole('button', { name: 'All films' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save Untitled film to disk as a .kermis file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Untitled film.kermis');
  await page.getByTestId('choose-photos').setInputFiles({
    name: 'again.kermis',
    mimeType: 'application/zip',
    buffer: Buffer.from(await bytesOf(download)),
  });
  // The film is here already: it does not become two without being asked for.
  await page.getByRole('dialog', { name: 'This film is here already' }).waitFor();
  await page.getByRole('button', { name: 'Open it as a second film' }).click();
  await page.getByTestId('counter').waitFor();
  await expect.poll(() => frames(page)).toBe(24);
  await shows(page, COLOURS[0] as Colour);
  expect(complaints).toEqual([]);
});
