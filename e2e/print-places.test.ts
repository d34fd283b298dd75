import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { bringIn, tickets, useBrowser } from './browser';
import { openFilmOf } from './film-file';
import { codedFilm, HOLDS, NEAR, offBy } from './coded-film';
import { numbered, type Colour } from './photos';
import { type } from './strip';
import { chooseKind, finishedPrints, nextProof, PrintedFile, printFilm } from './video';
import { longTest } from './extent';
import { inWorkers } from './worker-scripts';

const { visit } = useBrowser();

/** Has the browser's own files stand in for what a person would pick: the system's dialogs cannot be pressed. */
const standIn = (page: Page): Promise<void> =>
  page.evaluate(`
    window.showSaveFilePicker = async ({ suggestedName }) =>
      (await navigator.storage.getDirectory()).getFileHandle(suggestedName, { create: true });
    window.showDirectoryPicker = () => navigator.storage.getDirectory();`);

/** Names of what lies in a folder among the browser's own files, in order. */
const filesIn = (page: Page, folder: string): Promise<string[]> =>
  page.evaluate(`(async () => {
    let at = await navigator.storage.getDirectory();
    for (const name of ${JSON.stringify(folder)}.split('/').filter(Boolean)) at = await at.getDirectoryHandle(name, { create: true });
    const names = [];
    for await (const [name, handle] of at.entries()) if (handle.kind === 'file') names.push(name);
    return names.sort();
  })()`);

/** A file among the browser's own. */
const fileIn = async (page: Page, path: string): Promise<Buffer> => {
  const text: string = await page.evaluate(`(async () => {
    let at = await navigator.storage.getDirectory();
    const [name, ...folders] = ${JSON.stringify(path)}.split('/').reverse();
    for (const each of folders.reverse()) at = await at.getDirectoryHandle(each);
    const bytes = new Uint8Array(await (await (await at.getFileHandle(name)).getFile()).arrayBuffer());
    return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
  })()`);
  return Buffer.from(text, 'base64');
};

/** The colours that a print shows, frame by frame, are those that it should show. */
async function expectShown(bytes: Buffer, wanted: readonly Colour[]): Promise<void> {
  const print = await PrintedFile.of(bytes);
  const frames = await print.frames(320, 240).finally(() => print.close());
  expect(frames).toHaveLength(wanted.length);
  expect(offBy(frames, wanted)).toBeLessThanOrEqual(NEAR);
}

test('a part of the film, and each scene as a file straight into a folder, show what they should', async () => {
  const { page, complaints } = await visit();
  const wanted = await codedFilm(page);
  const second = HOLDS.slice(0, 3).reduce((sum, hold) => sum + hold, 0);
  await tickets(page).nth(3).click();
  await page.keyboard.press('s');
  await type(page, 'Name of the scene', 'Booth');
  await standIn(page);
  await chooseKind(page, 'MP4');
  await page.getByLabel('One file per scene').check();
  await page.getByRole('button', { name: 'To the disk…' }).click();
  await nextProof(page, 1);
  const names = await filesIn(page, 'Untitled film scenes');
  expect(names).toEqual(['Untitled film 01 Scene 1.mp4', 'Untitled film 02 Booth.mp4']);
  const files = await Promise.all(names.map((name) => fileIn(page, `Untitled film scenes/${name}`)));
  await expectShown(files[0] as Buffer, wanted.slice(0, second));
  await expectShown(files[1] as Buffer, wanted.slice(second));
  // Nothing lies under the name of what is taken out of the line; what was written before stays.
  await page.getByLabel('One file per scene').check();
  await page.getByRole('button', { name: 'To the disk…' }).click();
  await page.getByRole('button', { name: /^Remove .*Booth.* from the queue$/ }).click();
  await nextProof(page, 2);
  expect((await filesIn(page, 'Untitled film scenes 2')).map((name) => name.slice(0, 16))).toEqual([
    'Untitled film 01',
  ]);
  expect(await filesIn(page, 'Untitled film scenes')).toEqual(names);

  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await page.keyboard.press('Home');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('[');
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press(']');
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page
    .getByRole('combobox', { name: 'Part', exact: true })
    .selectOption('Between the in and out points');
  await expectShown((await printFilm(page, 'WebM', 'part')).bytes, wanted.slice(5, 26));
  expect(complaints).toEqual([]);
});

test('an encoder that fails by itself ends the print in a sentence; what is stopped leaves nothing on the disk', async () => {
  const { page } = await visit();
  // It fails some time after a picture was taken, as a device does that is lost; who waits for it until then waits for that.
  await inWorkers(
    page,
    'print',
    () => `{ const Own = VideoEncoder; let n = 0;
      globalThis.VideoEncoder = class extends Own {
        #fail; #lost;
        constructor(init) { super(init); this.#fail = init.error; }
        encode(...args) {
          if (++n !== 30) return super.encode(...args);
          this.#lost = new Promise((resolve) => setTimeout(resolve, 5)).then(() => {
            if (this.state !== 'closed') this.close();
            const lost = new Error('The device was lost.');
            this.#fail(lost);
            throw lost;
          });
          this.#lost.catch(() => undefined);
        }
        flush() { return this.#lost ?? super.flush(); }
      }; }`,
  );
  await openFilmOf(page, await numbered(60, 1));
  await standIn(page);
  await chooseKind(page, 'MP4');
  await page.getByRole('button', { name: 'To the disk…' }).click();
  const line = page.getByRole('list', { name: 'Print queue' });
  await line
    .getByRole('alert')
    .filter({ hasText: /Something unexpected failed\..*No file was made/ })
    .waitFor();
  await line.getByRole('button', { name: /^Delete .* from the list$/ }).click();
  await line.waitFor({ state: 'detached' });
  await expect.poll(() => filesIn(page, '')).toEqual([]);
});

longTest(
  'a typed bitrate is about kept to, by grain too; what was encoded goes first where room is short',
  async () => {
    const { page } = await visit();
    const [width, height] = [320, 240];
    const grain = await Promise.all(
      Array.from({ length: 36 }, async (_, i) => ({
        name: `GRAIN${i + 1}.JPG`,
        mimeType: 'image/jpeg',
        buffer: await sharp({
          create: {
            ...{ width, height, channels: 3, background: '#808080' },
            noise: { type: 'gaussian', mean: 128, sigma: 20 },
          },
        })
          .jpeg()
          .toBuffer(),
      })),
    );
    await openFilmOf(page, grain);
    await chooseKind(page, 'MP4');
    await page.getByRole('button', { name: 'Details' }).click();
    // 36 pictures on twos at 24 last three seconds, in pieces of one. Of nothing but grain an encoder that begins anew makes too much at few bits: by 40, 55 or 71 %, as one, two or three of them share the pieces.
    for (const [kilobits, off] of [
      [400, 0.8],
      [1600, 0.15],
    ] as const) {
      const bits = page.getByLabel('Bits a second');
      await bits.fill(`${kilobits} kbit/s`);
      await bits.press('Enter');
      const { bytes } = await printFilm(page, 'MP4', `at ${kilobits}`);
      expect(Math.abs(bytes.length / ((3 * kilobits * 1000) / 8) - 1)).toBeLessThan(off);
    }

    const kept = page.getByText(/Reusable parts take/);
    await expect.poll(() => kept.innerText()).toMatch(/ take \d+ kB/);
    await page.evaluate(`navigator.storage.estimate = () => Promise.resolve({ quota: 1e6, usage: 1e6 })`);
    await bringIn(page, await numbered(1, 1));
    await page.getByRole('button', { name: 'Print', exact: true }).click();
    await expect.poll(() => kept.innerText()).toMatch(/ take 0 /);
  },
);

test('a print goes straight into a file that was picked, and is read there', async () => {
  const { page } = await visit();
  const wanted = await codedFilm(page);
  await standIn(page);
  await chooseKind(page, 'WebM');
  await page.getByRole('button', { name: 'To the disk…' }).click();
  expect(await nextProof(page, 0)).toBe('74 of 74 frames, no sound');
  await expect.poll(() => page.getByRole('button', { name: 'Save to disk' }).count()).toBe(0);
  await page.getByText('It was saved to the disk and checked there.').waitFor();
  const [name = ''] = await filesIn(page, '');
  expect(name).toMatch(/\.webm$/);
  await expectShown(await fileIn(page, name), wanted);
});

longTest(
  'a disk that is full half-way ends a print in a sentence, nothing is left of it, and it can go on',
  async () => {
    const { page } = await visit();
    let isFull = true;
    await inWorkers(page, 'print', () =>
      !isFull
        ? ''
        : `FileSystemSyncAccessHandle.prototype.write = () => {
      throw new DOMException('There is no more room', 'QuotaExceededError');
    };`,
    );
    await codedFilm(page);
    await chooseKind(page, 'MP4');
    await page.getByRole('button', { name: 'Print the film' }).click();
    const line = page.getByRole('list', { name: 'Print queue' });
    await line
      .getByRole('alert')
      .filter({ hasText: /no more room for the file in this browser\. No file was made/ })
      .waitFor();
    const left = (): Promise<string[]> => filesIn(page, 'prints');
    await expect.poll(left).toEqual([]);
    isFull = false;
    await line.getByRole('button', { name: 'Go on' }).click();
    expect(await nextProof(page, 0)).toBe('74 of 74 frames, no sound');
    await expect.poll(left).toHaveLength(1);
    await finishedPrints(page).first().getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await expect.poll(left).toEqual([]);
  },
);
