/**
 * `npm run bench:strokes`: how long after the pen moved its stroke is on the screen, at 1280x800 on a photo of 12 megapixels, painted and drawn, with
 * nothing there and with many strokes there already; and how long a film with these takes to open.
 */
import { createHash } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { NOTHING_DRAWN } from '../src/core/film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film, type Photo } from '../src/core/film/film';
import type { Stroke } from '../src/core/film/stroke';
import type { Mark } from '../src/core/picture/drawn/mark';
import { filmFiles } from '../src/engine/browser/bundle/film-file';
import { zipFile } from '../src/engine/browser/bundle/zip-file';
import { withPage } from './with-page';

/** Twelve megapixels. */
const SIZE = { width: 4000, height: 3000 };
/** Nearly as many as a photo, and a drawing, can have. */
const PAINTED = 950;
const DRAWN = 1950;
const PLACES = 60;
/** A screen that is drawn sixty times a second. */
const REFRESH = 1000 / 60;

/** Places of a short stroke somewhere, in parts of the picture. */
const places = (n: number): readonly number[] =>
  Array.from({ length: PLACES }, (_, i) => [
    0.1 + ((n * 37) % 80) / 100 + 0.03 * Math.sin(i / 9),
    0.1 + ((n * 61) % 80) / 100 + i / 2000,
    1,
  ]).flat();

async function filmFile(path: string, strokes: number, marks: number): Promise<void> {
  const originals = new Map<string, Uint8Array>();
  const photos: Photo[] = [];
  for (const name of ['PICT0412.JPG', 'PICT0413.JPG']) {
    const bytes = await sharp(`demo/photos/${name}`)
      .resize({ ...SIZE, fit: 'fill' })
      .jpeg({ quality: 90 })
      .toBuffer();
    const hash = createHash('sha256').update(bytes).digest('hex');
    originals.set(hash, bytes);
    photos.push({
      ...{ id: name.slice(0, 8), name, hash, type: 'image/jpeg', bytes: bytes.length, ...SIZE },
      orientation: 1,
    });
  }
  const painted = Array.from({ length: strokes }, (_, n): Stroke => ({
    ...{ id: `s${n}`, shape: 'brush', points: places(n), size: 0.01, softness: 0.3 },
    from: { kind: 'around', right: 0.05, down: 0 },
  }));
  const { width, height } = DEFAULT_SETTINGS;
  const drawn = Array.from({ length: marks }, (_, n): Mark => ({
    ...{ id: `m${n}`, kind: 'brush', colour: '#c23a2b', width: 8 },
    points: places(n).map((each, i) => (i % 3 === 2 ? each : each * (i % 3 === 0 ? width : height))),
  }));
  const film: Film = {
    ...{ id: `strokes-${strokes}`, title: 'Strokes', settings: DEFAULT_SETTINGS, flags: [], range: {} },
    photos: photos.map((photo, i) => (i === 0 && strokes > 0 ? { ...photo, strokes: painted } : photo)),
    scenes: [
      {
        ...{ id: 'scene', name: 'Scene 1' },
        items: photos.map(({ id }, i) => ({
          ...{ id: `pose-${i}`, photoId: id, hold: 2 },
          ...(i === 0 && marks > 0 && { drawings: ['d'] }),
        })),
      },
    ],
    ...NO_SOUND,
    ...NOTHING_DRAWN,
    ...(marks > 0 && {
      layers: [{ id: 'l', name: 'Layer 1' }],
      drawings: [{ id: 'd', layerId: 'l', width, height, marks: drawn }],
    }),
  };
  const file = await zipFile(
    filmFiles(film, (hash) => Promise.resolve(new Blob([Uint8Array.from(originals.get(hash) ?? [])]))),
  );
  await writeFile(path, Buffer.from(await file.arrayBuffer()));
}

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

async function open(page: Page, path: string): Promise<number> {
  await page.getByRole('button', { name: 'All films' }).click();
  const start = performance.now();
  await page.getByTestId('choose-photos').setInputFiles([path]);
  await page.getByTestId('counter').waitFor();
  return performance.now() - start;
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
      await filmFile(path, painted, drawn);
      const took = await open(page, path);
      console.log(
        `a film with ${painted} strokes painted and ${drawn} drawn opens in ${(took / 1000).toFixed(1)} s`,
      );
      const pause = page.getByRole('button', { name: 'Pause', exact: true });
      if (await pause.isVisible()) await pause.click();
      await page.getByRole('button', { name: 'Mend', exact: true }).click();
      await page.keyboard.press('Home');
      await page.getByRole('button', { name: 'Paint out' }).click();
      await page.getByRole('combobox', { name: 'Paint in' }).selectOption('after');
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
