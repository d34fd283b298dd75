import type { Page } from 'playwright-core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { STANDING, turnLimb } from '../src/core/shoot/stand-in/puppet';
import { isKept, notes, tickets, useBrowser } from './browser';
import { hasPoses, isReady, openStandIn, poses, savedFilm, shootFast } from './shooting';

const { visit } = useBrowser();

const undo = (page: Page): Promise<void> => page.keyboard.press('Control+z');

test('24 presses as fast as photos are taken: 24 photos, each as the puppet stood at its press, in order, none twice', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await shootFast(page, 24);
  expect(complaints).toEqual([]);
});

test('a photo goes after the last pose, after the one on screen, or in its place; undo takes the last one back and keeps it in the tray', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  const take = async (count: number): Promise<void> => {
    await page.keyboard.press('Enter');
    await hasPoses(page, count);
    await page.keyboard.press('Shift+ArrowRight');
  };
  for (let i = 1; i <= 3; i++) await take(i);
  // Back to the first pose, by keys, and a photo behind it.
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('n');
  await page.keyboard.press('c');
  await take(4);
  await take(5);
  // In place of the one that was just taken; after that photos go to the end again.
  await page.keyboard.press('r');
  await page.getByTestId('next-shot').and(page.locator('[data-place=instead]')).waitFor();
  await page.keyboard.press('Enter');
  await isReady(page);
  await page.getByTestId('next-shot').and(page.locator('[data-place=end]')).waitFor();
  await isKept(page);
  await expect.poll(async () => (await savedFilm(page)).photos.length).toBe(6);
  const x = (steps: number): number => STANDING.x + 8 * steps;
  const stood = (film: Awaited<ReturnType<typeof savedFilm>>): unknown =>
    film.poses.map(({ puppet }) => (typeof puppet === 'string' ? puppet : puppet.x));
  const before = await savedFilm(page);
  expect(stood(before)).toEqual([x(0), x(3), x(5), x(1), x(2)]);
  expect(before.photos.filter(({ setAside }) => setAside).map(({ name }) => name)).toEqual(['SHOT0005.JPG']);

  await undo(page);
  await undo(page);
  await isKept(page);
  const after = await savedFilm(page);
  expect(stood(after)).toEqual([x(0), x(3), x(1), x(2)]);
  expect(after.photos.flatMap(({ name, setAside }) => (setAside ? [name] : []))).toEqual([
    'SHOT0005.JPG',
    'SHOT0006.JPG',
  ]);
  // A photo is no step that is taken back: before there is nothing, all are in the tray.
  for (let i = 0; i < 8; i++) await undo(page);
  await hasPoses(page, 0);
  expect((await savedFilm(page)).photos.map(({ setAside }) => setAside)).toEqual(Array(6).fill(true));
  expect(complaints).toEqual([]);
});

/** What a person does, by numbers that stand for whatever there is then. */
const act = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      does: fc.constant('take' as const),
      place: fc.constantFrom('end' as const, 'behind' as const, 'instead' as const),
      at: fc.nat(9),
    }),
  },
  fc.record({
    does: fc.constantFrom('take back' as const, 'undo' as const, 'redo' as const, 'hold' as const),
    at: fc.nat(9),
  }),
);
const PLACE_WORDS = {
  end: 'After the last pose',
  behind: 'After the pose on screen',
  instead: 'In its place',
};

test('presses and edits in any order, by hand: film and tray are as a model says', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  interface Model {
    readonly poses: readonly (readonly [name: string, hold: number])[];
    readonly hold: number;
  }
  const past: Model[] = [];
  const future: Model[] = [];
  let model: Model = { poses: [], hold: 2 };
  const all: string[] = [];
  const change = (next: Model): void => {
    past.push(model);
    future.length = 0;
    model = next;
  };
  /** Steps from the live picture to a pose. */
  const stepTo = async (index: number): Promise<void> => {
    await page.keyboard.press('ArrowUp');
    const shown = page.getByTestId('shown-pose');
    await shown.waitFor();
    const label = (await shown.getAttribute('aria-label')) ?? '';
    const from = Number(/^pose (\d+)/.exec(label)?.[1]) - 1;
    for (let i = from; i !== index; i += Math.sign(index - from))
      await page.keyboard.press(index > from ? 'ArrowDown' : 'ArrowUp');
    await shown.and(page.getByLabel(new RegExp(`^pose ${index + 1}\\b`))).waitFor();
  };
  const [steps = []] = fc.sample(fc.array(act, { minLength: 24, maxLength: 24 }), { numRuns: 1, seed: 5 });
  for (const { does, at, ...rest } of steps) {
    const index = at % Math.max(1, model.poses.length);
    const { poses: before, hold } = model;
    if (does === 'take') {
      const place = before.length === 0 || !('place' in rest) ? 'end' : rest.place;
      if (before.length > 0) await stepTo(index);
      await page.getByLabel('Where the next photo goes').selectOption(PLACE_WORDS[place]);
      if (before.length > 0)
        await page.getByRole('button', { name: 'The live picture', exact: true }).click();
      await page.keyboard.press('Enter');
      const name = `SHOT${String(all.length + 1).padStart(4, '0')}.JPG`;
      all.push(name);
      await tickets(page)
        .and(page.locator(`[aria-label*="${name}"]`))
        .waitFor();
      const old = before[index];
      const next =
        place === 'instead' && old
          ? before.with(index, [name, old[1]])
          : before.toSpliced(place === 'end' ? before.length : index + 1, 0, [name, hold]);
      change({ ...model, poses: next });
    } else if (does === 'take back' && before.length > 0) {
      await stepTo(index);
      await page.keyboard.press('Delete');
      change({ ...model, poses: before.toSpliced(index, 1) });
      if (model.poses.length > 0)
        await page.getByRole('button', { name: 'The live picture', exact: true }).click();
    } else if (does === 'hold') {
      await page.getByRole('button', { name: 'One frame longer' }).last().click();
      change({ ...model, hold: hold + 1 });
    } else if (does === 'undo' || does === 'redo') {
      const [from, to] = does === 'undo' ? [past, future] : [future, past];
      await page.keyboard.press(does === 'undo' ? 'Control+z' : 'Control+Shift+z');
      const other = from.pop();
      if (other) {
        to.push(model);
        model = other;
      }
    }
    await hasPoses(page, model.poses.length);
  }
  await isKept(page);
  const film = await savedFilm(page);
  expect(film.poses.map((pose) => [pose.name, pose.hold])).toEqual(model.poses);
  expect(film.photos.map(({ name }) => name)).toEqual(all);
  const shown = new Set(model.poses.map(([name]) => name));
  expect(film.photos.flatMap(({ name, setAside }) => (setAside ? [name] : []))).toEqual(
    all.filter((name) => !shown.has(name)),
  );
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
  await page.getByRole('button', { name: 'Count-in, by itself, several at a press' }).click();
  await page.getByLabel('Count-in', { exact: true }).selectOption('10');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await page.getByRole('status', { name: /^The photo is taken in/ }).waitFor();
  await page.getByRole('button', { name: 'Pull the stand-in’s cable' }).click();
  await page.getByText(/^The camera was unplugged\. All photos that were taken are kept\./).waitFor();
  expect(await page.getByRole('status', { name: /^The photo is taken in/ }).count()).toBe(0);
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('live').waitFor();
  expect(await poses(page)).toBe(1);

  // While photos are taken by themselves: what was taken until then is there, and no more comes.
  await page.getByRole('button', { name: 'Count-in, by itself, several at a press' }).click();
  await page.getByLabel('Count-in', { exact: true }).selectOption('0');
  await page.getByLabel('By itself every').click();
  await page.keyboard.type('0.5');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Escape');
  await page.getByLabel('By itself every').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await page.getByText(/^Photo \d+, one every 0\.5 s$/).waitFor();
  await expect.poll(() => poses(page)).toBeGreaterThanOrEqual(3);
  await page.getByRole('button', { name: 'Pull the stand-in’s cable' }).click();
  await page.getByRole('button', { name: 'Open the camera' }).first().waitFor();
  await isKept(page);
  const { photos, poses: shot } = await savedFilm(page);
  expect(shot.length).toBeGreaterThanOrEqual(3);
  expect(photos.map(({ name }) => name)).toEqual(shot.map(({ name }) => name));
});

test('the puppet is pulled by its hand, and the ghost and the difference tell what was moved', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await page.getByRole('button', { name: 'Lock the camera' }).click();
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
  expect(await notes(page)).not.toMatch(/not taken|no room/);
  expect(complaints).toEqual([]);
});
