/**
 * `npm run bench:strokes`: how long after the pen moved its stroke is on the screen, at 1280x800 on a photo of 12 megapixels, painted and drawn, with
 * nothing there and with many strokes there already; and how long a film with these takes to open.
 */
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openFilmFile, writeStrokedFilm } from './stroked-film';
import { withPage } from './with-page';

/** Nearly as many as a photo, and a drawing, can have. */
const PAINTED = 950;
const DRAWN = 1950;
/** A screen that is drawn sixty times a second. */
const REFRESH = 1000 / 60;

/** Notes how long after a pointer moved the next frame with what came of it was painted. */
const WATCH = `
  window.pen = [];
  addEventListener('pointermove', (event) => {
    if (event.buttons === 0) return;
    const moved = event.timeStamp;
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => window.pen.push(performance.now() - moved);
      port2.postMessage(0);
    });
  });
`;

/** Draws strokes by hand, and tells how late they were. */
async function strokes(page: Page, what: string): Promise<void> {
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('There is no picture on screen.');
  await page.evaluate('window.pen.length = 0');
  for (let n = 0; n < 6; n++) {
    const at = (i: number): readonly [number, number] => [
      box.x + box.width * (0.35 + 0.3 * (i / 60)),
      box.y + box.height * (0.3 + 0.06 * n + 0.03 * Math.sin(i / 6)),
    ];
    await page.mouse.move(...at(0));
    await page.mouse.down();
    for (let i = 1; i <= 60; i++) await page.mouse.move(...at(i));
    await page.mouse.up();
  }
  const late = (await page.evaluate<number[]>('window.pen')).sort((a, b) => a - b);
  const part = (share: number): string =>
    ((late[Math.floor(share * (late.length - 1))] ?? 0) / REFRESH).toFixed(2);
  console.log(
    `${what}: ${late.length} moves, on the screen after ${part(0.5)} refreshes in the middle, ${part(0.95)} in 95 of 100, ${part(1)} at most`,
  );
}

await withPage(
  async (page, folder) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.bringToFront();
    for (const [painted, drawn] of [
      [0, 0],
      [PAINTED, DRAWN],
    ] as const) {
      const path = join(folder, `strokes-${painted}.kermis`);
      await writeStrokedFilm(path, { photos: 2, painted: [painted, 0], drawn: [drawn, 0] });
      const took = await openFilmFile(page, path);
      console.log(
        `a film with ${painted} strokes painted and ${drawn} drawn opens in ${(took / 1000).toFixed(1)} s`,
      );
      await page.getByRole('button', { name: 'Mend', exact: true }).click();
      await page.keyboard.press('Home');
      await page.getByRole('button', { name: 'Paint out' }).click();
      await page.getByRole('combobox', { name: 'Source' }).selectOption('after');
      await page.waitForTimeout(6000);
      await strokes(page, `painted over ${painted}`);
      await page.waitForTimeout(3000);
      await page.getByRole('button', { name: 'Draw on top' }).click();
      for (const hand of ['Brush', 'Eraser']) {
        await page.getByRole('button', { name: hand, exact: true }).click();
        await page.waitForTimeout(3000);
        await strokes(page, `${hand.toLowerCase()} over ${drawn} marks`);
      }
    }
  },
  { early: WATCH },
);
process.exit();
