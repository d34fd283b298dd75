import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { Fingers, type Place } from './fingers';
import { numbered } from './photos';
import { bringInSounds, clicksAt, wav } from './sounds';
import { strip } from './strip';

const { visit } = useBrowser();
const twelve = useSharedFilm(
  () => visit({ hasTouch: true }),
  async (page) => openFilmOf(page, await numbered(12, 1)),
);

async function middleOf(target: Locator): Promise<Place> {
  const box = await target.boundingBox();
  if (!box) throw new Error('not on screen');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

/** What undo would take back. */
const lastDone = (page: Page): Promise<string | null> =>
  page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label');

test('two fingers look closer at the picture, and at the strip', async () => {
  const { page, complaints } = await twelve();
  const fingers = await Fingers.of(page);
  const zoom = page.getByRole('button', { name: /^Show the whole picture/ });
  const picture = await middleOf(page.getByTestId('picture'));
  await fingers.pinch(picture, 60, 240);
  await expect.poll(() => zoom.textContent()).toMatch(/^\d+ %$/);
  await fingers.pinch(picture, 240, 20);
  await expect.poll(() => zoom.textContent()).toBe('whole');
  const wide = async (): Promise<number> => (await tickets(page).first().boundingBox())?.width ?? 0;
  const before = await wide();
  const done = await lastDone(page);
  // One of them on the edge of a ticket: no hold is changed.
  const edge = await page.getByTestId('strip-scroll').locator('[data-edge="5"]').boundingBox();
  const y = (await middleOf(tickets(page).first())).y;
  await fingers.pinch({ x: (edge?.x ?? 0) + (edge?.width ?? 0) / 2 + 30, y }, 60, 180);
  await expect.poll(wide).toBeGreaterThan(before * 2);
  expect(await lastDone(page)).toBe(done);
  await page.keyboard.press('w');
  await expect.poll(wide).toBeCloseTo(before, 0);
  expect(complaints).toEqual([]);
});

test('a finger scrolls the strip at once, and drags a pose after it has rested', async () => {
  const { page, complaints } = await twelve();
  const fingers = await Fingers.of(page);
  for (let i = 0; i < 4; i++) await page.keyboard.press('i');
  const scrolled = (): Promise<number> =>
    page.getByTestId('strip-scroll').evaluate((element) => element.scrollLeft);
  // In the middle of a ticket, not on its edge.
  const from = await middleOf(tickets(page).nth(4));
  const before = await lastDone(page);
  await fingers.put(from);
  await fingers.move([from], [{ x: from.x - 400, y: from.y }]);
  await fingers.lift();
  await expect.poll(scrolled).toBeGreaterThan(100);
  expect(await lastDone(page)).toBe(before);
  await page.keyboard.press('w');
  await expect.poll(scrolled).toBe(0);

  const first = await middleOf(tickets(page).nth(0));
  const fourth = await middleOf(tickets(page).nth(3));
  await fingers.put(first);
  // It is picked up once the finger has rested.
  await page.getByText(/^Picked up/).waitFor({ state: 'attached' });
  await fingers.move([first], [{ x: fourth.x + 30, y: fourth.y }]);
  await fingers.lift();
  await expect.poll(() => strip(page)).toMatch(/^2×2 3×2 4×2 1×2/);
  await page.keyboard.press('Control+z');
  expect(complaints).toEqual([]);
});

test('a finger moves a cue, and one that rests on a tool is told what it does', async () => {
  const { page, complaints } = await twelve();
  const fingers = await Fingers.of(page);
  await page.getByRole('button', { name: 'Sound', exact: true }).tap();
  await bringInSounds(page, [wav('line.wav', clicksAt([0.1, 1.8]))]);
  await page.getByRole('button', { name: 'Add line.wav at the playhead' }).tap();
  const cue = page.locator('[data-cue]');
  const box = await cue.boundingBox();
  if (!box) throw new Error('no cue');
  // Between the line of its level and its foot.
  const from = { x: box.x + box.width / 2, y: box.y + box.height - 6 };
  await fingers.put(from);
  await fingers.move([from], [{ x: from.x + 300, y: from.y }]);
  await fingers.lift();
  await expect.poll(async () => (await middleOf(cue)).x).toBeGreaterThan(from.x + 200);
  const loop = await middleOf(page.getByRole('button', { name: 'Loop', exact: true }));
  await fingers.put(loop);
  await page.getByRole('tooltip').filter({ hasText: 'Loop (L)' }).waitFor();
  await fingers.lift();
  // Who only asked has pressed nothing.
  await page.getByRole('tooltip').waitFor({ state: 'detached' });
  expect(await page.getByRole('button', { name: 'Loop', exact: true }).getAttribute('aria-pressed')).toBe(
    'true',
  );
  expect((await counter(page)).frame).toBe(1);
  expect(complaints).toEqual([]);
});
