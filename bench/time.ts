/**
 * `npm run bench:time`: playing 1,000 poses on ones at 24 frames a second, twice around; how soon it starts; the cost
 * of an edit of 5,000 poses with the strip's redraw; frames while the strip is scrolled and zoomed; and what edits and
 * lookups cost as the film grows. `npm run bench:time 0.1` plays a tenth of the poses.
 */
import { readdir } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { framesDuring, slowFrames, spread } from './frames';
import { layOutOnOnes } from './lay-out-on-ones';
import { manyPhotos } from './photos';
import { timeCosts } from './time-costs';
import { withPage } from './with-page';

const POSES = Math.round(1000 * Number(process.argv[2] ?? 1));

const report = (page: Page): Promise<string> =>
  page
    .getByTestId('play-report')
    .textContent()
    .then((text) => text ?? '');

/** Milliseconds from a key to the first change of the frame on screen. */
const startAfterKey = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const counter = document.querySelector('[data-testid=counter]');
        const start = performance.now();
        const observer = new MutationObserver(() => {
          observer.disconnect();
          resolve(performance.now() - start);
        });
        if (counter) observer.observe(counter, { subtree: true, characterData: true, childList: true });
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
      }),
  );

/** Milliseconds from a key until what came of it is on screen. */
const untilDrawn = (page: Page, key: string): Promise<number> =>
  page.evaluate(
    (pressed) =>
      new Promise<number>((resolve) => {
        const start = performance.now();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }));
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => resolve(performance.now() - start);
          port2.postMessage(undefined);
        });
      }),
    key,
  );

async function overStrip(page: Page): Promise<void> {
  const box = await page.getByTestId('strip-scroll').boundingBox();
  if (!box) throw new Error('no strip');
  await page.mouse.move(box.x + box.width / 2, box.y + 120);
}

async function measure(page: Page): Promise<void> {
  // Twice around, as the player itself counts what it could not show in time.
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.waitForTimeout(((2 * POSES) / 24) * 1000 + 1500);
  console.log(`playing ${POSES} poses on ones at 24, twice around: ${await report(page)}`);
  await page.keyboard.press('Space');

  const ruler = await page.getByTestId('ruler').boundingBox();
  const starts: number[] = [];
  for (const part of [0.03, 0.2, 0.37, 0.5, 0.66, 0.81, 0.93, 0.11]) {
    await page.mouse.click((ruler?.x ?? 0) + part * (ruler?.width ?? 0), (ruler?.y ?? 0) + 8);
    starts.push(await startAfterKey(page));
    await page.keyboard.press('Space');
  }
  console.log(`from the key to the next frame, anywhere in the film: ${spread(starts)}`);

  // Pasted until there are five times as many.
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+c');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+v');
  await page.keyboard.press('Control+a');
  const total = await page.getByText(/poses chosen/).textContent();
  const edits: number[] = [];
  for (let i = 0; i < 20; i++) {
    edits.push(await untilDrawn(page, String(1 + (i % 4))));
    // One edit at a time: as fast as hands are, with the film stored in between.
    await page.waitForTimeout(300);
  }
  const over = edits.filter((each) => each > 50).length;
  console.log(
    `hold of all, ${total ?? ''}, until the strip is drawn: ${spread(edits)}; ${over} of ${edits.length} over 50`,
  );

  await overStrip(page);
  for (let i = 0; i < 10; i++) await page.keyboard.press('i');
  const scrolling = await framesDuring(page, async () => {
    for (let i = 0; i < 80; i++) {
      await page.mouse.wheel(0, 160);
      await page.waitForTimeout(16);
    }
  });
  const zooming = await framesDuring(page, async () => {
    await page.keyboard.down('Control');
    for (let i = 0; i < 40; i++) {
      await page.mouse.wheel(0, i % 20 < 10 ? 100 : -100);
      await page.waitForTimeout(60);
    }
    await page.keyboard.up('Control');
  });
  console.log(`scrolling the strip: ${slowFrames(scrolling)}`);
  console.log(`zooming the strip: ${slowFrames(zooming)}`);
}

async function makeFilm(page: Page, folder: string): Promise<void> {
  await page.getByRole('button', { name: 'New film' }).click();
  const demo = (await readdir('demo/photos')).map((name) => join('demo/photos', name));
  await page.getByTestId('choose-photos').setInputFiles(await manyPhotos(demo, folder, POSES));
  await layOutOnOnes(page, POSES);
}

console.log(`${availableParallelism()} cores`);
for (const row of timeCosts()) console.log(row);
await withPage(async (page, folder) => {
  await makeFilm(page, folder);
  await measure(page);
});
