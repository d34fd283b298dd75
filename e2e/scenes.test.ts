import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { strip, type } from './strip';

const { visit } = useBrowser();
/** Poses 1 to 4 in Scene 1, 5 and 6 in a scene of its own. */
const twoScenes = useSharedFilm(visit, async (page) => {
  await openFilmOf(page, await numbered(6, 1));
  await tickets(page).nth(4).click();
  await page.keyboard.press('s');
  await type(page, 'Name of the scene', 'Booth');
});

const scenes = (page: Page): Locator => page.getByRole('region', { name: 'Scenes' });
const scene = (page: Page, name: string): Locator =>
  scenes(page).getByRole('button', { name: new RegExp(`^${name}`) });
const press = (page: Page, name: string): Promise<void> => scenes(page).getByRole('button', { name }).click();

/** Does what a menu of the scene offers. */
async function pick(page: Page, menu: 'Move' | 'More', item: string): Promise<void> {
  await scenes(page).getByRole('button', { name: menu, exact: true }).click();
  await page.getByRole('menuitem', { name: item, exact: true }).click();
}

test('a scene that is parted has its own name, colour and length', async () => {
  const { page, complaints } = await twoScenes();
  const listed = async (): Promise<string[]> =>
    (
      await scenes(page)
        .getByRole('listitem')
        .evaluateAll((all) => all.map((each) => each.querySelector('button')?.textContent ?? ''))
    ).map((words) => words.replace(/(\d) photos?$/, ' $1'));
  await expect.poll(listed).toEqual(['Scene 10 s 8 f 4', 'Booth0 s 4 f 2']);
  await scene(page, 'Booth').click();
  await press(page, 'plum');
  await expect
    .poll(() => scenes(page).getByRole('button', { name: 'plum' }).getAttribute('aria-pressed'))
    .toBe('true');
  expect(complaints).toEqual([]);
});

test('scenes are moved by a button, and by dragging', async () => {
  const { page, complaints } = await twoScenes();
  await scene(page, 'Booth').click();
  await pick(page, 'Move', 'Earlier');
  await expect.poll(() => strip(page)).toBe('5×2 6×2 1×2 2×2 3×2 4×2');
  const [upper, lower] = await Promise.all(
    ['Booth', 'Scene 1'].map((name) => scene(page, name).boundingBox()),
  );
  if (!upper || !lower) throw new Error('no scenes');
  await page.mouse.move(lower.x + 40, lower.y + 20);
  await page.mouse.down();
  await page.mouse.move(upper.x + 40, upper.y + 15, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
  expect(complaints).toEqual([]);
});

test('between its points the film is played round and round, and printed', async () => {
  const { page, complaints } = await twoScenes();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('[');
  const frames: number[] = [];
  await page.keyboard.press('Space');
  await expect
    .poll(
      async () => {
        frames.push((await counter(page)).frame);
        return frames.filter((frame, i) => frame < (frames[i - 1] ?? 0)).length;
      },
      { interval: 20 },
    )
    .toBeGreaterThan(2);
  await page.keyboard.press('Space');
  expect(Math.min(...frames)).toBeGreaterThan(2);

  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page
    .getByRole('combobox', { name: 'Part', exact: true })
    .selectOption('Between the in and out points');
  await page.getByRole('button', { name: 'Print the film' }).click();
  await page.getByTestId('proof').waitFor();
  await page.getByText(/10 frames, 320 × 240/).waitFor();
  expect(complaints).toEqual([]);
});
