import { expect, test } from 'vitest';
import { counter, notes, useBrowser } from './browser';
import { microphone, openRecording, recording, takes } from './recording';
import { bringInSounds, click, wav } from './sounds';

const { visit } = useBrowser({ hasDevices: true });

test('a microphone that is refused, and one that is unplugged, are told of; what was recorded is kept', async () => {
  const { page, context } = await visit();
  await page.addInitScript(() => {
    const devices = navigator.mediaDevices;
    const open = devices.getUserMedia.bind(devices);
    devices.getUserMedia = async (asked) => {
      const stream = await open(asked);
      addEventListener('unplug', () =>
        stream.getTracks().forEach((track) => track.dispatchEvent(new Event('ended'))),
      );
      return stream;
    };
  });
  await page.reload();
  await openRecording(page, 4, '240');
  await expect.poll(() => microphone(page).locator('option').count()).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Open the microphone' }).click();
  await expect.poll(() => notes(page)).toMatch(/The microphone is blocked/);
  await context.grantPermissions(['microphone']);
  await page.getByRole('button', { name: 'Record from frame 1', exact: true }).click();
  await recording(page).waitFor();
  // The tab is hidden for a moment: it goes on.
  await page.evaluate(() => {
    Object.defineProperty(document, 'hidden', { get: () => true, configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
    Reflect.deleteProperty(document, 'hidden');
  });
  // It goes on: the film plays on under it.
  const hidden = (await counter(page)).frame;
  await expect.poll(async () => (await counter(page)).frame).not.toBe(hidden);
  await expect.poll(() => recording(page).count()).toBe(1);
  await page.evaluate(() => dispatchEvent(new Event('unplug')));
  await expect.poll(() => notes(page)).toMatch(/unplugged\. What was recorded/);
  await takes(page).waitFor();
  await expect.poll(() => notes(page)).toMatch(/The tab was hidden while you recorded/);
  await page.getByRole('button', { name: 'Listen' }).click();
  await page.getByLabel('Take 1', { exact: true }).waitFor();
});

test('where nothing can be heard the film plays all the same, and it is said', async () => {
  const { page } = await visit();
  await page.addInitScript(() => {
    AudioContext.prototype.resume = () => new Promise(() => undefined);
  });
  await page.reload();
  await openRecording(page, 4, '24');
  await bringInSounds(page, [wav('click.wav', click())]);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  await page.keyboard.press('Space');
  await expect.poll(() => notes(page)).toMatch(/The film plays without sound\. .*speaker/);
  await expect.poll(async () => (await counter(page)).frame).toBeGreaterThan(5);
});
