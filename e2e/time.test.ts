import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { base, bringIn, counter, isKept, notes, tickets, useBrowser } from './browser';
import { COLOURS, numbered, type Colour } from './photos';
import { distance } from './video';

const { visit } = useBrowser();

/** What the strip shows, as `number×hold`, an echo in brackets. */
const strip = async (page: Page): Promise<string> =>
  (
    await tickets(page).evaluateAll((all) =>
      all.map((each) => {
        const [, number, hold, showing] =
          /PICT(\d+)\.JPG, held (\d+) frames?(?:, shown (\d+) of)?/.exec(
            each.getAttribute('aria-label') ?? '',
          ) ?? [];
        const words = `${number}×${hold}`;
        return Number(showing ?? 1) > 1 ? `(${words})` : words;
      }),
    )
  ).join(' ');

async function choose(page: Page, from: number, to: number): Promise<void> {
  await tickets(page).nth(from).click();
  await tickets(page)
    .nth(to)
    .click({ modifiers: ['Shift'] });
}

const field = (page: Page, name: string): Locator => page.getByRole('textbox', { name, exact: true });

async function type(page: Page, name: string, text: string): Promise<void> {
  await field(page, name).fill(text);
  await page.keyboard.press('Enter');
}

/** What a field says of what is typed in it, or of its problem. */
const said = (page: Page, name: string): Promise<string | null> =>
  field(page, name).evaluate((input) => {
    const words = document.getElementById(input.getAttribute('aria-describedby') ?? '');
    return words?.textContent ?? null;
  });

const frames = async (page: Page): Promise<number> => (await counter(page)).frames;

test('a cycle is made, set, edited once for all passes, parted and unrolled; the list of what was done survives', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(5, 1));
  await choose(page, 1, 3);
  await page.keyboard.press('c');
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (2×2) (3×2) (4×2) 5×2');
  await page.getByRole('combobox', { name: 'Goes' }).selectOption('there and back');
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (3×2) (2×2) (3×2) (4×2) (3×2) 5×2');
  await type(page, 'Times', '1');
  await page.getByRole('checkbox', { name: 'Show the poses at the ends twice' }).check();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (4×2) (3×2) (2×2) 5×2');
  // A hold set in an echo is set in every pass.
  await tickets(page).nth(6).click();
  await page.keyboard.press('5');
  await expect.poll(() => strip(page)).toBe('1×2 2×5 3×2 4×2 (4×2) (3×2) (2×5) 5×2');
  await type(page, 'Times', '3');
  await tickets(page).nth(8).click();
  await page.getByRole('button', { name: 'Take out pass 2' }).click();
  // What was taken out is changed by itself.
  await tickets(page).nth(8).click();
  await page.keyboard.press('Delete');
  expect((await strip(page)).split(' ')).toHaveLength(1 + 6 + 5 + 6 + 1);
  await choose(page, 1, 3);
  await page.keyboard.press('Shift+C');
  await expect.poll(() => strip(page)).toMatch(/^1×2 2×5 3×2 4×2 4×2 3×2 2×5 /);
  await type(page, 'Hold', '0');
  await expect.poll(() => said(page, 'Hold')).toMatch(/too short: one frame is the shortest/);

  await page.getByRole('button', { name: 'Done', exact: true }).click();
  const list = page.getByRole('region', { name: 'What was done' }).getByRole('listitem');
  const done = (await list.allTextContents()).filter(Boolean);
  expect(done.slice(-3)).toEqual(['Pass 2 of 3 taken out', '1 pose deleted', 'Cycle unrolled to 6 poses']);
  await isKept(page);
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Cycle of 3 poses made' }).click();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 (2×2) (3×2) (4×2) 5×2');
  await page.getByRole('button', { name: 'Cycle unrolled to 6 poses' }).click();
  expect((await strip(page)).split(' ')).toHaveLength(1 + 6 + 5 + 6 + 1);
  expect(complaints).toEqual([]);
});

test('lengths are typed in any form and foreseen; a run is fitted exactly; another rate asks its question', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(6, 1));
  await page.keyboard.press('Control+a');
  await field(page, 'Hold').fill('0.5s');
  await expect.poll(() => said(page, 'Hold')).toBe('12 frames, 0.5 s each');
  await page.keyboard.press('Enter');
  await expect.poll(() => frames(page)).toBe(72);
  for (const [typed, words] of [
    ['abc', /not a hold/],
    ['1:2:3:4:5', /not a timecode/],
    ['-3', /too short/],
    ['1e9', /not a hold/],
    ['', /missing/],
  ] as const) {
    await type(page, 'Hold', typed);
    await expect.poll(() => said(page, 'Hold'), { message: typed }).toMatch(words);
    await expect.poll(() => frames(page)).toBe(72);
    await page.keyboard.press('Escape');
  }
  await type(page, 'Hold', '0.001s');
  await expect.poll(() => frames(page)).toBe(6);

  await field(page, 'Fit the run to').fill('1s 1f');
  await expect.poll(() => said(page, 'Fit the run to')).toBe('25 frames, 1.0 s');
  await page.keyboard.press('Enter');
  await expect.poll(() => strip(page)).toBe('1×4 2×4 3×4 4×5 5×4 6×4');
  await type(page, 'Fit the run to', '0');
  await expect.poll(() => said(page, 'Fit the run to')).toMatch(/too short/);
  await page.keyboard.press('Escape');
  await type(page, 'Fit the run to', '4');
  const dialog = page.getByRole('dialog', { name: 'More poses than frames' });
  await dialog.getByRole('button', { name: 'Leave the run as it is' }).click();
  await expect.poll(() => frames(page)).toBe(25);
  await type(page, 'Fit the run to', '4 f');
  await dialog.getByRole('button', { name: 'Drop 2 poses evenly' }).click();
  await expect.poll(() => strip(page)).toBe('1×1 3×1 4×1 6×1');
  await page.keyboard.press('Control+z');

  await page.getByTitle(/Film settings/).click();
  const rate = page.getByRole('combobox', { name: 'Rate', exact: true });
  await rate.selectOption('12 frames a second');
  const question = page.getByRole('group', { name: 'Rate of 12' });
  await expect
    .poll(() => question.getByRole('button').allTextContents())
    .toEqual([
      'Keep the holds: 25 frames, 2.1 s',
      'Keep the seconds: 13 frames, 1.1 s',
      'Leave the rate at 24',
    ]);
  await question.getByRole('button', { name: /^Keep the seconds/ }).click();
  // The button that had the focus is gone; keys go to the dialog all the same, not to the film behind it.
  await page.keyboard.press('Escape');
  await page.getByTitle(/Film settings/).click();
  await field(page, 'Any other rate').fill('2');
  await page.keyboard.press('Enter');
  const slower = page.getByRole('group', { name: 'Rate of 2' });
  await expect.poll(() => slower.textContent()).toMatch(/4 poses would fall below a frame/);
  await slower.getByRole('button', { name: 'Let the film grow: 6 frames, 3.0 s' }).click();
  await type(page, 'Hold of new poses', '3');
  await page.getByRole('button', { name: 'Set all 6 poses to a hold of 3' }).click();
  await page.keyboard.press('Escape');
  await expect.poll(() => frames(page)).toBe(18);
});

test('poses are copied, reversed, exchanged, stretched by their edge; nothing odd loses an edit', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(6, 1));
  await choose(page, 0, 2);
  await page.keyboard.press('r');
  await expect.poll(() => strip(page)).toBe('3×2 2×2 1×2 4×2 5×2 6×2');
  await page.keyboard.press('Control+d');
  await expect.poll(() => strip(page)).toBe('3×2 2×2 1×2 3×2 2×2 1×2 4×2 5×2 6×2');
  // The copies are poses of their own, and are chosen.
  await page.keyboard.press('7');
  await expect.poll(() => strip(page)).toBe('3×2 2×2 1×2 3×7 2×7 1×7 4×2 5×2 6×2');
  await page.keyboard.press('Control+x');
  await page.keyboard.press('End');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+v');
  await expect.poll(() => strip(page)).toBe('3×2 2×2 1×2 4×2 5×2 6×2 3×7 2×7 1×7');
  await tickets(page).nth(0).click();
  await tickets(page)
    .nth(8)
    .click({ modifiers: ['Control'] });
  await page.keyboard.press('x');
  await expect.poll(() => strip(page)).toBe('1×7 2×2 1×2 4×2 5×2 6×2 3×7 2×7 3×2');
  await page.keyboard.press('Control+z');

  // The edge of the second ticket, three frames to the right.
  await tickets(page).nth(1).click();
  const [second, ruler] = await Promise.all([
    tickets(page).nth(1).boundingBox(),
    page.getByTestId('ruler').boundingBox(),
  ]);
  if (!second || !ruler) throw new Error('no tickets');
  const edge = second.x + second.width - 1;
  await page.mouse.move(edge, second.y + 30);
  await page.mouse.down();
  await page.mouse.move(edge + (second.width / 2) * 3, second.y + 30, { steps: 6 });
  await page.getByText('5 frames, 0.2 s').waitFor();
  await page.mouse.up();
  await expect.poll(() => strip(page)).toMatch(/^3×2 2×5 1×2/);
  // An edge only touched sets no hold and changes no choice.
  await choose(page, 0, 2);
  const stretched = await tickets(page).nth(1).boundingBox();
  if (!stretched) throw new Error('no ticket');
  await page.mouse.click(stretched.x + stretched.width - 1, stretched.y + 30);
  await expect.poll(() => strip(page)).toMatch(/^3×2 2×5 1×2/);
  await expect.poll(() => page.locator('[data-pose][aria-selected=true]').count()).toBe(3);
  await tickets(page).nth(1).click();
  const before = await strip(page);

  // Dragged out of the strip and let go; keys while typing; everything deleted, and pasted into nothing.
  await page.mouse.move(second.x + 8, second.y + 30);
  await page.mouse.down();
  await page.mouse.move(second.x + 60, 200, { steps: 5 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect.poll(() => strip(page)).toBe(before);
  await field(page, 'Name of the scene').fill('2 c x Delete');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^2 c x Delet\b/ }).waitFor();
  await expect.poll(() => strip(page)).toBe(before);
  await page.keyboard.press('Escape');
  await page.getByTestId('counter').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+x');
  await expect.poll(() => frames(page)).toBe(0);
  for (const odd of [
    'Delete',
    'r',
    'c',
    'x',
    '1',
    '+',
    's',
    'f',
    '[',
    'p',
    'a',
    'Control+d',
    'Shift+C',
    ' ',
  ]) {
    await page.keyboard.press(odd);
  }
  await page.keyboard.press('Control+v');
  await expect.poll(() => strip(page)).toBe(before);
  expect(complaints).toEqual([]);
});

test('scenes are added, split, coloured, moved, set aside, trimmed and printed by themselves', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(6, 1));
  const scenes = page.getByRole('navigation', { name: 'Scenes' });
  const listed = async (): Promise<string[]> =>
    (
      await scenes
        .getByRole('listitem')
        .evaluateAll((all) => all.map((each) => each.querySelector('button')?.textContent ?? ''))
    ).map((words) => words.replace(/(\d) photos?$/, ' $1'));
  await tickets(page).nth(4).click();
  await page.keyboard.press('s');
  await expect.poll(() => listed()).toEqual(['Scene 10 s 8 f 4', 'Scene 20 s 4 f 2']);
  await type(page, 'Name of the scene', 'Booth');
  await scenes.getByRole('button', { name: 'plum' }).click();
  await scenes.getByRole('button', { name: 'Scene earlier' }).click();
  await expect.poll(() => strip(page)).toBe('5×2 6×2 1×2 2×2 3×2 4×2');
  const [upper, lower] = await Promise.all(
    ['Booth', 'Scene 1'].map((name) =>
      scenes.getByRole('button', { name: new RegExp(`^${name}`) }).boundingBox(),
    ),
  );
  if (!upper || !lower) throw new Error('no scenes');
  await page.mouse.move(lower.x + 40, lower.y + 20);
  await page.mouse.down();
  await page.mouse.move(upper.x + 40, upper.y + 15, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => strip(page)).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
  await page.keyboard.press('Control+z');
  await scenes.getByRole('button', { name: 'A copy of the scene behind it' }).click();
  await expect.poll(() => strip(page)).toBe('5×2 6×2 5×2 6×2 1×2 2×2 3×2 4×2');
  await scenes.getByRole('button', { name: 'Set aside' }).click();
  await expect.poll(() => strip(page)).toBe('5×2 6×2 1×2 2×2 3×2 4×2');
  await scenes.getByRole('button', { name: /^Booth.*set aside/ }).click();
  await scenes.getByRole('button', { name: 'Bring back into the film' }).click();
  await page.keyboard.press('Control+z');

  // In on the second frame of pose 3, out on the first of pose 6: what lies outside is taken off the scene.
  await tickets(page).nth(2).click();
  await page.keyboard.press('Home');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('[');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press(']');
  await scenes.getByRole('button', { name: 'Trim to the in and out points' }).click();
  await expect.poll(() => strip(page)).toBe('5×2 6×2 1×1 2×2 3×2 4×1');
  await page.keyboard.press('\\');
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('[');
  // Played between the points: round and round, but never on the first pose.
  const frames: number[] = [];
  await page.keyboard.press('Space');
  await expect
    .poll(
      async () => {
        frames.push((await counter(page)).frame);
        return frames.filter((frame, i) => frame < (frames[i - 1] ?? 0)).length;
      },
      { timeout: 15_000, interval: 20 },
    )
    .toBeGreaterThan(2);
  await page.keyboard.press('Space');
  expect(Math.min(...frames)).toBeGreaterThan(2);

  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('combobox', { name: 'Of' }).selectOption('Between the in and out points');
  await page.getByRole('button', { name: 'Print the film' }).click();
  await page.getByTestId('proof').waitFor({ timeout: 60_000 });
  await page.getByText(/8 frames, 320 × 240/).waitFor();
  expect(complaints).toEqual([]);
});

test('flags keep to their poses, poses are compared, any command is found by typing, the strip zooms by key', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(8, 1));
  await tickets(page).nth(4).click();
  await page.keyboard.press('f');
  await type(page, 'Words', 'clop');
  const flag = page.getByRole('button', { name: /^Go to note “clop”/ });
  await expect.poll(() => flag.getAttribute('aria-label')).toMatch(/frame 9$/);
  await tickets(page).nth(0).click();
  await page.keyboard.press('6');
  await expect.poll(() => flag.getAttribute('aria-label')).toMatch(/frame 13$/);
  await page.keyboard.press('Home');
  await page.keyboard.press('.');
  expect((await counter(page)).frame).toBe(13);
  await page.keyboard.press('.');
  await expect.poll(() => notes(page)).toMatch(/No flag or word behind this frame/);
  await tickets(page).nth(4).click();
  await page.keyboard.press('Delete');
  await expect.poll(() => flag.getAttribute('aria-label')).toMatch(/frame 13, loose/);
  await page.keyboard.press('Control+z');

  // The picture against the one before: ghost, difference, flip.
  const middle = (): Promise<Colour> =>
    page.getByTestId('picture').evaluate((element) => {
      const { width, height } = element as HTMLCanvasElement;
      const [r = 0, g = 0, b = 0] =
        (element as HTMLCanvasElement).getContext('2d')?.getImageData(width / 2, height / 2, 1, 1).data ?? [];
      return [r, g, b] as const;
    });
  const isNow = (colour: Colour): Promise<void> =>
    expect
      .poll(async () => distance(await middle(), colour))
      .toBeLessThan(12)
      .then(() => undefined);
  const [first, second] = COLOURS as [Colour, Colour];
  const mixed = (mix: (a: number, b: number) => number): Colour =>
    [0, 1, 2].map((i) => mix(first[i] ?? 0, second[i] ?? 0)) as unknown as Colour;
  await tickets(page).nth(1).click();
  await isNow(second);
  await page.keyboard.press('g');
  await isNow(mixed((a, b) => b + (a - b) * 0.4));
  await page.keyboard.press('g');
  await page.keyboard.press('d');
  await isNow(mixed((a, b) => Math.abs(a - b)));
  await page.keyboard.press('d');
  await page.keyboard.down('v');
  await isNow(first);
  await page.keyboard.up('v');
  await isNow(second);

  await page.keyboard.press('Control+k');
  const command = page.getByRole('combobox', { name: 'What do you want to do?' });
  await command.fill('flip');
  await expect.poll(() => page.getByRole('dialog').getByRole('option').count()).toBe(0);
  await command.fill('fours chosen');
  await page.keyboard.press('Enter');
  await expect.poll(() => strip(page)).toMatch(/^1×6 2×4 3×2/);
  await page.keyboard.press('?');
  await page.getByRole('dialog', { name: 'Keys' }).getByText('Opposite order').waitFor();
  await page.keyboard.press('Escape');

  const width = async (): Promise<number> => (await tickets(page).nth(1).boundingBox())?.width ?? 0;
  const whole = await width();
  await page.keyboard.press('i');
  // Where tickets lie follows what is drawn in a task of its own.
  await expect.poll(async () => (await width()) / whole).toBeCloseTo(1.5, 1);
  await page.keyboard.press('o');
  await expect.poll(width).toBeCloseTo(whole, 0);
  await page.keyboard.press('Shift+W');
  await expect.poll(width).toBeGreaterThan(1.5 * whole);
  await page.keyboard.press('w');
  await expect.poll(width).toBeCloseTo(whole, 0);
  expect(page.url()).toContain(base());
  expect(complaints).toEqual([]);
});

test('the wheel zooms around the pointer, keys around the playhead; chosen poses fill the strip from its left side', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(40, 1));
  const scroller = page.getByTestId('strip-scroll');
  const box = await scroller.boundingBox();
  if (!box) throw new Error('no strip');
  const left = (): Promise<number> => scroller.evaluate((element) => element.scrollLeft);
  const pixels = async (): Promise<number> => {
    const style = await page.getByRole('listbox', { name: 'Poses of the film' }).getAttribute('style');
    return Number(/--frame: ?([\d.]+)px/.exec(style ?? '')?.[1]);
  };
  /** The frame, with its parts, that is shown so many pixels from the strip's left side. */
  const frameAt = async (x: number): Promise<number> => ((await left()) + x) / (await pixels());
  const ticketOf = (number: number): Locator =>
    page.getByRole('option', { name: new RegExp(`PICT0*${number}\\.JPG`) });
  const x = box.width * 0.8;
  await page.mouse.move(box.x + x, box.y + 120);
  const under = await frameAt(x);
  await page.keyboard.down('Control');
  for (const direction of [-1, -1, -1, 1, -1]) {
    const before = await pixels();
    await page.mouse.wheel(0, direction * 100);
    await expect.poll(pixels).not.toBe(before);
    // Scrolled to whole pixels.
    expect(Math.abs((await frameAt(x)) - under) * (await pixels())).toBeLessThan(2);
  }
  await page.keyboard.up('Control');
  // The playhead, on the first frame, was left behind; where it is in sight, keys zoom around it.
  await expect.poll(() => left()).toBeGreaterThan(100);
  await ticketOf(30).click();
  await expect.poll(async () => (await counter(page)).frame).toBeGreaterThan(1);
  const { frame } = await counter(page);
  const place = async (): Promise<number> => (frame - 1) * (await pixels()) - (await left());
  const stays = await place();
  await page.keyboard.press('o');
  await expect.poll(async () => Math.abs((await place()) - stays)).toBeLessThan(2);
  await page.keyboard.press('w');
  await expect.poll(() => tickets(page).count()).toBe(40);
  await choose(page, 10, 19);
  await page.keyboard.press('Shift+W');
  const begins = async (): Promise<number> => ((await ticketOf(11).boundingBox())?.x ?? 0) - box.x;
  await expect.poll(begins).toBeLessThan(20);
  await expect.poll(() => begins()).toBeGreaterThanOrEqual(0);
  const last = await ticketOf(20).boundingBox();
  const end = (last?.x ?? 0) + (last?.width ?? 0) - box.x;
  expect(end).toBeLessThanOrEqual(box.width);
  expect(end).toBeGreaterThan(box.width * 0.9);
});
