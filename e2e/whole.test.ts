import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { filmOfPhotos, somePhotos } from '../bench/attack/photos';
import {
  bringIn,
  chooseFiles,
  counter,
  isKept,
  layOut,
  notes,
  tableRows,
  tickets,
  useBrowser,
  putNotesAway,
} from './browser';
import { COLOURS, jpeg, numbered, type Colour } from './photos';
import { bringInSounds, click, goTo, PULSE, pulses, soundFiles, soundOf, wav } from './sounds';
import { chooseKind, printFilm, PrintedFile, runFfmpeg } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();

let folder: string;
/** Paths of three photos with the grain of a camera. */
let grainy: readonly string[];

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'kermis-whole-'));
  grainy = await somePhotos(folder, 3);
});
afterAll(() => rm(folder, { recursive: true, force: true }));

/** Empties databases of the browser, as it may do by itself when the disk runs short. */
const clear = (page: Page, ...names: readonly string[]): Promise<void> =>
  page.evaluate(
    (stores) =>
      Promise.all(
        stores.map(
          (name) =>
            new Promise<void>((resolve, reject) => {
              const open = indexedDB.open(`kermis-${name}`);
              open.onerror = () => reject(new Error(name));
              open.onsuccess = () => {
                const cleared = open.result.transaction(name, 'readwrite').objectStore(name).clear();
                cleared.onsuccess = () => {
                  open.result.close();
                  resolve();
                };
              };
            }),
        ),
      ).then(() => undefined),
    names,
  );

test('stores that were cleared are made again where that can be; what cannot is said, marked, and not printed', async () => {
  const { page } = await visit();
  const photos = await numbered(3, 1);
  await bringIn(page, photos);
  await bringInSounds(page, [wav('bell.wav', click())]);
  await page.getByRole('button', { name: 'Add bell.wav at the playhead' }).click();
  await isKept(page);
  const putAway = async (): Promise<void> => putNotesAway(page);

  await clear(page, 'previews', 'thumbnails', 'sound-looks', 'sound-pieces');
  await page.reload();
  await expect
    .poll(() => notes(page))
    .toMatch(/small pictures of 3 photos were gone from this browser; they were made again/);
  await expect
    .poll(() => notes(page))
    .toMatch(/bell\.wav had to be read again: the samples were gone from this browser/);
  await putAway();
  // A worker looks through the stores, and is ended when it has.
  const looked = new Promise<void>((resolve) =>
    page.on('worker', (worker) => {
      if (worker.url().includes('check.worker')) worker.once('close', () => resolve());
    }),
  );
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await looked;
  await expect.poll(() => page.getByLabel('What Kermis noticed').count()).toBe(0);

  await clear(page, 'originals', 'sound-pieces');
  await page.reload();
  await expect
    .poll(() => notes(page))
    .toMatch(
      /3 originals are gone from this browser \(PICT1\.JPG, PICT2\.JPG, PICT3\.JPG\)\. Add the same photos again; until then they cannot be printed\./,
    );
  await expect.poll(() => notes(page)).toMatch(/bell\.wav is gone and silent\./);
  await expect.poll(() => tickets(page).nth(1).getAttribute('aria-label')).toContain('its original is gone');
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('button', { name: 'Print the film' }).click();
  await page
    .getByText(/Not printed: PICT1\.JPG, PICT2\.JPG, PICT3\.JPG and 1 more are missing in this browser/)
    .waitFor();
  await page.getByRole('button', { name: /from the list$/ }).click();
  await putAway();

  // The same files once more, and all of it is whole.
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await chooseFiles(page, photos).catch(() => undefined);
  await page.getByRole('button', { name: 'Cancel import' }).click();
  await expect.poll(() => notes(page)).toMatch(/3 files that were missing are back\. 1 are still missing\./);
  await bringInSounds(page, [wav('bell.wav', click())]);
  await expect.poll(() => notes(page)).toMatch(/1 file that was missing is back\./);
  await expect.poll(() => tickets(page).nth(1).getAttribute('aria-label')).not.toContain('gone');
  const { bytes } = await printFilm(page, 'MP4', 'whole');
  expect(bytes.length).toBeGreaterThan(1000);
});

longTest('in WebM as in MP4 sound lies on its picture by timestamps as well as by samples', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(6, 1));
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 7);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  await chooseKind(page, 'WebM');
  await page.getByText(/sound at 160 kbit\/s/).waitFor();
  for (const kind of ['WebM', 'MP4'] as const) {
    const { bytes } = await printFilm(page, kind, 'clicks');
    const print = await PrintedFile.of(bytes);
    try {
      // Put into another container by timestamps: what moves there was moved by them.
      const other = `${print.path}.mkv`;
      await runFfmpeg(['-i', print.path, '-c:v', 'copy', '-c:a', 'pcm_s16le', other]);
      const { start } = await print.firstSound();
      for (const path of [print.path, other]) {
        const [at = 0] = pulses(await soundOf(path));
        expect(Math.abs((1000 * (at - PULSE)) / 48_000 - (1000 * 7) / 24), `${kind} ${path}`).toBeLessThan(1);
      }
      // The first packet comes as much before the picture as the encoder is late.
      expect(Math.abs(start), kind).toBeLessThanOrEqual(0.022);
      if (kind === 'WebM') await expect.poll(() => print.opusDelay()).toBe(6_500_000);
    } finally {
      await print.close();
    }
  }
});

longTest('halves of sounds are heard as far as they go, and that is said of each', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(2, 1));
  const line = wav(
    'line.wav',
    Float32Array.from({ length: 48_000 * 4 }, (_, i) => 0.4 * Math.sin(i / 20)),
  );
  const kinds = {
    'a.mp3': ['-c:a', 'libmp3lame'],
    'b.m4a': ['-c:a', 'aac', '-movflags', '+faststart'],
    'c.aiff': [],
    'd.ogg': ['-c:a', 'libvorbis'],
    'e.opus': ['-c:a', 'libopus'],
    'f.flac': [],
  };
  const halves = (await soundFiles(line, kinds)).map((file) => ({
    ...file,
    buffer: file.buffer.subarray(0, file.buffer.length >> 1),
  }));
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByTestId('choose-sounds').setInputFiles(halves);
  const sounds = page.getByRole('region', { name: 'Sounds' }).getByRole('listitem');
  await expect.poll(() => sounds.count()).toBe(halves.length);
  for (const { name } of halves)
    await expect
      .poll(() => notes(page))
      .toContain(`${name} is cut off or damaged; it is heard as far as it could be read.`);
  for (const text of await sounds.allTextContents()) {
    const name = halves.find((half) => text.startsWith(half.name))?.name ?? '';
    const seconds = Number.parseFloat(text.slice(name.length));
    expect(seconds, text).toBeGreaterThan(0.9);
    expect(seconds, text).toBeLessThan(3);
  }
});

test('what is chosen together is told apart: a video among photos, two film files, a picture whose middle is gone', async () => {
  const { page } = await visit();
  const photos = await numbered(2, 1);
  const [video] = await soundFiles(wav('line.wav', click()), { 'clip.mp4': ['-c:a', 'aac'] });
  const noisy = await readFile(grainy[0] ?? '');
  const damaged = Buffer.from(noisy);
  damaged.fill(0xff, noisy.length >> 1, noisy.length - 2);
  await page
    .getByTestId('choose-photos')
    .setInputFiles([
      ...photos,
      { name: 'clip.mp4', mimeType: 'video/mp4', buffer: video?.buffer ?? Buffer.alloc(0) },
      { name: 'PICT3.JPG', mimeType: 'image/jpeg', buffer: damaged },
    ]);
  await page.getByRole('button', { name: 'Add 3 photos' }).waitFor();
  expect((await tableRows(page)).join('\n')).toMatch(/PICT3\.JPG: .*is damaged: a part of it cannot be seen/);
  await layOut(page);
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByRole('region', { name: 'Sounds' }).getByText('clip.mp4').waitFor();

  // A run that would be held longer than any may be.
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await tickets(page).first().click();
  await page.keyboard.press('Control+a');
  await page.getByLabel(/^Fit/).first().fill('2000000');
  await page.keyboard.press('Enter');
  await expect
    .poll(() => notes(page))
    .toMatch(
      /That is more than a film can hold: a pose would be held for [\d,]+ frames\. Nothing was changed\./,
    );
  await expect.poll(async () => (await counter(page)).frames).toBe(6);

  const films = await Promise.all([2, 3].map(async (count) => filmOfPhotos(grainy.slice(0, count), 400)));
  await page.getByRole('button', { name: 'All films' }).click();
  await page.getByTestId('choose-photos').setInputFiles(
    films.map((bytes, i) => ({
      name: `film ${i + 1}.kermis`,
      mimeType: 'application/zip',
      // Both are of the same film, by what stands in them: the second asks.
      buffer: Buffer.from(bytes),
    })),
  );
  await page.getByRole('button', { name: 'Open it as a second film' }).click();
  await expect.poll(() => notes(page)).toContain('2 film files were read. The films are under All films.');
  await expect.poll(async () => (await counter(page)).frames).toBe(6);
});

test('a folder of folders comes in folder by folder, each a scene', async () => {
  const { page } = await visit();
  const root = await mkdtemp(join(folder, 'shoot-'));
  const order = ['scene 10', 'scene 1', 'scene 2'];
  for (const [i, name] of order.entries()) {
    await mkdir(join(root, name));
    for (const n of [2, 1]) {
      const { buffer } = await jpeg('x', COLOURS[2 * i + n] as Colour);
      await writeFile(join(root, name, `000${n}.JPG`), buffer);
    }
  }
  await page.getByTestId('choose-folder').setInputFiles(root);
  await page.getByRole('button', { name: 'Add 6 photos' }).waitFor();
  const names = await page
    .locator('[data-row]')
    .evaluateAll((rows) => rows.map((row) => row.querySelector('bdi')?.textContent ?? ''));
  expect(names).toEqual(
    ['scene 1', 'scene 2', 'scene 10'].flatMap((name) => [`${name}/0001.JPG`, `${name}/0002.JPG`]),
  );
  await layOut(page);
  const scenes = page.getByRole('region', { name: 'Scenes' }).getByRole('listitem');
  expect((await scenes.allTextContents()).map((text) => /scene \d+?(?=0 s)/.exec(text)?.[0])).toEqual([
    'scene 1',
    'scene 2',
    'scene 10',
  ]);
});
