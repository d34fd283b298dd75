import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { STANDING } from '../src/core/shoot/stand-in/puppet';
import { isKept, useBrowser } from './browser';
import { Fingers } from './fingers';
import { hasPoses, openStandIn, savedFilm } from './shooting';
import { violations } from './violations';
import { longTest, some } from './extent';

const { visit } = useBrowser();

/** Goes on with Tab to a control, by its name. */
async function tabTo(page: Page, name: string, role: 'button' | 'combobox' = 'button'): Promise<void> {
  const target = page.getByRole(role, { name, exact: true }).and(page.locator(':focus'));
  for (let i = 0; i < 80; i++) {
    if ((await target.count()) > 0) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not lead to ${name}`);
}

const xOf = async (page: Page): Promise<unknown> =>
  (await savedFilm(page)).poses.map(({ puppet }) => typeof puppet !== 'string' && puppet.x);

longTest(
  'a small film is shot from the empty shelf to the print, with keys only, with a mistake taken back',
  async () => {
    const { page, complaints } = await visit();
    await tabTo(page, 'New film');
    await page.keyboard.press('Enter');
    await page.getByRole('navigation', { name: 'Stages' }).waitFor();
    await page.keyboard.press('Alt+1');
    await tabTo(page, 'Camera', 'combobox');
    await page.keyboard.type('Stand-in');
    await tabTo(page, 'Open the camera');
    await page.keyboard.press('Enter');
    await page.getByTestId('live').waitFor();
    // From here on Enter takes a photo.
    for (let i = 1; i <= 8; i++) {
      await page.keyboard.press('Enter');
      await hasPoses(page, i);
      await page.keyboard.press('Shift+ArrowRight');
    }
    // An arm is raised too far; that photo is taken back, and another one taken.
    await page.keyboard.press('s');
    for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Enter');
    await hasPoses(page, 9);
    await page.keyboard.press('Control+z');
    await hasPoses(page, 8);
    for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowUp');
    await page.keyboard.press('Enter');
    await hasPoses(page, 9);
    await page.keyboard.press('Space');
    await page.getByTestId('shown-pose').waitFor();
    await page.keyboard.press('Space');
    await isKept(page);
    const film = await savedFilm(page);
    expect(film.photos).toHaveLength(10);
    expect(film.poses.map(({ puppet }) => typeof puppet !== 'string' && puppet.turns.leftArm)).toEqual([
      ...Array.from({ length: 8 }, () => STANDING.turns.leftArm),
      STANDING.turns.leftArm + 16,
    ]);
    await page.keyboard.press('Control+p');
    await page.getByRole('button', { name: 'Print the film' }).and(page.locator(':focus')).waitFor();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Save to disk' }).waitFor();
    expect(complaints).toEqual([]);
  },
);

longTest('the same by a finger, on a tablet of 1024 × 768', async () => {
  const { page, complaints } = await visit({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  await page.getByRole('button', { name: 'New film' }).tap();
  await page.getByRole('button', { name: 'Shoot', exact: true }).tap();
  await page.getByRole('combobox', { name: 'Camera', exact: true }).selectOption('stand-in');
  await page.getByRole('button', { name: 'Open the camera' }).first().tap();
  await page.getByTestId('live').waitFor();
  const fingers = await Fingers.of(page);
  const take = page.getByTestId('take');
  const drag = async (from: number, to: number): Promise<void> => {
    const lens = await page.getByTestId('lens').boundingBox();
    if (!lens) throw new Error('no picture');
    const at = (x: number) => ({
      x: lens.x + (x * lens.width) / 1920,
      y: lens.y + (STANDING.y * lens.height) / 1080,
    });
    await fingers.put(at(from));
    await fingers.move([at(from)], [at(to)]);
    await fingers.rest(at(to));
    await fingers.lift();
  };
  for (let i = 1; i <= 4; i++) {
    await take.tap();
    await hasPoses(page, i);
    await drag(STANDING.x + 100 * (i - 1), STANDING.x + 100 * i);
  }
  await page.getByRole('button', { name: 'Undo the last photo' }).tap();
  await hasPoses(page, 3);
  await page.getByRole('button', { name: /^Play the last seconds/ }).tap();
  await page.getByTestId('shown-pose').waitFor();
  await page.getByRole('button', { name: 'Stop checking' }).tap();
  await isKept(page);
  const stood = (await xOf(page)) as number[];
  expect(stood[0]).toBe(STANDING.x);
  // A drag begins once a finger has gone a few pixels.
  for (const [i, x] of stood.entries()) expect(Math.abs(x - STANDING.x - 100 * i)).toBeLessThan(24);
  await page.getByRole('button', { name: 'Print', exact: true }).tap();
  await page.getByRole('button', { name: 'Print the film' }).tap();
  await page.getByRole('button', { name: 'Save to disk' }).waitFor();
  expect(complaints).toEqual([]);
});

test.each(some([false], [true]))('axe-core finds nothing in Shoot; in the dark: %s', async (dim) => {
  const { page } = await visit({ bypassCSP: true });
  const wrong = (): Promise<string[]> => violations(page, dim ? ['color-contrast'] : undefined);
  if (dim) await page.getByRole('button', { name: 'Dark colours, for a dark room' }).click();
  await openStandIn(page);
  expect(await wrong(), 'the camera').toEqual([]);
  await page.getByRole('button', { name: 'Lock settings' }).click();
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  await page.keyboard.press('t');
  for (const panel of ['Camera', 'View', 'Cues', 'Folder']) {
    await page.getByRole('button', { name: panel, exact: true }).click();
    expect(await wrong(), panel).toEqual([]);
  }
  await page.getByRole('button', { name: 'Timer, interval, burst' }).click();
  await page.getByLabel('Count-in', { exact: true }).waitFor();
  await page.getByLabel('Photos per press').selectOption('3');
  expect(await wrong(), 'how photos are released').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByLabel('Photos per press').waitFor({ state: 'detached' });
  await page.keyboard.press('Enter');
  await page.getByRole('group', { name: '3 photos to choose from' }).waitFor();
  expect(await wrong(), 'what there is to choose from').toEqual([]);
  await page.keyboard.press('ArrowUp');
  await page.getByTestId('shown-pose').waitFor();
  expect(await wrong(), 'a pose of the film').toEqual([]);
});
