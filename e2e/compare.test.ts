import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { COLOURS, numbered, type Colour } from './photos';
import { middle } from './strip';
import { distance } from './video';

const { visit } = useBrowser();
const fourPoses = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(4, 1)));

const [first, second] = COLOURS as [Colour, Colour];
const mixed = (mix: (a: number, b: number) => number): Colour =>
  [0, 1, 2].map((i) => mix(first[i] ?? 0, second[i] ?? 0)) as unknown as Colour;
const shows = async (page: Page, colour: Colour): Promise<void> =>
  expect.poll(async () => distance(await middle(page), colour)).toBeLessThan(12);

test.each([
  ['a ghost of the pose before is seen through the picture', 'g', mixed((a, b) => b + (a - b) * 0.4)],
  ['the difference to the pose before is shown', 'd', mixed((a, b) => Math.abs(a - b))],
] as const)('%s, until its key is pressed again', async (_, key, colour) => {
  const { page, complaints } = await fourPoses();
  await tickets(page).nth(1).click();
  await shows(page, second);
  await page.keyboard.press(key);
  await shows(page, colour);
  await page.keyboard.press(key);
  await shows(page, second);
  expect(complaints).toEqual([]);
});

test('the pose before is shown for as long as a key is held', async () => {
  const { page, complaints } = await fourPoses();
  await tickets(page).nth(1).click();
  await shows(page, second);
  await page.keyboard.down('v');
  await shows(page, first);
  await page.keyboard.up('v');
  await shows(page, second);
  expect(complaints).toEqual([]);
});
