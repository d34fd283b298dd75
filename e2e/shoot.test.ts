import { expect, test } from 'vitest';
import { STANDING, turnLimb } from '../src/core/shoot/stand-in/puppet';
import { isKept, notes, tickets, useBrowser } from './browser';
import { hasPoses, isReady, openStandIn, poses, savedFilm, shootFast } from './shooting';

const { visit } = useBrowser();

test('12 presses as fast as photos are taken: 12 photos, each as the puppet stood at its press, in order, none twice', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await shootFast(page, 12);
  expect(complaints).toEqual([]);
});

test('where the next photo goes is chosen by hand; undo takes the last one back and keeps it in the tray', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  for (let i = 1; i <= 2; i++) {
    await page.keyboard.press('Enter');
    await hasPoses(page, i);
    await page.keyboard.press('Shift+ArrowRight');
  }
  await page.getByLabel('Where the next photo goes').selectOption('Replace pose on screen');
  await page.getByTestId('next-shot').and(page.locator('[data-place=instead]')).waitFor();
  await page.keyboard.press('Enter');
  await isReady(page);
  await page.getByTestId('next-shot').and(page.locator('[data-place=end]')).waitFor();
  await page.getByRole('button', { name: 'One frame longer' }).last().click();
  await page.keyboard.press('Enter');
  await hasPoses(page, 3);
  await page.keyboard.press('Control+z');
  await hasPoses(page, 2);
  await isKept(page);
  const { photos, poses: shot } = await savedFilm(page);
  expect(shot.map(({ name, hold }) => `${name} ${hold}`)).toEqual(['SHOT0001.JPG 2', 'SHOT0003.JPG 2']);
  expect(shot.map(({ puppet }) => typeof puppet !== 'string' && puppet.x)).toEqual([
    STANDING.x,
    STANDING.x + 16,
  ]);
  expect(photos.flatMap(({ name, setAside }) => (setAside ? [name] : []))).toEqual([
    'SHOT0002.JPG',
    'SHOT0004.JPG',
  ]);
  expect(complaints).toEqual([]);
});

test('killed with photos on the way, and opened again: what was taken is in the film, the ghost is there, and it goes on', async () => {
  const { page, context } = await visit();
  await openStandIn(page);
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  const address = page.url();
  // Three more at once; the page is gone as soon as they are stored.
  for (let i = 0; i < 3; i++) {
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('Enter');
  }
  await isReady(page);
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(address);
  await expect.poll(() => tickets(again).count()).toBe(4);
  await again.getByRole('combobox', { name: 'Camera', exact: true }).selectOption('stand-in');
  await again.getByRole('button', { name: 'Open the camera' }).first().click();
  await again.getByTestId('ghosts').and(again.locator('[data-layers="1"]')).waitFor();
  await again.keyboard.press('Enter');
  await expect.poll(() => poses(again)).toBe(5);
  await isKept(again);
  const x = (steps: number): number => STANDING.x + 8 * steps;
  // The puppet stands as it was left, too.
  expect((await savedFilm(again)).poses.map(({ puppet }) => typeof puppet !== 'string' && puppet.x)).toEqual(
    [0, 1, 2, 3, 3].map(x),
  );
});

test('its own cable pulled: the camera is told to be gone, what was taken is kept, and it is opened again', async () => {
  const { page } = await visit();
  await openStandIn(page);
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  await page.getByRole('button', { name: 'Timer, interval, burst' }).click();
  await page.getByLabel('Count-in', { exact: true }).selectOption('10');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await page.getByRole('status', { name: /^The photo is taken in/ }).waitFor();
  await page.getByRole('button', { name: 'Test: unplug camera' }).click();
  await page.getByText(/^The camera was unplugged\. Your photos are saved\./).waitFor();
  expect(await page.getByRole('status', { name: /^The photo is taken in/ }).count()).toBe(0);
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('live').waitFor();
  expect(await poses(page)).toBe(1);
});

test('the puppet is pulled by its hand, and the ghost and the difference tell what was moved', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await page.getByRole('button', { name: 'Lock settings' }).click();
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  await page.getByTestId('ghosts').and(page.locator('[data-layers="1"]')).waitFor();
  const lens = await page.getByTestId('lens').boundingBox();
  if (!lens) throw new Error('no picture');
  const at = (x: number, y: number): [number, number] => [
    lens.x + (x * lens.width) / 1920,
    lens.y + (y * lens.height) / 1080,
  ];
  /** Mean brightness of the picture where the hand will be, in the difference from the last photo. */
  const brightness = async (): Promise<number> => {
    const { default: sharp } = await import('sharp');
    const [left, top] = at(STANDING.x + 170, STANDING.y - 150);
    const png = await page.screenshot({ clip: { x: left, y: top, width: 40, height: 40 } });
    const { channels } = await sharp(png).greyscale().stats();
    return channels[0]?.mean ?? Number.NaN;
  };
  await page.keyboard.press('d');
  await page.getByTestId('ghosts').and(page.locator('[data-layers="1"]')).waitFor();
  // Nothing moved: the ghost lies on the live picture, and what is left is grain and flicker.
  await expect.poll(brightness).toBeLessThan(5);
  await page.mouse.move(...at(STANDING.x + 74 + 26, STANDING.y - 96 + 145));
  await page.mouse.down();
  await page.mouse.move(...at(STANDING.x + 250, STANDING.y - 96), { steps: 6 });
  await page.mouse.up();
  await expect.poll(brightness).toBeGreaterThan(8);
  await page.keyboard.press('Enter');
  await hasPoses(page, 2);
  await isKept(page);
  const [, second] = (await savedFilm(page)).poses;
  if (typeof second?.puppet !== 'object') throw new Error(String(second?.puppet));
  expect(second.puppet.turns.rightArm).toBeLessThan(-60);
  expect({ ...second.puppet, turns: { ...second.puppet.turns, rightArm: 0 } }).toEqual(
    turnLimb(STANDING, 'rightArm', 12),
  );
  expect(await notes(page)).not.toMatch(/not taken|[Nn]o room/);
  expect(complaints).toEqual([]);
});
