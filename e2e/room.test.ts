import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, isKept, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { some } from './extent';
import { numbered } from './photos';
import { middle } from './strip';
import { bringInSounds, click, wav } from './sounds';
import { violations } from './violations';

const { visit } = useBrowser();
// The policy of the page keeps foreign scripts out, axe-core too.
const scored = useSharedFilm(
  () => visit({ bypassCSP: true }),
  async (page) => {
    await openFilmOf(page, await numbered(40, 1));
    await page.getByRole('button', { name: 'Sound', exact: true }).click();
    await bringInSounds(page, [wav('click.wav', click())]);
    await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  },
);

const STAGES = ['Shoot', 'Sort', 'Time', 'Mend', 'Sound', 'Print'] as const;
const show = (page: Page, stage: string): Promise<void> =>
  page.getByRole('button', { name: stage, exact: true }).click();

/** Height in CSS pixels of what is drawn in the middle of the picture's canvas. */
const pictureHeight = (page: Page): Promise<number> =>
  page.getByTestId('picture').evaluate((element) => {
    const { width, height } = element as HTMLCanvasElement;
    const context = (element as HTMLCanvasElement).getContext('2d');
    const column = context?.getImageData(Math.floor(width / 2), 0, 1, height).data ?? [];
    let drawn = 0;
    for (let i = 3; i < column.length; i += 4) if ((column[i] ?? 0) > 0) drawn++;
    return drawn / devicePixelRatio;
  });

interface Flaw {
  readonly name: string;
  readonly flaw: string;
}

/** Controls on screen that reach out of the window, lie under something else, or are too small for a finger (WCAG 2.2, 2.5.8). */
const flaws = (page: Page): Promise<Flaw[]> =>
  page.evaluate(async () => {
    const repaint = (): Promise<unknown> =>
      new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    const found: { name: string; flaw: string }[] = [];
    if (document.documentElement.scrollWidth > innerWidth)
      found.push({ name: 'page', flaw: 'wider than the window' });
    if (document.documentElement.scrollHeight > innerHeight)
      found.push({ name: 'page', flaw: 'higher than the window' });
    for (const element of document.querySelectorAll<HTMLElement>(
      'button, a[href], input, select, textarea',
    )) {
      // What lies on the strip goes with the film; all of it is reached by lists and keys too.
      if (!element.checkVisibility() || element.closest('[data-testid=strip-scroll]')) continue;
      const name =
        element.ariaLabel ?? (element as HTMLInputElement).labels?.[0]?.textContent ?? element.textContent;
      element.scrollIntoView({ block: 'center', inline: 'nearest' });
      const own = element.getBoundingClientRect();
      const label = element.closest('label')?.getBoundingClientRect();
      if (own.left < -0.5 || own.top < -0.5 || own.right > innerWidth + 0.5 || own.bottom > innerHeight + 0.5)
        found.push({
          name,
          flaw: `outside: ${[own.left, own.top, own.right, own.bottom].map(Math.round).join(' ')}`,
        });
      const top = (): Element | null =>
        document.elementFromPoint(own.left + own.width / 2, own.top + own.height / 2);
      const isFree = (at: Element | null): boolean =>
        !!at && (element.contains(at) || at.contains(element) || !!element.closest('label')?.contains(at));
      // What tells that there is more below goes as the last of it comes.
      for (let i = 0; i < 4 && !isFree(top()); i++) await repaint();
      const at = top();
      if (!isFree(at)) found.push({ name, flaw: `under ${at?.tagName ?? 'nothing'} ${at?.className ?? ''}` });
      const [width, height] = [
        Math.max(own.width, label?.width ?? 0),
        Math.max(own.height, label?.height ?? 0),
      ];
      // A slider and a range are as long as they are; their thumbs are the browser's own.
      if ((element as HTMLInputElement).type !== 'range' && (width < 23.5 || height < 23.5))
        found.push({ name, flaw: `only ${Math.round(width)} × ${Math.round(height)}` });
    }
    return found;
  });

test.each(['Time', 'Mend', 'Sound'])(
  'in %s the picture is at least half as high as the window, with the whole film in sight',
  async (stage) => {
    const { page, complaints } = await scored();
    await show(page, stage);
    await expect.poll(() => pictureHeight(page)).toBeGreaterThanOrEqual(400);
    const strip = page.getByTestId('strip-scroll');
    expect(await strip.evaluate((element) => element.scrollWidth - element.clientWidth)).toBeLessThanOrEqual(
      1,
    );
    expect(complaints).toEqual([]);
  },
);

test('the focused control of a column is not covered by “More below” (WCAG 2.2, 2.4.11)', async () => {
  const { page } = await scored();
  await show(page, 'Mend');
  const mends = page.getByRole('region', { name: 'Mends' });
  await mends.getByRole('button', { name: 'Framing', exact: true }).click();
  await page.getByRole('button', { name: 'More below' }).waitFor();
  const titles: string[] = [];
  const covered: string[] = [];
  for (let stop = 'Framing'; stop !== 'outside' && titles.length < 40;) {
    titles.push(stop);
    await page.keyboard.press('Tab');
    stop = await mends.evaluate(async (column) => {
      // “More below” is measured when the column scrolls, and drawn a frame later.
      for (let i = 0; i < 3; i++) await new Promise((done) => requestAnimationFrame(done));
      const at = document.activeElement as HTMLElement;
      if (!column.contains(at) || at.closest('[data-below]')) return 'outside';
      const { left, top, width, height } = at.getBoundingClientRect();
      const seen = document.elementFromPoint(left + width / 2, top + height / 2);
      return `${seen?.closest('[data-below]') ? 'covered: ' : ''}${at.textContent}`;
    });
    if (stop.startsWith('covered')) covered.push(stop);
  }
  expect(titles).toContain('Draw on top');
  expect(covered).toEqual([]);
});

test.each(
  some<readonly [width: number, height: number]>(
    [[1024, 768]],
    [
      [1920, 1080],
      [1366, 768],
      [1280, 800],
      // 1280 × 800 with the page at 200 %.
      [640, 400],
    ],
  ),
)(
  'at %i × %i every control of every stage is inside the window, reachable, and large enough',
  async (width, height) => {
    const { page, complaints } = await scored();
    await page.setViewportSize({ width, height });
    try {
      for (const stage of STAGES) {
        await show(page, stage);
        await expect.poll(() => flaws(page), { message: stage }).toEqual([]);
        expect(await violations(page), stage).toEqual([]);
        // In the dark nothing but colours is another.
        await show(page, 'Dark colours, for a dark room');
        expect(await violations(page, ['color-contrast']), `${stage}, in the dark`).toEqual([]);
        await show(page, 'Light colours');
        // Where there is no room beside the picture, panels are drawers.
        const rails = page.locator('main button[data-side][aria-expanded]').filter({ visible: true });
        const drawers = width < 960 ? await rails.count() : 0;
        expect(drawers).toBe(width >= 960 ? 0 : stage === 'Time' || stage === 'Sound' ? 2 : 1);
        for (let i = 0; i < drawers; i++) {
          await rails.nth(i).click();
          const drawer = page.locator('[data-side] button[aria-label^=Fold]').filter({ visible: true });
          await drawer.waitFor();
          const inDrawer = (await flaws(page)).filter(({ flaw }) => !flaw.startsWith('under'));
          expect(inDrawer, `${stage}, drawer ${i}`).toEqual([]);
          expect(await violations(page), `${stage}, drawer ${i}`).toEqual([]);
          await page.keyboard.press('Escape');
          await drawer.waitFor({ state: 'detached' });
        }
      }
    } finally {
      await page.setViewportSize({ width: 1280, height: 800 });
    }
    expect(complaints).toEqual([]);
  },
);

test('panels and strip are folded by a key each, sized by their edges with mouse and keys, and stay so', async () => {
  const { page, complaints } = await scored();
  const scenes = page.getByRole('region', { name: 'Scenes' });
  const before = (await page.getByTestId('picture').boundingBox())?.width ?? 0;
  await page.keyboard.press('(');
  await scenes.waitFor({ state: 'detached' });
  await page.keyboard.press('_');
  await page.getByRole('region', { name: 'Strip' }).waitFor({ state: 'detached' });
  await show(page, 'Sound');
  // Each stage has its own.
  await page.getByRole('region', { name: 'Sounds' }).waitFor();
  await isKept(page);
  await page.reload();
  await show(page, 'Time');
  await page.getByTestId('counter').waitFor();
  expect(await scenes.count()).toBe(0);
  await page.getByRole('button', { name: 'Show Scenes' }).click();
  await page.keyboard.press('_');
  await page.getByRole('region', { name: 'Strip' }).waitFor();
  await expect
    .poll(async () => (await page.getByTestId('picture').boundingBox())?.width)
    .toBeCloseTo(before, 0);
  const edge = page.getByRole('separator', { name: 'Width of Scenes' });
  const box = await edge.boundingBox();
  if (!box) throw new Error('no edge');
  await page.mouse.move(box.x + 3, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 63, box.y + 200, { steps: 4 });
  await page.mouse.up();
  const wide = async (): Promise<number> => (await page.getByTestId('picture').boundingBox())?.width ?? 0;
  await expect.poll(wide).toBeCloseTo(before - 60, -1);
  const dragged = await wide();
  await edge.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(wide).toBeLessThan(dragged - 10);
  const last = await wide();
  await page.reload();
  await page.getByTestId('picture').waitFor();
  await expect.poll(wide).toBeCloseTo(last, -1);
  await page.getByRole('separator', { name: 'Width of Scenes' }).dblclick();
  await expect.poll(wide).toBeCloseTo(before, 0);
  expect(complaints).toEqual([]);
});

test('one key shows the picture alone, and Escape all again', async () => {
  const { page, complaints } = await scored();
  await page.keyboard.press('h');
  await expect.poll(() => pictureHeight(page)).toBeGreaterThan(700);
  expect(await page.getByRole('navigation', { name: 'Stages' }).count()).toBe(0);
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await counter(page)).frame).toBe(2);
  // What went wrong is told there too.
  await page.keyboard.press('.');
  await page.getByText('No flag or word after this frame.').waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('navigation', { name: 'Stages' }).waitFor();
  expect(complaints).toEqual([]);
});

test('one key fills the whole screen, and leaves it again', async () => {
  const { page, complaints } = await scored();
  const isFull = (): Promise<boolean> => page.evaluate(() => document.fullscreenElement !== null);
  await page.keyboard.press('u');
  await expect.poll(isFull).toBe(true);
  await page.keyboard.press('u');
  await expect.poll(isFull).toBe(false);
  expect(complaints).toEqual([]);
});

test('the picture stands in a window of its own, in step, and takes keys there', async () => {
  const { page, complaints } = await scored();
  const [apart] = await Promise.all([page.waitForEvent('popup'), page.keyboard.press('y')]);
  const there = apart.getByTestId('picture-apart');
  await expect.poll(() => there.getAttribute('aria-label')).toBe('pose 1 · photo 1');
  await page.keyboard.press('ArrowDown');
  await expect.poll(() => there.getAttribute('aria-label')).toBe('pose 2 · photo 2');
  const colour = await middle(page);
  await expect
    .poll(() =>
      there.evaluate((element) => {
        const { width, height } = element as HTMLCanvasElement;
        const data = (element as HTMLCanvasElement)
          .getContext('2d')
          ?.getImageData(width / 2, height / 2, 1, 1).data;
        return [...(data ?? [])].slice(0, 3);
      }),
    )
    .toEqual(colour);
  await apart.keyboard.press('ArrowDown');
  await expect.poll(async () => (await counter(page)).frame).toBe(5);
  const gone = apart.waitForEvent('close');
  await page.keyboard.press('y');
  await gone;
  expect(complaints).toEqual([]);
});

test('a film that is shown whole is shown whole when the window changes', async () => {
  const { page, complaints } = await scored();
  const hidden = (): Promise<number[]> =>
    page
      .getByTestId('strip-scroll')
      .evaluate((element) => [element.scrollLeft, element.scrollWidth - element.clientWidth]);
  for (const key of ['i', 'i', 'End', 'w']) await page.keyboard.press(key);
  for (const width of [900, 1500, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await expect.poll(hidden).toEqual([0, 0]);
  }
  expect(complaints).toEqual([]);
});
