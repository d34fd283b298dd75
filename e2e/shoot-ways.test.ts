import { execFile } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { renameSync } from 'node:fs';
import { promisify } from 'node:util';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { serveBuilt } from '../scripts/serve-built';
import { notes, putNotesAway, tickets, useBrowser } from './browser';
import { numbered } from './photos';
import { STANDING } from '../src/core/shoot/stand-in/puppet';
import { hasPoses, openStandIn, poses } from './shooting';
import { longTest } from './extent';

const { visit } = useBrowser();

test('what was shot is played with the live picture as the last frame, and stepped through', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  for (let i = 1; i <= 4; i++) {
    await page.keyboard.press('Enter');
    await hasPoses(page, i);
    await page.keyboard.press('Shift+ArrowRight');
  }
  const live = page.getByTestId('live');
  const shown = page.getByTestId('shown-pose');
  await page.keyboard.press('Space');
  // Round and round: a pose, the live picture, a pose again.
  for (let i = 0; i < 2; i++) {
    await shown.waitFor();
    await live.waitFor();
  }
  await page.keyboard.press('Space');
  await live.waitFor();
  await page.keyboard.press('ArrowLeft');
  await shown.and(page.getByLabel(/^pose 4/)).waitFor();
  await page.keyboard.press('ArrowUp');
  await shown.and(page.getByLabel(/^pose 3/)).waitFor();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await live.waitFor();
  // How long the scene is planned to be, and what is left of it.
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await page.getByLabel('Planned length').click();
  await page.keyboard.type('2s');
  await page.keyboard.press('Enter');
  await expect.poll(() => page.getByTestId('planned').textContent()).toMatch(/20 photos held 2\.$/);
  expect(complaints).toEqual([]);
});

/** The pixel of the screen at a place. */
async function pixelAt(page: Page, x: number, y: number): Promise<readonly number[]> {
  const clip = { x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 };
  const { data } = await sharp(await page.screenshot({ clip }))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return [...data];
}

test('a reference lies on the live picture to the pixel, at any zoom and turn; what is none is told of', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  await page.getByRole('button', { name: 'View', exact: true }).click();
  const chooser = page.getByTestId('choose-reference');
  const wide = await sharp({ create: { width: 30_000, height: 4, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  const png = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/png', buffer });
  await chooser.setInputFiles(png('wide.png', wide));
  await chooser.setInputFiles(png('words.png', Buffer.from('no picture')));
  await expect
    .poll(() => notes(page))
    .toMatch(
      /words\.png is not a photo or video that this browser can show[^]*wide\.png is 30000 × 4 pixels/,
    );
  await putNotesAway(page);

  // A white field from 1200, 300 to 1400, 500 of the film, on black.
  const field = await sharp({ create: { width: 1920, height: 1080, channels: 3, background: '#000' } })
    .composite([
      {
        input: { create: { width: 200, height: 200, channels: 3, background: '#fff' } },
        left: 1200,
        top: 300,
      },
    ])
    .png()
    .toBuffer();
  await chooser.setInputFiles(png('field.png', field));
  await page.getByTestId('reference').waitFor();
  await page.getByLabel('Strength %', { exact: true }).first().fill('100');
  await page.keyboard.press('Enter');
  const corners = async (turned: boolean): Promise<void> => {
    const box = await page.getByTestId('lens').boundingBox();
    if (!box) throw new Error('no picture');
    const scale = box.width / 1920;
    // Half a turn about the middle takes the field to the other side.
    const [left, top] = turned ? [1920 - 1400, 1080 - 500] : [1200, 300];
    for (const [x, y] of [
      [left, top],
      [left + 200, top],
      [left, top + 200],
      [left + 200, top + 200],
    ] as const) {
      const [inX, inY] = [x === left ? 3 : -3, y === top ? 3 : -3];
      const at = (dx: number, dy: number) => pixelAt(page, box.x + x * scale + dx, box.y + y * scale + dy);
      expect(Math.min(...(await at(inX, inY))), `in ${x} ${y}`).toBeGreaterThan(240);
      expect(Math.max(...(await at(-inX, -inY))), `out ${x} ${y}`).toBeLessThan(15);
    }
  };
  await corners(false);
  await page.getByTestId('lens').click();
  await page.keyboard.press('Shift+I');
  await corners(false);
  await page.getByLabel('Turn', { exact: true }).click();
  await page.keyboard.type('180');
  await page.keyboard.press('Enter');
  await corners(true);
  await page.keyboard.press('0');
  await corners(true);
  // It is there again another day.
  await page.reload();
  await page.getByRole('combobox', { name: 'Camera', exact: true }).selectOption('stand-in');
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('reference').waitFor();
  await corners(true);
  expect(complaints).toEqual([]);
});

test('a folder that the server watches: photos come in as they are complete, in number order; what is none is told of', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'kermis-watched-'));
  process.env['KERMIS_WATCH'] = folder;
  const server = await serveBuilt();
  delete process.env['KERMIS_WATCH'];
  try {
    const photos = await numbered(3, 1);
    const photo = (i: number): Buffer => photos[i]?.buffer ?? Buffer.alloc(0);
    await writeFile(join(folder, 'OLD1.JPG'), photo(2));
    const { page } = await visit();
    await page.goto(`${server.base}/films`);
    await page.getByRole('button', { name: 'New film' }).click();
    await page.getByRole('button', { name: 'Shoot', exact: true }).click();
    await page.getByRole('button', { name: 'Folder', exact: true }).click();
    await page.getByRole('button', { name: /^Watch the server’s/ }).click();
    await page.getByTestId('watched').waitFor();
    // Two at once, the higher number first; and one that is no photo.
    // A look between the two, on a busy machine, would find the higher one alone.
    const aside = await mkdtemp(join(tmpdir(), 'kermis-written-'));
    const shots = ['SHOT0010.JPG', 'SHOT0009.JPG'];
    await Promise.all(shots.map((name, i) => writeFile(join(aside, name), photo(1 - i))));
    for (const name of shots) renameSync(join(aside, name), join(folder, name));
    await rm(aside, { recursive: true });
    await writeFile(join(folder, 'list.txt'), 'words');
    await expect
      .poll(async () =>
        (
          await tickets(page).evaluateAll((all) => all.map((each) => each.getAttribute('aria-label') ?? ''))
        ).map((words) => /, (\S+), held/.exec(words)?.[1] ?? words),
      )
      .toEqual(['SHOT0009.JPG', 'SHOT0010.JPG']);
    await rm(folder, { recursive: true });
    await expect.poll(() => notes(page)).toMatch(/is gone or cannot be read any more/);
    expect(await notes(page)).toMatch(/list\.txt is not a picture of a kind that Kermis reads/);
    expect(await notes(page)).toMatch(/1 file already in .* stays there/);
    // Nothing but files that were told of, by their numbers.
    const status = async (path: string): Promise<number> => (await fetch(server.base + path)).status;
    expect(await status('/api/watch/..%2f..%2fpackage.json')).toBe(404);
    expect(await status('/api/watch/99999')).toBe(404);
    expect(await status('/api/watch?path=/')).toBe(400);
    expect(
      (await fetch(`${server.base}/api/watch`, { headers: { origin: 'http://elsewhere.example' } })).status,
    ).toBe(403);
  } finally {
    server.stop();
    await rm(folder, { recursive: true, force: true });
  }
});

test('a folder of this machine: 120 files that lie there stay, one that comes is brought in', async () => {
  const { page, complaints } = await visit();
  // Stands in for the system's dialog, which no test can press: a real folder of the browser's own.
  await page.addInitScript(() => {
    Object.assign(globalThis, { showDirectoryPicker: () => navigator.storage.getDirectory() });
  });
  await page.reload();
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  const write = (files: readonly (readonly [name: string, bytes: readonly number[]])[]): Promise<void> =>
    page.evaluate(async (all) => {
      const root = await navigator.storage.getDirectory();
      for (const [name, bytes] of all) {
        const stream = await (await root.getFileHandle(name, { create: true })).createWritable();
        await stream.write(new Uint8Array(bytes));
        await stream.close();
      }
    }, files);
  // More than are looked at again at a time.
  await write(Array.from({ length: 120 }, (_, i) => [`OLD${i}.JPG`, [i]] as const));
  await page.getByRole('button', { name: 'Folder', exact: true }).click();
  await page.getByRole('button', { name: 'Watch a folder' }).click();
  await page.getByTestId('watched').waitFor();
  const [first] = await numbered(1, 1);
  await write([['SHOT0001.JPG', [...(first?.buffer ?? [])]]]);
  await expect.poll(() => tickets(page).count()).toBe(1);
  await expect.poll(() => page.getByTestId('watched').textContent()).toMatch(/: 1 photo added\.$/);
  expect(complaints).toEqual([]);
});

test('with the mends of its scene the live picture is seen as it will be printed', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await page.getByRole('button', { name: 'Colour', exact: true }).click();
  await page.getByRole('combobox', { name: 'Add' }).selectOption({ label: 'Black and white' });
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('live').waitFor();
  await page.keyboard.press('g');
  await page.getByRole('button', { name: 'View', exact: true }).click();
  // On the puppet's red coat.
  const coat = async (): Promise<number> => {
    const box = await page.getByTestId('lens').boundingBox();
    if (!box) throw new Error('no picture');
    const rgb = await pixelAt(page, box.x + (600 * box.width) / 1920, box.y + (600 * box.height) / 1080);
    return Math.max(...rgb) - Math.min(...rgb);
  };
  await expect.poll(coat).toBeGreaterThan(60);
  await page.getByLabel('Show the scene’s mends').check();
  await page.getByTestId('live-mended').waitFor();
  await expect.poll(coat).toBeLessThan(8);
  await page.getByLabel('Show the scene’s mends').uncheck();
  await expect.poll(coat).toBeGreaterThan(60);
  expect(complaints).toEqual([]);
});

longTest(
  'a press on a full disk is told of, nothing before it is lost, and the next one goes on',
  async () => {
    const { page } = await visit();
    // Fails as the Indexed Database standard has it: the quota that the browser's own tools set is not enforced by this Chromium.
    await page.addInitScript(`
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...given) {
      if (globalThis.diskIsFull) throw new DOMException('The disk is full.', 'QuotaExceededError');
      return put.apply(this, given);
    };`);
    await page.reload();
    await openStandIn(page);
    await page.keyboard.press('Enter');
    await hasPoses(page, 1);
    await page.evaluate('globalThis.diskIsFull = true');
    await page.keyboard.press('Enter');
    await page
      .getByText(/^There was no room left for SHOT0002\.JPG: it was not taken, all before it are kept\./)
      .waitFor();
    expect(await poses(page)).toBe(1);
    await page.evaluate('globalThis.diskIsFull = false');
    await page.keyboard.press('Enter');
    await hasPoses(page, 2);
  },
);

/** What is on the screen of a part of the picture, in grey. */
async function greyOf(
  page: Page,
  clip: { x: number; y: number; width: number; height: number },
): Promise<Buffer> {
  return sharp(await page.screenshot({ clip }))
    .greyscale()
    .raw()
    .toBuffer();
}

/** By how many pixels, up to three, one picture has to be moved to lie on another of the same size best. */
function bestShift(one: Buffer, other: Buffer, width: number, height: number): readonly [number, number] {
  let best: readonly [number, number] = [9, 9];
  let least = Number.POSITIVE_INFINITY;
  for (let down = -3; down <= 3; down++)
    for (let right = -3; right <= 3; right++) {
      let sum = 0;
      for (let y = 3; y < height - 3; y++)
        for (let x = 3; x < width - 3; x++)
          sum += Math.abs((one[y * width + x] ?? 0) - (other[(y + down) * width + x + right] ?? 0));
      if (sum < least) [least, best] = [sum, [right, down]];
    }
  return best;
}

test('a glass at the pointer shows the camera’s own pixels three times as large', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await page.getByRole('button', { name: 'Lock settings' }).click();
  await page.getByRole('button', { name: 'View', exact: true }).click();
  // Once it is ticked by hand the keys are the film's again.
  await page.getByLabel('Magnifier at the pointer').check();
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  const box = await page.getByTestId('lens').boundingBox();
  if (!box) throw new Error('no picture');
  // A button of the coat is nine pixels of 1920 from its middle to its edge: eighteen of the screen in the glass, whose live picture has 1280.
  const [x, y] = [box.x + (STANDING.x * box.width) / 1920, box.y + ((STANDING.y - 10) * box.height) / 1080];
  await page.mouse.move(x, y);
  const green = async (right: number): Promise<number> => (await pixelAt(page, x + right, y))[1] ?? 0;
  await expect.poll(() => green(12)).toBeGreaterThan(100);
  expect(await green(-12)).toBeGreaterThan(100);
  expect(await green(30)).toBeLessThan(80);
  // It stays where it is while the film grows.
  await page.keyboard.press('Enter');
  await hasPoses(page, 2);
  await expect.poll(() => green(12)).toBeGreaterThan(100);
  await page.getByLabel('Magnifier at the pointer').uncheck();
  await page.mouse.move(x, y);
  await expect.poll(() => green(12)).toBeLessThan(80);
  expect(complaints).toEqual([]);
});

test('the last photo lies on the live picture to the pixel, looked at closely, and turned', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await page.getByRole('button', { name: 'Lock settings' }).click();
  await page.getByRole('combobox', { name: 'Camera is turned' }).selectOption('Upside down');
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
  await page.getByTestId('ghosts').and(page.locator('[data-layers="1"]')).waitFor();
  await page.keyboard.press('g');
  const screen = await page.getByTestId('shoot-screen').boundingBox();
  if (!screen) throw new Error('no picture');
  // The puppet and what is around it, as they lie upside down: edges across and along at each zoom.
  const clip = {
    x: Math.floor(screen.x + screen.width / 2),
    y: Math.floor(screen.y + 120),
    width: 400,
    height: 260,
  };
  for (const closer of [0, 1, 2]) {
    if (closer > 0) await page.keyboard.press('Shift+I');
    const live = await greyOf(page, clip);
    await page.keyboard.down('v');
    await page.getByTestId('ghosts').and(page.locator('[data-layers="1"]')).waitFor();
    const photo = await greyOf(page, clip);
    await page.keyboard.up('v');
    await page.getByTestId('ghosts').waitFor({ state: 'detached' });
    expect(bestShift(live, photo, clip.width, clip.height), `${closer} steps closer`).toEqual([0, 0]);
  }
  expect(complaints).toEqual([]);
});

test('a video as a reference steps with the film; the film is shot in one tab at a time; another size is told of', async () => {
  const { page, context, complaints } = await visit();
  await openStandIn(page);
  // Each of its frames is brighter by six.
  const folder = await mkdtemp(join(tmpdir(), 'kermis-reference-'));
  const path = join(folder, 'walk.webm');
  try {
    await promisify(execFile)('ffmpeg', [
      ...['-v', 'error', '-f', 'lavfi', '-i', 'color=c=black:s=320x180:r=24:d=1'],
      ...['-vf', "geq=lum='16+6*N':cb=128:cr=128", '-c:v', 'libvpx', '-b:v', '2M', '-g', '1', path],
    ]);
    await page.getByRole('button', { name: 'View', exact: true }).click();
    await page.getByTestId('choose-reference').setInputFiles(path);
    await page.getByTestId('reference').waitFor();
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  await page.getByLabel('Strength %', { exact: true }).first().fill('100');
  await page.keyboard.press('Enter');
  const box = await page.getByTestId('lens').boundingBox();
  if (!box) throw new Error('no picture');
  const grey = async (): Promise<number> =>
    (await pixelAt(page, box.x + box.width / 2, box.y + box.height / 2))[0] ?? 0;
  await page.getByTestId('lens').click({ position: { x: 20, y: 20 } });
  // The next photo comes to stand on frame 0, 2, 4 … of the film, and of the video.
  for (let i = 0; i < 4; i++) {
    const expected = (6 * 2 * i * 255) / 219;
    await expect
      .poll(async () => Math.abs((await grey()) - expected), { message: `frame ${2 * i}` })
      .toBeLessThan(4);
    await page.keyboard.press('Enter');
    await hasPoses(page, i + 1);
  }
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByText(/^This film is open in another tab/).waitFor();
  await expect.poll(() => other.getByTestId('take').isDisabled()).toBe(true);
  await other.close();
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  await page.getByRole('combobox', { name: 'Size of photos' }).selectOption('1280 × 720');
  await page.getByText(/^Photos are now 1280 × 720; the last was 1920 × 1080\./).waitFor();
  await page.getByTestId('live').waitFor();
  await page.keyboard.press('Enter');
  await hasPoses(page, 5);
  expect(complaints).toEqual([]);
});
