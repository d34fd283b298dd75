import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { filmOfPhotos, somePhotos } from '../bench/attack/photos';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import {
  base,
  bringIn,
  chooseFiles,
  counter,
  isKept,
  layOut,
  notes,
  tableRows,
  type TestFile,
  tickets,
  useBrowser,
  putNotesAway,
  openSettings,
} from './browser';
import { jpeg, numbered, picture } from './photos';
import { bringInSounds, click, wavOfFloats } from './sounds';
import { longTest } from './extent';
import { holdWorkers, inWorkers } from './worker-scripts';

const { visit } = useBrowser();

const photo = (name: string, buffer: Buffer): TestFile => ({ name, mimeType: 'image/jpeg', buffer });

test('each bad file gets a sentence that names it; the rest comes in', async () => {
  const { page, complaints } = await visit();
  const good = await jpeg('P4.jpg', [40, 120, 200]);
  const strip = await sharp({ create: { width: 20_000, height: 10, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  const half = (await jpeg('half', [1, 2, 3], 1600, 1200)).buffer;
  const png = await picture('half.png', [9, 9, 9], 'png');
  await chooseFiles(page, [
    photo('P1.jpg', Buffer.from('These are words, not a picture.')),
    photo('P2.jpg', Buffer.alloc(0)),
    photo('P3.jpg', half.subarray(0, half.length / 2)),
    good,
    await jpeg('P5.jpg', [10, 200, 10], 1, 1),
    photo('P6.jpg', strip),
    photo('P7.jpg', good.buffer),
    { ...(await picture('P7.png', [200, 10, 10], 'png')) },
    photo('P8.png', png.buffer.subarray(0, 200)),
    photo(
      'P9.jpg',
      Buffer.concat([good.buffer.subarray(0, 200), Buffer.alloc(400, 7), good.buffer.subarray(-2)]),
    ),
    photo('.hidden.jpg', good.buffer),
  ]);
  const rows = await tableRows(page);
  const said = rows.join('\n');
  expect(rows).toHaveLength(10);
  expect(said).toMatch(/P1\.jpg is not a picture of a kind.*left out/);
  expect(said).toMatch(/P2\.jpg is empty.*left out/);
  expect(said).toMatch(/P3\.jpg is cut off.*left out/);
  expect(said).toMatch(/P8\.png is cut off/);
  expect(said).toMatch(/P9\.jpg is damaged/);
  expect(said).toMatch(/P7\.png: same number as P7\.jpg/);
  expect(said).toMatch(/P5\.jpg: another (shape|size)/);
  await page.getByRole('button', { name: 'Add 5 photos' }).click();
  await page.getByTestId('counter').waitFor();
  await expect.poll(async () => (await counter(page)).frames).toBe(10);
  expect(complaints).toEqual([]);
});

test('names of any kind come in whole and in order; pictures too large for the memory are refused by their size', async () => {
  const { page, complaints } = await visit();
  const { buffer } = await jpeg('one', [40, 120, 200]);
  const large = (change: (bytes: Buffer) => void, bytes: Buffer): Buffer => {
    const copy = Buffer.from(bytes);
    change(copy);
    return copy;
  };
  const frame = buffer.indexOf(Buffer.from([0xff, 0xc0]));
  const png = (await picture('x', [9, 9, 9], 'png')).buffer;
  const bmp = Buffer.concat([Buffer.from('BM'), Buffer.alloc(60)]);
  const names = [
    'x'.repeat(296) + '0.jpg',
    'horse 🐎 2.jpg',
    'حصان 3.jpg',
    'no number at all.jpg',
    'big 9007199254740993.jpg',
    'big 9007199254740992.jpg',
  ];
  await chooseFiles(page, [
    ...(await Promise.all(names.map((name, i) => jpeg(name, [40 + i * 30, 120, 200])))),
    photo(
      'wide 1.jpg',
      large((bytes) => {
        bytes.writeUInt16BE(30_000, frame + 5);
        bytes.writeUInt16BE(30_000, frame + 7);
      }, buffer),
    ),
    photo(
      'wide 2.png',
      large((bytes) => {
        bytes.writeUInt32BE(30_000, 16);
        bytes.writeUInt32BE(30_000, 20);
      }, png),
    ),
    photo(
      'wide 3.bmp',
      large((bytes) => {
        bytes.writeInt32LE(30_000, 18);
        bytes.writeInt32LE(-30_000, 22);
      }, bmp),
    ),
  ]);
  const rows = await tableRows(page);
  const tooLarge = '30000 × 30000 pixels, more than can be decoded here (250 million). It was left out.';
  for (const name of ['wide 1.jpg', 'wide 2.png', 'wide 3.bmp'])
    expect(rows).toContain(`${name}: ${name} is ${tooLarge}`);
  const order = rows.map((row) => row.replace(/: .*$/, ''));
  for (const name of names) expect(order).toContain(name);
  expect(order.indexOf(names[5] ?? '')).toBe(order.indexOf(names[4] ?? '') - 1);
  // The list says the same, and can be taken along.
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('button', { name: 'Copy the list' }).click();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied.split('\n')).toHaveLength(9);
  expect(copied).toContain(tooLarge);
  await page.getByRole('button', { name: 'Add 6 photos' }).click();
  await page.getByTestId('counter').waitFor();
  await expect.poll(async () => (await counter(page)).frames).toBe(12);
  await isKept(page);
  await page.reload();
  await expect.poll(async () => (await counter(page)).frames).toBe(12);
  expect(complaints).toEqual([]);
});

test('a folder that comes twice, a file that changes while it waits, an entry that cannot be opened: each is said', async () => {
  const { page } = await visit();
  const folder = await mkdtemp(join(tmpdir(), 'kermis-bad-'));
  try {
    const files = await numbered(3, 1);
    const paths = files.map((file) => join(folder, file.name));
    await Promise.all(files.map((file, i) => writeFile(paths[i] ?? '', file.buffer)));
    // The workers start only when the last file has been changed under them.
    const letWorkersGo = await holdWorkers(page, 'photo');
    await page.getByTestId('choose-photos').setInputFiles(paths);
    await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor();
    await writeFile(paths[2] ?? '', Buffer.concat([files[2]?.buffer ?? Buffer.alloc(0), Buffer.alloc(9)]));
    letWorkersGo();
    await page.getByRole('button', { name: 'Add 2 photos' }).waitFor();
    expect((await tableRows(page)).join('\n')).toMatch(
      /PICT3\.JPG could not be read from the disk; it may have been changed/,
    );
    // The same files again: what is in the table stays, what could not be read is tried once more.
    await page.getByTestId('choose-photos').setInputFiles(paths);
    await page.getByRole('button', { name: 'Add 3 photos' }).waitFor();
    await page.getByTestId('choose-photos').setInputFiles(paths);
    await expect.poll(() => notes(page)).toContain('All these photos are in the table already');
    await layOut(page);
    await chooseFiles(page, files);
    await expect
      .poll(() => tableRows(page))
      .toEqual([
        expect.stringContaining('PICT1.JPG: in the film already'),
        expect.stringContaining('PICT2.JPG: in the film already'),
        // Nine bytes longer than the file that was given here: another file with the same number.
        expect.stringContaining('PICT3.JPG: '),
      ]);
    await page.getByRole('button', { name: 'Cancel import' }).click();

    await page.evaluate(() => {
      const refuse = (_: unknown, fail: (error: Error) => void): void => fail(new Error('not allowed'));
      const good = new File(['words'], 'notes 4.jpg');
      const entries = [
        { isFile: true, name: 'locked 5.jpg', file: refuse },
        { isFile: false, name: 'sealed', createReader: () => ({ readEntries: refuse }) },
        {
          isFile: true,
          name: good.name,
          fullPath: `/${good.name}`,
          file: (take: (file: File) => void) => take(good),
        },
      ];
      const event = new Event('drop', { bubbles: true, cancelable: true });
      const items = entries.map((entry) => ({ webkitGetAsEntry: () => entry }));
      Object.assign(event, { dataTransfer: { types: ['Files'], items, files: [] } });
      document.body.dispatchEvent(event);
    });
    await expect.poll(async () => (await tableRows(page)).length).toBe(3);
    const said = (await tableRows(page)).join('\n');
    expect(said).toContain('locked 5.jpg could not be opened. It was left out.');
    expect(said).toContain('sealed could not be opened');
    expect(said).toContain('notes 4.jpg is not a picture');
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});

test('a choice with nothing to use changes nothing and says so', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(2, 1));
  await bringInFiles(page, [photo('Thumbs.db', Buffer.from('x'))]);
  await expect.poll(() => notes(page)).toContain('There are no photos in these files.');
  await bringInFiles(page, [{ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('shot list') }]);
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await expect
    .poll(() => tableRows(page))
    .toEqual([expect.stringContaining('notes.txt is not a picture of a kind')]);
  await expect.poll(() => page.getByRole('button', { name: /^Add \d/ }).isDisabled()).toBe(true);
  await page.getByRole('button', { name: 'Cancel import' }).click();
  await bringInFiles(page, [
    { name: 'old.kermis', mimeType: 'application/zip', buffer: Buffer.from('PK not really') },
  ]);
  await expect.poll(() => notes(page)).toMatch(/old\.kermis (is damaged|holds no film)/);
  await expect.poll(async () => (await counter(page)).frames).toBe(4);
});

const bringInFiles = (page: Page, files: TestFile[]): Promise<void> =>
  page
    .getByRole('button', { name: 'Sort', exact: true })
    .click()
    .then(async () => {
      await page.getByTestId('choose-photos').setInputFiles(files);
      await page.getByRole('button', { name: 'Time', exact: true }).click();
    });

test.each([['Hold', ['0', '-1', '1.5', '1000000000', 'two'], '2']] as const)(
  '%s: what cannot be taken says why, and the value stays',
  async (label, values, kept) => {
    const { page } = await visit();
    await bringIn(page, await numbered(2, 1));
    for (const value of values) {
      await page.getByLabel(label, { exact: true }).fill(value);
      await page.getByLabel(label, { exact: true }).press('Enter');
      await expect
        .poll(() => page.getByRole('alert').textContent(), { message: value })
        .toMatch(new RegExp(`${value}.*Still ${kept}\\.$`));
    }
    await openSettings(page);
    for (const value of ['fast', '0', '121', '24/0']) {
      await page.getByLabel('Any other rate').fill(value);
      await page.getByLabel('Any other rate').press('Enter');
      await expect
        .poll(() => page.getByRole('dialog').getByRole('alert').textContent(), { message: value })
        .toContain('Still 24.');
    }
    await page.getByLabel('Width in pixels').fill('1081');
    await page.getByLabel('Width in pixels').press('Enter');
    await page.getByText('1081 is odd').waitFor();
    await expect.poll(async () => (await counter(page)).frames).toBe(4);
  },
);

/**
 * Simulates a full disk in a page and in every worker it starts: what is stored fails as the Indexed
 * Database standard has it. (The quota that the browser's own tools set is not enforced by this Chromium.)
 */
async function simulateFullDisk(page: Page): Promise<{ set: (full: boolean) => Promise<void> }> {
  const fail = `{
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...given) {
      if (globalThis.diskIsFull !== false) throw new DOMException('The disk is full.', 'QuotaExceededError');
      return put.apply(this, given);
    };
  }\n`;
  let workersFull = false;
  await inWorkers(page, '*', () => (workersFull ? fail : ''));
  await page.evaluate(`globalThis.diskIsFull = false; ${fail}`);
  return {
    set: async (full) => {
      workersFull = full;
      await page.evaluate(`globalThis.diskIsFull = ${String(full)}`);
    },
  };
}

test('before an import that does not fit, the app says what it needs and what there is', async () => {
  const { context } = await visit();
  await context.addInitScript(() => {
    const estimate = (): Promise<StorageEstimate> => Promise.resolve({ quota: 1_000_000, usage: 900_000 });
    Object.defineProperty(navigator.storage, 'estimate', { value: estimate });
  });
  const page = await context.newPage();
  await page.goto(`${base()}/films`);
  await chooseFiles(page, await numbered(4, 1));
  await expect
    .poll(() => notes(page))
    .toMatch(/^4 photos need about \d+ kB; 100 kB are free\. What fits is added\./);
});

longTest(
  'a film file for which there is no room, or that is stopped, is said in one true sentence',
  async () => {
    const { page } = await visit();
    const folder = await mkdtemp(join(tmpdir(), 'kermis-room-'));
    try {
      const film = join(folder, 'twenty.kermis');
      await writeFile(film, await filmOfPhotos(await somePhotos(folder, 20)));
      const disk = await simulateFullDisk(page);
      await disk.set(true);
      await page.getByTestId('choose-photos').setInputFiles(film);
      await expect
        .poll(() => notes(page))
        .toMatch(
          /^twenty\.kermis was not opened: it needs about \d+ MB\. The browser reports that [\d.]+ [kMG]B are left, but takes nothing more: the disk itself may be full\. Nothing was changed\. Delete a film or free disk space\.$/,
        );
      await disk.set(false);
      await putNotesAway(page);
      // Workers start only once it was stopped.
      const letWorkersGo = await holdWorkers(page, 'photo');
      await page.getByTestId('choose-photos').setInputFiles(film);
      await page.getByRole('button', { name: 'Stop', exact: true }).click();
      letWorkersGo();
      await expect
        .poll(() => notes(page))
        .toMatch(
          /^Stopped\. \d+ of 20 photos and sounds were not added\. Open twenty\.kermis again for the rest\.$/m,
        );
      await page.getByRole('button', { name: 'All films' }).click();
      await page.getByText('Cut off while it came in: open twenty.kermis again to add the rest').waitFor();
      await page.getByTestId('choose-photos').setInputFiles(film);
      await page.getByRole('button', { name: 'Add the rest' }).click();
      await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor();
      await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor({ state: 'detached' });
      await page.getByRole('button', { name: 'All films' }).click();
      const films = page.getByRole('region', { name: 'Films in this browser' }).getByRole('listitem');
      await expect.poll(() => films.allTextContents()).toEqual([expect.not.stringContaining('Cut off')]);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  },
);

test('a film file of which the end is missing says so first, and nothing that is not so', async () => {
  const { page } = await visit();
  const folder = await mkdtemp(join(tmpdir(), 'kermis-half-'));
  try {
    const half = join(folder, 'half.kermis');
    const whole = await filmOfPhotos(await somePhotos(folder, 6));
    await writeFile(half, whole.subarray(0, whole.length / 2));
    await page.getByTestId('choose-photos').setInputFiles(half);
    await expect
      .poll(() => notes(page))
      .toMatch(
        /^half\.kermis is cut off or damaged\. \d of 6 photos and sounds were not added\. Open a whole copy of half\.kermis for the rest\.$/,
      );
    await page.reload();
    await expect.poll(() => notes(page)).toMatch(/adding it from half\.kermis was cut off/);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});

test('a full store: the film so far stays whole, and the app says what to do', async () => {
  const { page } = await visit();
  const disk = await simulateFullDisk(page);
  await bringIn(page, await numbered(4, 1));
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await disk.set(true);
  await page.getByTestId('choose-photos').setInputFiles(await numbered(6, 10));
  // One sentence for all, with the room that is needed and the room that there is.
  await expect
    .poll(() => notes(page))
    .toMatch(
      /^No room left: 6 photos were not added\. They need about \d+ kB\. The browser reports that [\d.]+ [kMG]B are left, but takes nothing more: the disk itself may be full\. Delete a film or free disk space, then add the same photos again\.$/m,
    );
  await expect.poll(() => tableRows(page)).toEqual([]);
  await putNotesAway(page);
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  // Nothing can be kept, and the film on screen can still be worked on.
  await expect.poll(async () => (await counter(page)).frames).toBe(8);
  await tickets(page).nth(0).click();
  await page.keyboard.press('9');
  await page
    .getByRole('alert')
    .filter({ hasText: 'No room left: the last changes are not saved.' })
    .waitFor();
  await expect.poll(async () => (await counter(page)).frames).toBe(15);
  // What was kept before is whole.
  const other = await page.context().newPage();
  await other.goto(page.url());
  await other.getByTestId('counter').waitFor();
  await expect.poll(async () => (await counter(other)).frames).toBe(8);
  await other.close();
  // There is room again: what is on screen is kept, and nothing was lost on the way.
  await disk.set(false);
  await page.getByRole('button', { name: 'Save now' }).click();
  await isKept(page);
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await expect.poll(async () => (await counter(page)).frames).toBe(15);
  await expect
    .poll(() => tickets(page).nth(0).getAttribute('aria-label'))
    .toContain('PICT1.JPG, held 9 frames');
});

test('a print that is stopped leaves no file, and an import that is stopped keeps what came in', async () => {
  const { page } = await visit();
  // From the fourth on, files take as long to be read as from a slow card.
  await inWorkers(
    page,
    'photo',
    () => `{ const read = Blob.prototype.arrayBuffer; let n = 0;
      File.prototype.arrayBuffer = async function () {
        if (++n > 3) await new Promise((resolve) => setTimeout(resolve, 2000));
        return read.call(this);
      }; }`,
  );
  await page.getByTestId('choose-photos').setInputFiles(await numbered(40, 1));
  await page.locator('[data-row]').first().waitFor();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByText(/^Stopped after \d+ of 40 files\. Add the same ones again/).waitFor();
  await layOut(page);
  const { frames } = await counter(page);
  expect(frames).toBeLessThan(80);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  // However fast it is: what makes its frames comes only once it is stopped.
  const letFramesCome = await holdWorkers(page, 'frame');
  await page.getByRole('button', { name: 'Print the film' }).click();
  await page.getByRole('button', { name: /^Stop .*; no file is made/ }).click();
  letFramesCome();
  await expect.poll(() => notes(page)).toMatch(/was stopped\. No file was made/);
  await expect.poll(() => page.getByRole('button', { name: 'Save to disk' }).count()).toBe(0);
  // And the next one goes through.
  await page.getByRole('button', { name: 'Print the film' }).click();
  await page.getByRole('button', { name: 'Save to disk' }).waitFor();
});

test('a browser without WebCodecs is told so at the print; everything else works', async () => {
  const { context } = await visit();
  await context.addInitScript(() => {
    for (const name of ['VideoEncoder', 'ImageDecoder', 'VideoFrame'])
      Reflect.deleteProperty(globalThis, name);
  });
  const page = await context.newPage();
  // Workers have a global scope of their own: the same loss is put in front of each of their scripts.
  await inWorkers(
    page,
    '*',
    () => 'for (const name of ["VideoEncoder", "ImageDecoder", "VideoFrame"]) delete globalThis[name];',
  );
  await page.goto(`${base()}/films`);
  await bringIn(page, await numbered(3, 1));
  await expect.poll(async () => (await counter(page)).frames).toBe(6);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('alert').filter({ hasText: 'This browser cannot make video files.' }).waitFor();
  await expect.poll(() => page.getByRole('button', { name: 'Print the film' }).isDisabled()).toBe(true);
});

test('a part of the app that cannot be loaded is named in a sentence, and its job ends; the rest goes on', async () => {
  const { page } = await visit();
  await page.route(/(picture|sound|print|out)\.worker.*\.js/, (route) => route.abort());
  await chooseFiles(page, await numbered(3, 1));
  await page.getByRole('button', { name: /^Add \d/ }).click();
  await expect.poll(() => notes(page)).toContain('Kermis stopped while it had to make pictures.');
  await putNotesAway(page);
  const pause = page.getByRole('button', { name: 'Pause', exact: true });
  if (await pause.isVisible()) await pause.click();

  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByTestId('choose-sounds').setInputFiles([wavOfFloats('bell.wav', click())]);
  await expect
    .poll(() => notes(page))
    .toMatch(/bell\.wav could not be read\. Kermis stopped while it had to read sounds\..*It was left out\./);

  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('button', { name: 'Print the film' }).click();
  await page.getByText(/Kermis stopped while it had to (print|make frames|make pictures)\./).waitFor();
  // What needs none of them still works.
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await tickets(page).first().click();
  await page.getByLabel('Hold', { exact: true }).fill('5');
  await page.getByLabel('Hold', { exact: true }).press('Enter');
  await expect.poll(async () => (await counter(page)).frames).toBe(9);
});

longTest(
  'without the part that mixes a film plays silently, and without the one that looks through the stores it opens; both are said',
  async () => {
    const { page } = await visit();
    await bringIn(page, await numbered(12, 1));
    await bringInSounds(page, [wavOfFloats('bell.wav', click())]);
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Add bell.wav at the playhead' }).click();
    await isKept(page);
    await page.route(/(mix|check)\.worker.*\.js/, (route) => route.abort());
    await page.reload();
    await expect.poll(() => notes(page)).toContain('Kermis stopped while it had to look through the stores.');
    await putNotesAway(page);
    await page.keyboard.press('Space');
    await expect
      .poll(() => notes(page))
      .toMatch(/The film plays without sound\. Kermis stopped while it had to mix the sound\./);
    await expect.poll(async () => (await counter(page)).frame).toBeGreaterThan(1);
  },
);

longTest(
  'without the part that reads photos each is named as left out, and the film stays as it is',
  async () => {
    const { page } = await visit();
    await bringIn(page, await numbered(3, 1));
    await page.reload();
    await page.getByTestId('counter').waitFor();
    await page.route(/photo\.worker.*\.js/, (route) => route.abort());
    await page.getByRole('button', { name: 'Sort', exact: true }).click();
    await page.getByTestId('choose-photos').setInputFiles(await numbered(2, 4));
    await expect
      .poll(async () => (await tableRows(page)).join('\n'))
      .toMatch(/PICT4\.JPG: .*left out[\s\S]*PICT5\.JPG: .*left out/);
    await page.getByRole('button', { name: 'Time', exact: true }).click();
    await expect.poll(async () => (await counter(page)).frames).toBe(6);
  },
);
