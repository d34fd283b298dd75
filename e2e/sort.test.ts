import { createHash } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { bringIn, chooseFiles, counter, layOut, tableRows, tickets, useBrowser } from './browser';
import { jpeg, numbered } from './photos';
import { IS_LONG } from './extent';

const { visit } = useBrowser();

const namesInTable = async (page: Page): Promise<string[]> =>
  (await tableRows(page)).map((row) => row.replace(/: .*$/, ''));

/** `name, held n frames` of every pose. */
const poses = (page: Page): Promise<string[]> =>
  tickets(page).evaluateAll((all) =>
    all.map((each) => (each.getAttribute('aria-label') ?? '').replace(/^Pose \d+, /, '')),
  );

test('the table shows what came in before it lands: order, gaps, rows left out and moved; Enter lays out', async () => {
  const { page, complaints } = await visit();
  const [first, second, fifth, other] = await Promise.all([
    jpeg('HORSE_0001.JPG', [200, 40, 40]),
    jpeg('HORSE_0002.JPG', [40, 180, 60]),
    jpeg('HORSE_0005.JPG', [50, 70, 210]),
    jpeg('BOOTH_0001.JPG', [220, 200, 60]),
  ]);
  await chooseFiles(page, [fifth, first, other, second, { ...second, name: 'HORSE_0006.JPG' }]);
  await expect
    .poll(() => tableRows(page))
    .toEqual([
      expect.stringMatching(/^BOOTH_0001.JPG: .* lighter than its neighbours$/),
      expect.stringContaining('HORSE_0001.JPG: '),
      'HORSE_0002.JPG: ',
      expect.stringContaining('HORSE_0005.JPG: numbers 3 to 4 missing before'),
      expect.stringContaining('HORSE_0006.JPG: the same photo as HORSE_0002.JPG'),
    ]);
  await page.getByRole('checkbox', { name: 'Use HORSE_0006.JPG' }).uncheck();
  await page.getByRole('checkbox', { name: 'Use HORSE_0002.JPG' }).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect
    .poll(async () => (await namesInTable(page)).slice(0, 3))
    .toEqual(['BOOTH_0001.JPG', 'HORSE_0002.JPG', 'HORSE_0001.JPG']);
  // Back into number order by the heading, and the last but one dragged to the front.
  await page.getByRole('button', { name: 'Number', exact: true }).click();
  await expect
    .poll(async () => (await namesInTable(page)).slice(0, 3))
    .toEqual(['BOOTH_0001.JPG', 'HORSE_0001.JPG', 'HORSE_0002.JPG']);
  const [from, to] = await Promise.all([3, 0].map((i) => page.locator('[data-row]').nth(i).boundingBox()));
  if (!from || !to) throw new Error('no rows');
  await page.mouse.move(from.x + 12, from.y + 26);
  await page.mouse.down();
  await page.mouse.move(from.x + 12, from.y - 20, { steps: 4 });
  await page.mouse.move(to.x + 12, to.y + 4, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await namesInTable(page))[0]).toBe('HORSE_0005.JPG');
  const byNumber = page
    .getByRole('button', { name: 'Number ↓' })
    .or(page.getByRole('button', { name: 'Number' }));
  // For a moment after something was dragged a click is taken for its end.
  await expect
    .poll(async () => {
      if ((await namesInTable(page))[0] === 'HORSE_0005.JPG') await byNumber.click();
      return (await namesInTable(page))[0];
    })
    .toBe('BOOTH_0001.JPG');

  await page.getByLabel('1 gap in the numbers').selectOption({ label: 'Hold the pose before longer' });
  await page.getByRole('heading', { name: 'Check photos' }).click();
  await page.keyboard.press('Enter');
  await page.getByTestId('counter').waitFor();
  // A scene where another name begins; the pose before the gap is held for the two that are missing.
  await expect.poll(() => page.getByRole('region', { name: 'Scenes' }).getByRole('listitem').count()).toBe(2);
  await expect
    .poll(() => poses(page))
    .toEqual([
      'BOOTH_0001.JPG, held 2 frames',
      'HORSE_0001.JPG, held 2 frames',
      'HORSE_0002.JPG, held 6 frames',
      'HORSE_0005.JPG, held 2 frames',
    ]);
  // It plays at once.
  await page.getByRole('button', { name: 'Pause', exact: true }).waitFor();
  expect(complaints).toEqual([]);
});

test('photos that come in later go to their place by number, or to the end; what is in already is marked', async () => {
  const { page } = await visit();
  const files = await numbered(6, 1);
  await bringIn(
    page,
    [files[0], files[2], files[5]].filter((file) => file !== undefined),
  );
  await chooseFiles(page, files.slice(0, 4));
  // The first and third are in the film already, and are left out unless asked.
  await expect.poll(() => page.getByRole('checkbox', { name: /^Use/, checked: false }).count()).toBe(2);
  await layOut(page);
  const order = (await poses(page)).map((pose) => pose.slice(0, 5));
  expect(order).toEqual(['PICT1', 'PICT2', 'PICT3', 'PICT4', 'PICT6']);
  await chooseFiles(page, files.slice(4, 5));
  await page.getByLabel('Where in the film').selectOption({ label: 'All after the last pose' });
  await layOut(page);
  await expect.poll(async () => (await poses(page)).at(-1)).toContain('PICT5');
  await expect.poll(async () => (await counter(page)).frames).toBe(12);
});

test('an import cut by a closed tab keeps what came in, and goes on where it stopped', async () => {
  const { page, context } = await visit();
  const folder = await mkdtemp(join(tmpdir(), 'kermis-sort-'));
  // So many that they cannot all be in before the table is shown a second time.
  const total = IS_LONG ? 300 : 80;
  const { buffer } = await jpeg('PICT.JPG', [40, 90, 200], 2400, 1800);
  const files = Array.from({ length: total }, (_, i) => ({
    name: `PICT${i + 1}.JPG`,
    // Each another file by a comment behind the first marker (ITU-T T.81, B.2.4.5).
    buffer: Buffer.concat([
      buffer.subarray(0, 2),
      Buffer.from([0xff, 0xfe, 0, 4, i >> 8, i & 255]),
      buffer.subarray(2),
    ]),
  }));
  const paths = files.map((file) => join(folder, file.name));
  await Promise.all(files.map((file, i) => writeFile(paths[i] ?? '', file.buffer)));
  await page.getByTestId('choose-photos').setInputFiles(paths);
  await page.getByRole('button', { name: 'Add these now, rest later' }).waitFor();
  await expect.poll(async () => (await tableRows(page)).length).toBeGreaterThan(2);
  const { pathname } = new URL(page.url());
  expect(pathname).toMatch(/\/sort$/);
  const address = page.url();
  await page.close();

  const again = await context.newPage();
  await again.goto(address);
  const words = again.getByText(new RegExp(`^Stopped after \\d+ of ${total} files`));
  await words.waitFor();
  const before = Number(/after (\d+)/.exec((await words.textContent()) ?? '')?.[1]);
  expect(before).toBeGreaterThan(2);
  expect(before).toBeLessThan(total);
  await again.getByTestId('choose-photos').setInputFiles(paths);
  const progress = again.getByRole('progressbar', { name: 'Photos coming in' });
  await progress.waitFor();
  await expect.poll(() => progress.getAttribute('aria-valuemax')).toBe(String(total - before));
  await progress.waitFor({ state: 'detached' });
  await again.getByRole('button', { name: `Add ${total} photos` }).waitFor();
  await layOut(again);
  await expect.poll(async () => (await counter(again)).frames).toBe(2 * total);

  // Byte for byte, and without the files on the disk: what is kept has the hash of what was given.
  await rm(folder, { recursive: true });
  const kept = await again.evaluate(async () => {
    const request = indexedDB.open('kermis-originals');
    const database = await new Promise<IDBDatabase>((resolve) => {
      request.onsuccess = () => resolve(request.result);
    });
    const all = database.transaction('originals').objectStore('originals').getAll();
    const blobs = await new Promise<Blob[]>((resolve) => {
      all.onsuccess = () => resolve(all.result as Blob[]);
    });
    const hex = (bytes: ArrayBuffer): string =>
      Array.from(new Uint8Array(bytes), (each) => each.toString(16).padStart(2, '0')).join('');
    return Promise.all(
      blobs.map(async (blob) => hex(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer()))),
    );
  });
  const given = files.map((file) => createHash('sha256').update(file.buffer).digest('hex'));
  expect(kept.sort()).toEqual(given.sort());
});
