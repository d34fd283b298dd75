import { expect, test } from 'vitest';
import { base, bringIn, bytesOf, counter, isKept, tickets, useBrowser } from './browser';
import { COLOURS, numbered, type Colour } from './photos';
import { distance } from './video';
import type { Page } from 'playwright-core';

const { visit } = useBrowser();

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

/** The colour in the middle of the picture on screen. */
const middle = (page: Page): Promise<Colour> =>
  page.getByTestId('picture').evaluate((element) => {
    const { width, height } = element as HTMLCanvasElement;
    const context = (element as HTMLCanvasElement).getContext('2d');
    const [r = 0, g = 0, b = 0] = context?.getImageData(width / 2, height / 2, 1, 1).data ?? [];
    return [r, g, b] as const;
  });

const names = async (page: Page): Promise<string[]> =>
  (await tickets(page).evaluateAll((all) => all.map((each) => each.getAttribute('aria-label') ?? ''))).map(
    (label) => /PICT\d+/.exec(label)?.[0] ?? label,
  );

const hold = (page: Page, pose: number): Promise<string | null> =>
  tickets(page)
    .nth(pose - 1)
    .getAttribute('aria-label');

test('from photos in any order to a film: holds, order, undo, and the same place after a reload', async () => {
  const { page, complaints } = await visit();
  const files = await numbered(12, 97);
  await bringIn(page, [...files].reverse());
  const inOrder = Array.from({ length: 12 }, (_, i) => `PICT${97 + i}`);
  await expect.poll(() => names(page)).toEqual(inOrder);
  await expect.poll(() => counter(page)).toEqual({ frame: 1, frames: 24 });

  // One hold by key, several at once with shift, all by the quick choice; then undo.
  await tickets(page).nth(1).click();
  await page.keyboard.press('5');
  await expect.poll(() => hold(page, 2)).toContain('held 5 frames');
  await tickets(page).nth(3).click();
  await tickets(page)
    .nth(5)
    .click({ modifiers: ['Shift'] });
  await page.getByText('3 poses chosen').waitFor();
  await page.getByRole('button', { name: 'ones' }).click();
  expect((await counter(page)).frames).toBe(24 + 3 - 3);
  await page.keyboard.press('Control+a');
  await page.keyboard.press('+');
  expect((await counter(page)).frames).toBe(24 + 12);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect((await counter(page)).frames).toBe(27);
  await page.keyboard.press('Control+Shift+z');
  expect((await counter(page)).frames).toBe(24);

  // Delete one; move one by key and two by dragging.
  await tickets(page).nth(11).click();
  await page.keyboard.press('Delete');
  await expect.poll(() => names(page)).toEqual(inOrder.slice(0, 11));
  await tickets(page).nth(0).click();
  await page.keyboard.press('Alt+ArrowRight');
  expect((await names(page)).slice(0, 3)).toEqual(['PICT98', 'PICT97', 'PICT99']);
  await page.keyboard.press('Control+z');
  await tickets(page).nth(0).click();
  await tickets(page)
    .nth(2)
    .click({ modifiers: ['Control'] });
  const [from, to] = await Promise.all([0, 10].map((i) => tickets(page).nth(i).boundingBox()));
  if (!from || !to) throw new Error('no tickets');
  await page.mouse.move(from.x + 6, from.y + 40);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y + 40, { steps: 3 });
  await page.mouse.move(to.x + to.width - 3, to.y + 40, { steps: 8 });
  await page.mouse.up();
  const moved = ['PICT98', ...inOrder.slice(3, 11), 'PICT97', 'PICT99'];
  await expect.poll(() => names(page)).toEqual(moved);

  // The picture follows the playhead: a drag along the ruler shows the pose under it.
  const ruler = await page.getByTestId('ruler').boundingBox();
  const third = await tickets(page).nth(2).boundingBox();
  if (!ruler || !third) throw new Error('no ruler');
  await page.mouse.click(third.x + 4, ruler.y + 8);
  await expect.poll(async () => distance(await middle(page), COLOURS[4] as Colour)).toBeLessThan(16);
  const { frame } = await counter(page);

  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  expect(
    await page
      .getByRole('listbox', { name: 'Tray, 12 photos' })
      .getByRole('option', { name: /not used/ })
      .count(),
  ).toBe(1);
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await isKept(page);
  // The place is kept shortly after the film.
  await expect.poll(() => keptFrame(page)).toBe(frame - 1);
  await page.goto(base());
  await page.getByTestId('counter').waitFor();
  expect(page.url()).toMatch(/\/film\/[\w-]+\/time$/);
  expect((await counter(page)).frame).toBe(frame);
  await expect.poll(() => names(page)).toEqual(moved);
  await expect.poll(async () => distance(await middle(page), COLOURS[4] as Colour)).toBeLessThan(16);
  expect(complaints).toEqual([]);
});

test('plays at the rate of the film at once, loops, pauses and steps', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(24, 1));
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect
    .poll(() => page.getByTestId('play-report').textContent(), { timeout: 10_000 })
    .toContain('true rate');
  // Frame and clock are read together, right after a frame was drawn: a slow machine delays both alike.
  const reading = (): Promise<{ frame: number; at: number }> =>
    page.evaluate(
      () =>
        new Promise<{ frame: number; at: number }>((resolve) => {
          requestAnimationFrame((at) => {
            // Behind the player's own callback for the same frame, and what React draws of it.
            setTimeout(() => {
              const text = document.querySelector('[data-testid=counter] strong')?.textContent;
              resolve({ frame: Number(text), at });
            });
          });
        }),
    );
  const started = await reading();
  let now = await reading();
  while (now.at - started.at < 1500) now = await reading();
  const passed = ((now.frame - started.frame + 48) % 48) / 24;
  const seconds = ((now.at - started.at) / 1000) % 2;
  expect(Math.min(Math.abs(passed - seconds), 2 - Math.abs(passed - seconds))).toBeLessThan(0.15);
  await page.keyboard.press('Space');
  const paused = (await counter(page)).frame;
  // Five repaints later it has not moved.
  await page.evaluate(async () => {
    for (let i = 0; i < 5; i++) await new Promise(requestAnimationFrame);
  });
  expect((await counter(page)).frame).toBe(paused);
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  expect((await counter(page)).frame).toBe(2);
  await page.keyboard.press('ArrowDown');
  expect((await counter(page)).frame).toBe(3);
  // Without the loop it stops on the last frame.
  await page.getByRole('button', { name: 'Loop', exact: true }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await counter(page)).frame).toBe(48);
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
});

test('two tabs on one film: the second looks, and takes over when the first lets go', async () => {
  const { page, context } = await visit();
  await bringIn(page, await numbered(4, 1));
  const second = await context.newPage();
  await second.goto(page.url());
  await second.getByText('open in another tab').first().waitFor();
  await tickets(second).nth(1).click();
  await second.keyboard.press('7');
  expect((await counter(second)).frames).toBe(8);
  await expect.poll(() => second.getByLabel('Hold', { exact: true }).isDisabled()).toBe(true);
  await page.keyboard.press('9');
  await isKept(page);
  await page.close();
  await second.getByText('It can be changed here now').waitFor();
  expect((await counter(second)).frames).toBe(15);
  await tickets(second).nth(1).click();
  await second.keyboard.press('7');
  expect((await counter(second)).frames).toBe(20);
});

test('the demo film comes from the server, and photos of one’s own do not land in it', async () => {
  const { page, complaints } = await visit();
  await page.getByRole('button', { name: 'Open the demo film' }).click();
  const progress = page.getByRole('progressbar', { name: 'Photos coming in' });
  await progress.waitFor();
  await progress.waitFor({ state: 'detached', timeout: 60_000 });
  expect((await counter(page)).frames).toBe(299);
  await expect
    .poll(() => page.getByRole('navigation', { name: 'Scenes' }).getByRole('listitem').count())
    .toBe(3);
  await expect.poll(() => page.getByLabel('What Kermis noticed').count()).toBe(0);
  await bringIn(page, await numbered(3, 1));
  expect((await counter(page)).frames).toBe(6);
  await page.getByRole('button', { name: 'All films' }).click();
  await page.getByRole('button', { name: /The Runaway Horse 12 s 11 f/ }).waitFor();

  // A film saved to disk comes back whole, as a film of its own.
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
  expect((await counter(page)).frames).toBe(6);
  await expect.poll(async () => distance(await middle(page), COLOURS[0] as Colour)).toBeLessThan(16);
  expect(complaints).toEqual([]);
});
