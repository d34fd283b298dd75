import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { bringIn, counter, notes, tickets, useBrowser } from './browser';
import { numbered } from './photos';
import { bringInSounds, click, goTo, PULSE, pulses, soundOf, wav } from './sounds';
import { printFilm, PrintedFile } from './video';

const { visit } = useBrowser();

/** Where the clicks of a print are heard, in milliseconds after the start of a frame, counted from 0. */
async function clicksAfter(
  page: Page,
  kind: 'MP4' | 'WebM',
  secondsOf: (index: number) => number,
): Promise<number[]> {
  const { bytes } = await printFilm(page, kind, 'clicks', 400_000);
  const file = await PrintedFile.of(bytes);
  try {
    return pulses(await soundOf(file.path)).map(
      (at, index) => 1000 * ((at - PULSE) / 48_000 - secondsOf(index)),
    );
  } finally {
    await file.close();
  }
}

async function setRate(page: Page, rate: string): Promise<void> {
  await page.getByTitle(/^Film settings:/).click();
  await page.getByRole('combobox', { name: 'Rate', exact: true }).selectOption(`${rate} frames a second`);
  await page.getByRole('button', { name: /^Keep the holds/ }).click();
  await page.keyboard.press('Escape');
}

test('a click laid on a frame is heard there in both kinds of print, at every rate', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(6, 1));
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 5);
  await page.getByRole('button', { name: 'Lay click.wav in at the playhead' }).click();
  for (const [words, rate] of [
    ['24', 24],
    ['25', 25],
    ['29.97', 30_000 / 1001],
    ['23.976', 24_000 / 1001],
  ] as const) {
    if (rate !== 24) await setRate(page, words);
    for (const kind of ['MP4', 'WebM'] as const) {
      const [late, ...others] = await clicksAfter(page, kind, () => 5 / rate);
      expect(others, `${kind} at ${words}`).toEqual([]);
      expect(Math.abs(late ?? 99), `${kind} at ${words}`).toBeLessThan(1);
    }
  }
  expect(complaints).toEqual([]);
});

test('after ten minutes it still is', async () => {
  const { page } = await visit();
  await bringIn(page, await numbered(2, 1));
  await page.getByTitle(/^Film settings:/).click();
  for (const [name, size] of [
    ['Width in pixels', '64'],
    ['Height in pixels', '48'],
  ] as const) {
    await page.getByRole('textbox', { name, exact: true }).fill(size);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  await setRate(page, '23.976');
  await tickets(page).nth(0).click();
  await page.getByRole('textbox', { name: 'Hold', exact: true }).fill('10:00:00');
  await page.keyboard.press('Enter');
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 0);
  await page.getByRole('button', { name: 'Lay click.wav in at the playhead' }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  const { frame } = await counter(page);
  await page.getByRole('button', { name: 'Lay click.wav in at the playhead' }).click();
  expect(frame).toBeGreaterThan(14_000);
  for (const kind of ['MP4', 'WebM'] as const) {
    const late = await clicksAfter(page, kind, (index) => (index * (frame - 1) * 1001) / 24_000);
    expect(late.length, kind).toBe(2);
    for (const each of late) expect(Math.abs(each), kind).toBeLessThan(1);
  }
}, 900_000);

test('bad sounds are refused in a sentence, the rest comes in', async () => {
  const { page, complaints } = await visit();
  await bringIn(page, await numbered(3, 1));
  const good = wav('good.wav', click(8000), { rate: 8000 });
  await bringInSounds(page, [
    good,
    { name: 'words.wav', mimeType: 'audio/wav', buffer: Buffer.from('these are words, not sound') },
    { name: 'empty.wav', mimeType: 'audio/wav', buffer: Buffer.alloc(0) },
    wav('nothing.wav', new Float32Array(0)),
    { ...good, name: 'again.wav' },
    wav('six.wav', click(192_000), { rate: 192_000, channels: 6 }),
  ]);
  const said = await notes(page);
  expect(said).toMatch(
    /words\.wav is not a sound or a video of a kind that Kermis reads\. It was left out\./,
  );
  expect(said).toMatch(/empty\.wav is empty\. It was left out\./);
  expect(said).toMatch(/nothing\.wav holds no sound: it has no samples\. It was left out\./);
  expect(said).toMatch(/again\.wav is in the film already\./);
  const sounds = page.getByRole('region', { name: 'Sounds' }).getByRole('listitem');
  expect((await sounds.allTextContents()).sort()).toEqual([
    'good.wav0.1 s · not used',
    'six.wav0.1 s · not used',
  ]);
  await page.getByRole('button', { name: 'Put the notes away' }).click();
  await page.getByRole('button', { name: 'Lay good.wav in at the playhead' }).click();
  const level = page.getByRole('region', { name: 'Chosen cues' }).getByLabel('Level');
  await level.fill('+1000 dB');
  await page.keyboard.press('Enter');
  expect(await page.getByRole('alert').textContent()).toMatch(/between −60 and \+12 dB/);
  expect(complaints).toEqual([]);
});
