import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, notes, useBrowser, putNotesAway } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { bringInSounds, click, goTo, PULSE, pulses, soundFiles, soundOf, wav, wavOfFloats } from './sounds';
import { clicksAfter, setRate } from './clicks';
import { chooseKind, printFilm } from './video';

const { visit } = useBrowser();

test('a click laid on a frame is heard there in both kinds of print', async () => {
  const { page, complaints } = await visit();
  await openFilmOf(page, await numbered(6, 1));
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 5);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  await setRate(page, '23.976');
  for (const kind of ['MP4', 'WebM'] as const) {
    const [late, ...others] = await clicksAfter(page, kind, () => (5 * 1001) / 24_000);
    expect(others, kind).toEqual([]);
    expect(Math.abs(late ?? 99), kind).toBeLessThan(1);
  }
  expect(complaints).toEqual([]);
});

test('the sound alone is printed to the sample, in 24 bits and in 16; a film that is silent has none', async () => {
  const { page, complaints } = await visit();
  await openFilmOf(page, await numbered(6, 1));
  await chooseKind(page, 'WAV, 24 bits');
  await page.getByText('This part has no sound to print.').waitFor();
  await expect.poll(() => page.getByRole('button', { name: 'Print the film' }).isEnabled()).toBe(false);
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 5);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  const { frames } = await counter(page);
  for (const bits of [24, 16] as const) {
    const { bytes, fileName } = await printFilm(page, `WAV, ${bits} bits`, `alone ${bits}`);
    expect(fileName).toBe(`alone ${bits}.wav`);
    // 2,000 samples a frame, left and right.
    expect(bytes.length).toBe(44 + (frames * 2000 * 2 * bits) / 8);
    const folder = await mkdtemp(join(tmpdir(), 'kermis-wav-'));
    try {
      await writeFile(join(folder, fileName), bytes);
      expect(pulses(await soundOf(join(folder, fileName)))).toEqual([5 * 2000 + PULSE]);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
    await page.getByLabel(`Screening of Print ${fileName}`).waitFor();
  }
  expect(complaints).toEqual([]);
});

/** Where the first attack of each sound was found, in milliseconds; out of the store, sounds in no order. */
const onsets = (page: Page): Promise<number[]> =>
  page.evaluate(
    () =>
      new Promise<number[]>((resolve, reject) => {
        const open = indexedDB.open('kermis-sound-looks');
        open.onerror = () => reject(new Error('no store'));
        open.onsuccess = () => {
          const all = open.result.transaction('sound-looks').objectStore('sound-looks').getAll();
          all.onsuccess = () =>
            resolve(
              (all.result as { onsets: { at: number }[] }[]).map(
                ({ onsets: found }) => (found[0]?.at ?? -1) / 48,
              ),
            );
        };
      }),
  );

test('every kind of sound comes in, on time, the sound of a video too', async () => {
  const { page, complaints } = await visit();
  await openFilmOf(page, await numbered(2, 1));
  const late = new Float32Array(48_000);
  late.set(click(), 24_000 - PULSE);
  const kinds = await soundFiles(wav('late.wav', late), {
    'a.mp3': ['-c:a', 'libmp3lame', '-b:a', '192k'],
    'b.m4a': ['-c:a', 'aac', '-b:a', '192k'],
    'c.flac': ['-c:a', 'flac'],
    'd.ogg': ['-c:a', 'libvorbis', '-q:a', '7'],
    'e.opus': ['-c:a', 'libopus', '-b:a', '160k'],
    'f.wav': ['-c:a', 'pcm_u8'],
    'g.wav': ['-c:a', 'pcm_s24le', '-ar', '44100'],
    'h.wav': ['-c:a', 'pcm_f32le', '-ac', '6'],
    'i.aiff': ['-c:a', 'pcm_s16be'],
    'j.mp4': [
      '-f',
      'lavfi',
      '-i',
      'color=size=64x64:duration=1',
      '-c:v',
      'libx264',
      '-c:a',
      'aac',
      '-shortest',
    ],
  });
  await bringInSounds(page, kinds);
  const listed = page.getByRole('region', { name: 'Sounds' }).getByRole('listitem');
  expect(
    (await listed.allTextContents())
      .map((text) => text.slice(0, 1))
      .sort()
      .join(''),
  ).toBe('abcdefghij');
  const found = await onsets(page);
  expect(found).toHaveLength(10);
  for (const at of found) expect(Math.abs(at - 500), found.join(', ')).toBeLessThan(2);
  expect(complaints).toEqual([]);
});

test('bad sounds are refused in a sentence, the rest comes in', async () => {
  const { page, complaints } = await visit();
  await openFilmOf(page, await numbered(3, 1));
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
  await putNotesAway(page);
  await page.getByRole('button', { name: 'Add good.wav at the playhead' }).click();
  const level = page.getByRole('region', { name: 'Chosen cues' }).getByLabel('Level');
  await level.fill('+1000 dB');
  await page.keyboard.press('Enter');
  await expect.poll(() => page.getByRole('alert').textContent()).toMatch(/between −60 and \+12 dB/);
  expect(complaints).toEqual([]);
});

test('sounds that are none, broken, or strange are told of or mended; the rest goes on', async () => {
  const { page, complaints } = await visit();
  await openFilmOf(page, await numbered(24, 1));
  const tone = Float32Array.from({ length: 48_000 }, (_, i) => 0.3 * Math.sin(i * 0.05));
  const good = wav('good.wav', tone);
  const made = await soundFiles(good, {
    'six.wav': [
      '-filter_complex',
      '[0]asplit=6[a][b][c][d][e][f];[a][b][c][d][e][f]join=inputs=6:channel_layout=5.1',
    ],
    'fast.wav': ['-ar', '192000'],
    'slow.wav': ['-ar', '8000'],
    'offset.wav': ['-af', 'dcshift=0.4'],
    'silent.mp4': [
      '-f',
      'lavfi',
      '-i',
      'color=c=red:s=64x64:d=1',
      '-map',
      '1:v',
      '-c:v',
      'libx264',
      '-pix_fmt',
      'yuv420p',
    ],
    'cut.flac': [],
    'hours.flac': ['-f', 'lavfi', '-i', 'anullsrc=r=8000:cl=mono', '-map', '1:a', '-t', '10800'],
    'cut.wav': [],
  });
  const files = made.map((file) =>
    file.name.startsWith('cut')
      ? { ...file, buffer: file.buffer.subarray(0, file.buffer.length >> 1) }
      : file,
  );
  const numbers = wavOfFloats(
    'numbers.wav',
    tone.map((each, i) => (i % 1000 === 7 ? Number.NaN : each)),
  );
  await bringInSounds(page, [
    ...files,
    numbers,
    { name: 'empty.wav', mimeType: 'audio/wav', buffer: Buffer.alloc(0) },
    { name: 'no-samples.wav', mimeType: 'audio/wav', buffer: good.buffer.subarray(0, 44) },
    { name: 'words.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('this is no sound at all '.repeat(50)) },
    good,
  ]);
  const told = await notes(page);
  expect(told).toMatch(/silent\.mp4 has no sound in it\. It was left out\./);
  expect(told).toMatch(/hours\.flac lasts 3\.0 hours, and an hour is the most that Kermis takes/);
  expect(told).toMatch(/offset\.wav stands off its centre by 40 % \(DC offset\); it is heard without that\./);
  for (const kind of ['flac', 'wav'])
    expect(told).toContain(`cut.${kind} is cut off or damaged; it is heard as far as it could be read.`);
  expect(told).toMatch(/numbers\.wav held 48 samples that are no numbers; they are silent\./);
  expect(told).toMatch(/empty\.wav is empty\. It was left out\./);
  expect(told).toMatch(/no-samples\.wav holds no sound: it has no samples/);
  expect(told).toMatch(/words\.mp3 is not a sound or a video of a kind that Kermis reads/);
  for (const name of ['six.wav', 'fast.wav', 'slow.wav', 'offset.wav', 'numbers.wav', 'good.wav'])
    await expect
      .poll(() => page.getByRole('button', { name: `Hear ${name}` }).count(), { message: name })
      .toBe(1);
  await putNotesAway(page);

  // Typed nonsense changes nothing, and says so; ears are safe at +12 dB.
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Add offset.wav at the playhead' }).click();
  const panel = page.getByRole('region', { name: 'Chosen cues' });
  await panel.getByRole('textbox', { name: 'Level' }).fill('+1000');
  await page.keyboard.press('Enter');
  await panel.getByRole('alert').filter({ hasText: 'Still 0.' }).waitFor();
  await page.keyboard.press('Escape');
  await panel.getByRole('textbox', { name: 'Level' }).fill('12');
  await panel.getByRole('textbox', { name: 'Fade in' }).fill('99s');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Mix', exact: true }).click();
  await page.getByRole('textbox', { name: 'Gain' }).fill('60');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Measure the loudness' }).click();
  await expect.poll(() => page.getByTestId('loudness').textContent()).toMatch(/true peak −1\.[0-4] dBTP/);
  expect(complaints).toEqual([]);
});
