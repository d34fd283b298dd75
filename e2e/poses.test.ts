import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { choose, field, strip } from './strip';

const { visit } = useBrowser();
const sixPoses = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(6, 1)));

const ticketBox = async (page: Page, place: number): Promise<{ x: number; y: number; width: number }> => {
  const box = await tickets(page).nth(place).boundingBox();
  if (!box) throw new Error('no ticket');
  return box;
};

/** Drags the right edge of a ticket by so many frames on twos. */
async function dragEdge(page: Page, place: number, by: number): Promise<void> {
  const { x, y, width } = await ticketBox(page, place);
  const edge = x + width - 1;
  await page.mouse.move(edge, y + 30);
  await page.mouse.down();
  await page.mouse.move(edge + (width / 2) * by, y + 30, { steps: 6 });
}

test('a ticket that is dragged by its edge is held longer, and shows how long while it is', async () => {
  const { page, complaints } = await sixPoses();
  await tickets(page).nth(1).click();
  await dragEdge(page, 1, 3);
  await page.getByText('5 frames, 0.2 s').waitFor();
  await page.mouse.up();
  await expect.poll(() => strip(page)).toBe('1×2 2×5 3×2 4×2 5×2 6×2');
  expect(complaints).toEqual([]);
});

test('an edge that is only touched sets no hold and changes no choice', async () => {
  const { page, complaints } = await sixPoses();
  await choose(page, 0, 2);
  await dragEdge(page, 1, 0);
  await page.mouse.up();
  await expect.poll(() => page.locator('[data-pose][aria-selected=true]').count()).toBe(3);
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
  expect(complaints).toEqual([]);
});

test('a ticket that is dragged out of the strip and let go with Escape stays where it was', async () => {
  const { page, complaints } = await sixPoses();
  const { x, y } = await ticketBox(page, 1);
  await page.mouse.move(x + 8, y + 30);
  await page.mouse.down();
  await page.mouse.move(x + 60, 200, { steps: 5 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
  expect(complaints).toEqual([]);
});

test('keys that are typed into a field do nothing to the poses', async () => {
  const { page, complaints } = await sixPoses();
  await tickets(page).nth(1).click();
  await field(page, 'Name of the scene').fill('2 c x Delete');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^2 c x Delet\b/ }).waitFor();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
  expect(complaints).toEqual([]);
});
