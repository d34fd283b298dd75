import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { execFile } from 'node:child_process';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import ssim from 'ssim.js';
import { expect, test } from 'vitest';
import { bytesOf, counter, notes, tickets, useBrowser } from './browser';
import { openFilmOf } from './film-file';
import { codedFilm, FRAMES, HOLDS, NEAR, offBy } from './coded-film';
import { COLOURS, numbered, type Colour } from './photos';
import { bringInSounds, click, goTo, wav } from './sounds';
import {
  chooseKind,
  colourAt,
  distance,
  finishedPrints,
  nextProof,
  PrintedFile,
  printFilm,
  savePrint,
  type PrintedKind,
  type Stream,
} from './video';
import { longTest, some } from './extent';
import { inWorkers } from './worker-scripts';

const run = promisify(execFile);
const { visit } = useBrowser();

test('every kind of video shows each pose for its hold, where it should, by position and by time', async () => {
  const { page, complaints } = await visit();
  const wanted = await codedFilm(page);
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 5);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  for (const [kind, codec, sound] of some<readonly [PrintedKind, string, string]>(
    [
      ['MP4', 'h264', 'aac'],
      ['WebM', 'vp9', 'opus'],
    ],
    [
      ['AV1', 'av1', 'opus'],
      ['MOV', 'h264', 'pcm_s24le'],
      ['MKV', 'vp9', 'flac'],
    ],
  )) {
    const { bytes, proof } = await printFilm(page, kind, `coded ${kind}`);
    expect(proof, kind).toMatch(/^74 of 74 frames, sound within 0\.\d ms, −?[\d.]+ LUFS$/);
    const print = await PrintedFile.of(bytes);
    try {
      const stream = await print.stream();
      expect(stream).toMatchObject({
        codec_name: codec,
        nb_read_frames: String(FRAMES),
        color_space: 'bt709',
      });
      const late = (await print.times()).slice(0, FRAMES).map((time, k) => Math.abs(time - k / 24));
      expect(Math.max(...late), kind).toBeLessThanOrEqual(0.00051);
      const frames = await print.frames(320, 240);
      expect(frames, kind).toHaveLength(FRAMES);
      expect(offBy(frames, wanted), kind).toBeLessThanOrEqual(NEAR);
      // What is held is the same to the bit, but where the encoder repeats it.
      if (kind !== 'AV1')
        for (let k = 1, at = 0; k < FRAMES; k++) {
          if (wanted[k] !== wanted[k - 1]) at = k;
          else expect(frames[k]?.equals(frames[at] as Buffer), `${kind}, frame ${k}`).toBe(true);
        }
      expect(await print.soundCodec()).toBe(sound);
      const media = await run('mediainfo', ['--Output=Video;%FrameCount%', print.path]);
      if (kind === 'MP4' || kind === 'MOV') expect(media.stdout.trim()).toBe(String(FRAMES));
      // From the middle of a hold on: a player that goes there shows the same.
      const seek = await run(
        'ffmpeg',
        [
          ...['-v', 'error', '-ss', '2', '-i', print.path, '-frames:v', '1', '-f', 'rawvideo'],
          ...['-vf', 'scale=flags=accurate_rnd+full_chroma_int', '-pix_fmt', 'rgb24', '-'],
        ],
        { encoding: 'buffer', maxBuffer: 1 << 24 },
      );
      expect(distance(colourAt(seek.stdout, 320, 160, 120), COLOURS[4] as Colour)).toBeLessThanOrEqual(NEAR);
    } finally {
      await print.close();
    }
  }
  expect(complaints).toEqual([]);
});

test('loops, pictures and FLAC hold the film as it is', async () => {
  const { page, complaints } = await visit();
  await codedFilm(page);
  const folder = await mkdtemp(join(tmpdir(), 'kermis-loops-'));
  try {
    for (const kind of some<'GIF' | 'WebP' | 'Animated PNG'>(['GIF'], ['WebP', 'Animated PNG'])) {
      const { bytes, proof, fileName } = await printFilm(page, kind, kind);
      expect(proof).toBe('6 of 6 pictures, no sound');
      const path = join(folder, fileName);
      await writeFile(path, bytes);
      if (kind === 'WebP') {
        const { delay = [], loop } = await sharp(path, { animated: true }).metadata();
        expect(delay.map((each) => Math.round((each * 24) / 1000))).toEqual(HOLDS);
        expect(delay.reduce((sum, each) => sum + each, 0)).toBe(Math.round((FRAMES * 1000) / 24));
        expect(loop).toBe(0);
      } else {
        const { stdout } = await run('ffprobe', [
          ...['-v', 'error', '-show_entries', 'packet=duration_time', '-of', 'csv=p=0', path],
        ]);
        const delays = stdout.trim().split('\n').map(Number);
        expect(delays.map((each) => Math.round(each * 24))).toEqual(HOLDS);
        const sum = delays.reduce((all, each) => all + each, 0);
        expect(Math.abs(sum - FRAMES / 24)).toBeLessThanOrEqual(0.01);
      }
      for (const [i, colour] of COLOURS.slice(0, 6).entries()) {
        if (kind === 'Animated PNG') break;
        const pixels = await sharp(path, { page: i }).removeAlpha().raw().toBuffer();
        // Six plain colours are all in the palette; dots of mixed ones lie up to ten from it.
        expect(distance(colourAt(pixels, 320, 160, 120), colour), `${kind} ${i}`).toBeLessThanOrEqual(
          kind === 'GIF' ? 12 : 4,
        );
      }
    }
    await chooseKind(page, 'PNG frames');
    const { bytes } = await printFilm(page, 'PNG frames', 'all');
    const files = Object.entries(unzipSync(new Uint8Array(bytes)));
    expect(files.map(([name]) => name)).toEqual(
      Array.from({ length: FRAMES }, (_, i) => `all_${String(i + 1).padStart(4, '0')}.png`),
    );
    for (const [i, at] of [0, 3, 4, 11, 13, 73].entries()) {
      const pixels = await sharp(Buffer.from(files[at]?.[1] ?? []))
        .removeAlpha()
        .raw()
        .toBuffer();
      expect(distance(colourAt(pixels, 320, 160, 120), COLOURS[i] as Colour)).toBeLessThanOrEqual(1);
    }
    const [frame] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save this frame as PNG' }).click(),
    ]);
    expect(frame.suggestedFilename()).toMatch(/, frame \d+\.png$/);
    const still = await sharp(Buffer.from(await bytesOf(frame))).metadata();
    expect(still).toMatchObject({ format: 'png', width: 320, height: 240 });
    await page.getByRole('button', { name: 'Details' }).click();
    await page.getByRole('combobox', { name: 'Frames' }).selectOption('Every pose once');
    const once = await printFilm(page, 'JPEG frames', 'once');
    expect(once.proof).toBe('6 of 6 pictures');
    expect(Object.keys(unzipSync(new Uint8Array(once.bytes)))).toHaveLength(6);

    await bringInSounds(page, [wav('click.wav', click())]);
    await goTo(page, 5);
    await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
    const flac = await printFilm(page, 'FLAC', 'sound');
    const [whole, same] = [join(folder, 'sound.flac'), join(folder, 'sound.wav')];
    await writeFile(whole, flac.bytes);
    await writeFile(same, (await printFilm(page, 'WAV, 24 bits', 'sound')).bytes);
    await run('flac', ['--test', '--silent', whole]);
    const samples = (path: string): Promise<string> =>
      run('ffmpeg', ['-v', 'error', '-i', path, '-f', 'md5', '-c:a', 'pcm_s24le', '-']).then(
        ({ stdout }) => stdout,
      );
    expect(await samples(whole)).toBe(await samples(same));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  expect(complaints).toEqual([]);
});

longTest('sizes, standard pixels, rates and scenes: what is chosen is what comes', async () => {
  const { page } = await visit();
  const wanted = await codedFilm(page);
  await chooseKind(page, 'MP4');
  const size = page.getByRole('combobox', { name: 'Size', exact: true });
  const probe = async (bytes: Buffer): Promise<Stream> => {
    const print = await PrintedFile.of(bytes);
    return print.stream().finally(() => print.close());
  };
  await size.selectOption({ label: '576 lines, standard: 720 × 576' });
  expect(await probe((await printFilm(page, 'MP4', 'standard')).bytes)).toMatchObject({
    ...{ width: 720, height: 576, sample_aspect_ratio: '12:11', nb_read_frames: String(FRAMES) },
  });
  await size.selectOption({ label: 'Typed…' });
  const typed = page.getByLabel('Width and height');
  for (const wrong of ['1x1', '9x7', '20000x20000']) {
    await typed.fill(wrong);
    await typed.press('Enter');
    await page.getByRole('alert').filter({ hasText: 'A print is 16 to 4096 pixels wide and high' }).waitFor();
    await typed.press('Escape');
  }
  await typed.fill('160 x 160');
  await typed.press('Enter');
  // At 60 frames a second of the file each shows what the film shows at its time.
  await page.getByRole('button', { name: 'Details' }).click();
  const rate = page.getByLabel('Frames a second of the file');
  await rate.fill('60');
  await rate.press('Enter');
  const bits = page.getByLabel('Bits a second');
  await bits.fill('0');
  await bits.press('Enter');
  await page.getByRole('alert').filter({ hasText: 'A bitrate lies between' }).waitFor();
  await bits.press('Escape');
  const fast = await printFilm(page, 'MP4', 'fast');
  expect(await probe(fast.bytes)).toMatchObject({
    width: 160,
    height: 160,
    r_frame_rate: '60/1',
    nb_read_frames: '185',
  });
  const print = await PrintedFile.of(fast.bytes);
  const frames = await print.frames(160, 160).finally(() => print.close());
  const off = frames.map((frame, k) =>
    distance(colourAt(frame, 160, 80, 80), wanted[Math.floor((k * 24) / 60)] as Colour),
  );
  expect(Math.max(...off)).toBeLessThanOrEqual(NEAR);
  await finishedPrints(page).first().getByText('160 × 160').waitFor();
});

longTest('a grey wedge and fine lines come through without banding, shift or moiré', async () => {
  const { page } = await visit();
  const [width, height] = [2400, 1800];
  const pattern = Buffer.alloc(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      pattern[y * width + x] =
        y < height / 3
          ? Math.round((255 * x) / (width - 1))
          : y < (2 * height) / 3
            ? // Lines of sixteen pixels that become finer, down to ten: four of the print.
              Math.round(
                127.5 + 127.5 * Math.sin(2 * Math.PI * (x / 16 + (x * x * (1 / 10 - 1 / 16)) / width / 2)),
              )
            : // Lines of three pixels, which no print of this size can show: they become grey.
              x % 3 === 0
              ? 255
              : 0;
  const photo = sharp(pattern, { raw: { width, height, channels: 1 } }).toColourspace('srgb');
  const buffer = await photo.clone().png().toBuffer();
  await openFilmOf(page, [{ name: 'wedge.png', mimeType: 'image/png', buffer }]);
  await chooseKind(page, 'MP4');
  await page.getByRole('combobox', { name: 'Size', exact: true }).selectOption('720 lines: 960 × 720');
  await page.getByRole('radio', { name: /^Best/ }).check();
  const { bytes } = await printFilm(page, 'MP4', 'wedge');
  const wanted = await sharp(buffer).resize(960, 720, { kernel: 'lanczos3' }).ensureAlpha().raw().toBuffer();
  const print = await PrintedFile.of(bytes);
  const [frame] = await print.frames(960, 720).finally(() => print.close());
  const own = await sharp(frame as Buffer, { raw: { width: 960, height: 720, channels: 3 } })
    .ensureAlpha()
    .raw()
    .toBuffer();
  const third = (data: Buffer, from: number): { width: number; height: number; data: Uint8ClampedArray } => {
    const size = 960 * 240 * 4;
    return {
      width: 960,
      height: 240,
      data: new Uint8ClampedArray(data.subarray(from * size, (from + 1) * size)),
    };
  };
  const alike = [0, 1].map((part) => ssim(third(own, part), third(wanted, part)).mssim);
  expect(Math.min(...alike), alike.join(' and ')).toBeGreaterThanOrEqual(0.99);
  const grey = Array.from({ length: 940 }, (_, x) => own[(600 * 960 + x + 10) * 4] ?? 0);
  expect(Math.max(...grey) - Math.min(...grey)).toBeLessThanOrEqual(6);
  // The wedge has all its steps, each on its place.
  const row = Array.from({ length: 960 }, (_, x) => own[(120 * 960 + x) * 4] ?? 0);
  const off = row.map((value, x) => Math.abs(value - (wanted[(120 * 960 + x) * 4] ?? 0)));
  expect(Math.max(...off)).toBeLessThanOrEqual(NEAR);
  expect(new Set(row).size).toBeGreaterThan(200);
});

test('a second print takes what the first one encoded; a print that breaks off says where, and goes on', async () => {
  const { context } = await visit();
  const page = await context.newPage();
  const scripts = {
    breaks: `{ const add = VideoEncoder.prototype.encode; let n = 0;
      VideoEncoder.prototype.encode = function (...args) {
        if (++n === 40) throw new Error('The encoder fell over.');
        return add.apply(this, args);
      }; }`,
    works: '',
    waits: 'await new Promise(() => undefined);',
  };
  let worker: keyof typeof scripts = 'breaks';
  await inWorkers(page, 'print', () => scripts[worker]);
  await page.goto(`${(await context.pages()[0]?.evaluate(() => location.origin)) ?? ''}/films`);
  await openFilmOf(page, await numbered(60, 1));
  await chooseKind(page, 'MP4');
  await page.getByRole('button', { name: 'Print the film' }).click();
  const line = page.getByRole('list', { name: 'Print queue' });
  await line
    .getByRole('alert')
    .filter({ hasText: /Printing stopped at frame \d+ \(PICT\d+\.JPG\)\./ })
    .waitFor();
  await expect.poll(() => finishedPrints(page).count()).toBe(0);
  worker = 'works';
  await line.getByRole('button', { name: 'Go on' }).click();
  expect(await nextProof(page, 0)).toBe('120 of 120 frames, no sound');
  const first = await savePrint(page);

  // One hold is changed: nearly all of it is found again, and the file is as good as a fresh one.
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await tickets(page).nth(2).click();
  await page.keyboard.press('5');
  await expect.poll(async () => (await counter(page)).frames).toBe(123);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('button', { name: 'Print the film' }).click();
  expect(await nextProof(page, 1)).toBe('123 of 123 frames, no sound');
  const second = await savePrint(page);
  expect(second.fileName).not.toBe(first.fileName);
  const prints = [await PrintedFile.of(first.bytes), await PrintedFile.of(second.bytes)] as const;
  try {
    const [before, after] = [await prints[0].frames(320, 240), await prints[1].frames(320, 240)];
    expect(before).toHaveLength(120);
    expect(after).toHaveLength(123);
    // What was encoded once is the same to the bit before and behind the change.
    expect(after.slice(0, 6).every((frame, k) => frame.equals(before[k] as Buffer))).toBe(true);
    expect(after.slice(9).every((frame, k) => frame.equals(before[k + 6] as Buffer))).toBe(true);
  } finally {
    for (const print of prints) await print.close();
  }

  // A tab that is closed while it prints: the print is listed, and goes on. Finished ones are still there.
  worker = 'waits';
  await page.getByRole('button', { name: 'Print the film' }).click();
  await line.getByRole('progressbar').waitFor();
  worker = 'works';
  await page.reload();
  await expect.poll(() => notes(page)).toMatch(/stopped when its tab was closed/);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await expect.poll(() => finishedPrints(page).count()).toBe(2);
  await page.getByRole('button', { name: 'Go on' }).click();
  expect(await nextProof(page, 2)).toBe('123 of 123 frames, no sound');
});
