import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { notes, useBrowser } from '../browser';
import { openRecording, recording, standIn, takes } from '../recording';
import { goTo, soundOf } from '../sounds';
import { printFilm, PrintedFile } from '../video';

const { visit } = useBrowser({ hasDevices: true });

/** How loud a sound is, in steps of a millisecond. */
const envelope = (samples: Float32Array, rate: number): number[] =>
  Array.from({ length: Math.floor((1000 * samples.length) / rate) }, (_, ms) =>
    samples
      .subarray(Math.round((ms * rate) / 1000), Math.round(((ms + 1) * rate) / 1000))
      .reduce((sum, sample) => sum + Math.abs(sample), 0),
  );

function spokenLine(): number[] {
  const bytes = readFileSync('demo/sounds/wait-for-me.wav');
  const samples = Float32Array.from(
    { length: (bytes.length - 44) >> 1 },
    (_, i) => bytes.readInt16LE(44 + 2 * i) / 32_768,
  );
  return envelope(samples, bytes.readUInt32LE(24));
}

/** The millisecond at which the line begins in a film, where the two are most alike. */
function lineIn(film: readonly number[]): number {
  const line = spokenLine();
  const like = (at: number): number => line.reduce((sum, each, i) => sum + each * (film[at + i] ?? 0), 0);
  const places = film.map((_, at) => like(at));
  return places.indexOf(Math.max(...places));
}

// On a machine that stalls the page's clock is late: once more, then.
test(
  'a line is recorded to the film, kept, and printed where it was spoken; the clap test tells the delay',
  { retry: 2 },
  async () => {
    const { page, complaints } = await visit();
    await openRecording(page, 6, '24');
    await standIn(page);
    await page.getByRole('button', { name: 'Clap test' }).click();
    await expect.poll(() => notes(page)).toMatch(/The microphone is (3[5-9]|4[0-5]) ms late/);
    // Stopped while it is counted in, nothing is kept.
    await page.keyboard.press('e');
    await page.getByLabel('Recording begins in 1').waitFor();
    await page.keyboard.press('e');
    await page.getByRole('button', { name: /^Record from/ }).waitFor();
    await expect.poll(() => takes(page).count()).toBe(0);
    await goTo(page, 36);
    await page.getByRole('button', { name: 'Record from frame 37' }).click();
    await page.getByText('Recording begins in 1').or(page.getByLabel('Recording begins in 1')).waitFor();
    await recording(page).waitFor();
    // It ends with the film, which is 4.5 s from here.
    await takes(page).waitFor();
    await expect.poll(() => page.getByText(/^4\.[4-9]\d s, /).count()).toBe(1);
    await page.getByRole('button', { name: 'Use it' }).click();
    const kept = page.getByRole('button', { name: /^Take 1\.wav in Dialogue, from 1\.50 s/ });
    await kept.waitFor();
    // The next take can follow at once; a press on the cue shows what can be set of it.
    await page.getByRole('button', { name: /^Record from/ }).waitFor();
    await kept.click();
    await page.getByRole('region', { name: 'Chosen cues' }).waitFor();
    const { bytes } = await printFilm(page, 'MP4', 'line', 60_000);
    const file = await PrintedFile.of(bytes);
    try {
      // The stand-in begins to speak as the film begins to play, on frame 37: a frame is allowed for the page's clock (a few ms on a quiet machine).
      const late = lineIn(envelope(await soundOf(file.path), 48_000)) - 1500;
      expect(Math.abs(late)).toBeLessThan(42);
    } finally {
      await file.close();
    }
    // The take stays, also when what was kept is undone, until it is thrown away.
    await page.getByRole('button', { name: 'Sound', exact: true }).click();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await takes(page).click();
    await takes(page).waitFor({ state: 'detached' });
    expect(complaints).toEqual([]);
  },
);

test('a tab that is closed while it records loses a second at most; another tab may not record at the same time', async () => {
  const { page, context } = await visit();
  await openRecording(page, 6, '240');
  await standIn(page);
  await page.getByRole('button', { name: 'Record from frame 1', exact: true }).click();
  const timer = page.getByRole('timer').filter({ hasText: /Recording 3\./ });
  await timer.waitFor();

  const other = await context.newPage();
  await other.goto(new URL('/films', page.url()).href);
  await openRecording(other, 2, '24');
  await standIn(other);
  await other.getByRole('button', { name: 'Record from frame 1', exact: true }).click();
  await expect.poll(() => notes(other)).toMatch(/Another tab is recording/);
  await other.close();

  const said = /Recording ([\d.]+) s/.exec((await page.getByRole('timer').textContent()) ?? '');
  const address = page.url();
  await page.close();
  const again = await context.newPage();
  await again.goto(address);
  await again.getByText(/^A recording was cut off\./).waitFor();
  const kept = /([\d.]+) s of it are saved as Take 1/.exec(await notes(again));
  expect(Number(said?.[1])).toBeGreaterThan(3);
  expect(Number(kept?.[1])).toBeGreaterThan(Number(said?.[1]) - 1);
  await again.getByRole('button', { name: 'Record', exact: true }).click();
  await expect.poll(() => takes(again).count()).toBe(1);
});
