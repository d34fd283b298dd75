import sharp from 'sharp';
import { expect, test } from 'vitest';
import { base, tickets, useBrowser } from './browser';
import { hasPoses, savedFilm } from './shooting';

const { visit } = useBrowser({ hasDevices: true });

test('a camera of the browser’s own is shot: seen, taken at its largest size, each photo another', async () => {
  const { page, context, complaints } = await visit();
  await context.grantPermissions(['camera'], { origin: base() });
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  // The first camera that is found is chosen already.
  await page
    .getByRole('button', { name: 'Take a photo' })
    .or(page.getByRole('button', { name: 'Open the camera' }))
    .last()
    .click();
  const live = page.getByTestId('live').locator('video');
  await live.waitFor();
  await expect
    .poll(() => live.evaluate((video) => (video as HTMLVideoElement).videoWidth))
    .toBeGreaterThan(0);
  for (let i = 1; i <= 3; i++) {
    await page.keyboard.press('Enter');
    await hasPoses(page, i);
  }
  // As frames too, as the mean of four.
  await page.getByRole('button', { name: 'Timer, interval, burst' }).click();
  await page.getByLabel('Less grain').selectOption('4');
  await page.keyboard.press('Escape');
  await page.getByTestId('lens').click();
  await page.keyboard.press('Enter');
  await hasPoses(page, 4);
  const film = await savedFilm(page);
  const sizes = film.poses.map(({ width, height }) => [width, height]);
  expect(sizes[0]).toEqual(sizes[1]);
  expect(Math.min(...sizes.flat())).toBeGreaterThan(400);
  expect(new Set(film.photos.map(({ name }) => name)).size).toBe(4);
  // The browser's camera counts time in its picture: no two photos have the same bytes, and none is empty.
  expect(new Set(film.poses.map(({ bytes }) => Buffer.from(bytes).toString('base64'))).size).toBe(4);
  for (const { bytes } of film.poses) {
    const { channels } = await sharp(bytes).stats();
    expect(Math.max(...channels.map(({ stdev }) => stdev))).toBeGreaterThan(5);
  }
  // Taken back while it is open: told, and what was shot stays.
  await context.clearPermissions();
  await page.getByText(/^The browser ended access to the camera\. Your photos are saved\./).waitFor();
  expect(await tickets(page).count()).toBe(4);
  expect(complaints).toEqual([]);
});

test('a camera that another program has is told of, and opened once that lets go', async () => {
  const { page, context } = await visit();
  await context.grantPermissions(['camera'], { origin: base() });
  // As the standard (Media Capture and Streams, getUserMedia) has it: this Chromium's own camera is never taken.
  await page.addInitScript(`
    const open = MediaDevices.prototype.getUserMedia;
    globalThis.isTaken = true;
    MediaDevices.prototype.getUserMedia = function (wish) {
      return globalThis.isTaken ? Promise.reject(new DOMException('Could not start video source', 'NotReadableError')) : open.call(this, wish);
    };`);
  await page.reload();
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByText(/^The camera cannot be used: another program may have it\./).waitFor();
  await page.evaluate('globalThis.isTaken = false');
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByTestId('live').locator('video').waitFor();
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
});

test('a camera that may not be used is told of, with what to do; the stand-in is a press away', async () => {
  const { page } = await visit();
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  await page.getByText(/^The camera is blocked\. Allow it beside the address/).waitFor();
  await page.getByRole('button', { name: 'Practise, no camera' }).click();
  await page.getByTestId('live').waitFor();
  await page.keyboard.press('Enter');
  await hasPoses(page, 1);
});
