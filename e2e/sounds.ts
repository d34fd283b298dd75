import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Page } from 'playwright-core';
import type { TestFile } from './browser';

const run = promisify(execFile);

export interface WavOptions {
  readonly rate?: number;
  readonly channels?: number;
}

/** Samples from −1 to 1 as a WAV file of 16 bits (RIFF WAVE, format 1), the same on every channel. */
export function wav(
  name: string,
  samples: Float32Array,
  { rate = 48_000, channels = 1 }: WavOptions = {},
): TestFile {
  const bytes = samples.length * channels * 2;
  const file = Buffer.alloc(44 + bytes);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + bytes, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(channels, 22);
  file.writeUInt32LE(rate, 24);
  file.writeUInt32LE(rate * channels * 2, 28);
  file.writeUInt16LE(channels * 2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(bytes, 40);
  samples.forEach((each, i) => {
    for (let c = 0; c < channels; c++)
      file.writeInt16LE(Math.round(each * 32_767), 44 + (i * channels + c) * 2);
  });
  return { name, mimeType: 'audio/wav', buffer: file };
}

/** Numbers of 32 bits, whatever they are, as a WAV file of one channel (RIFF WAVE, format 3). */
export function wavOfFloats(name: string, samples: Float32Array): TestFile {
  const { buffer: plain } = wav(name, new Float32Array(samples.length), { channels: 2 });
  const head = Buffer.from(plain.subarray(0, 44));
  head.writeUInt16LE(3, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt16LE(32, 34);
  const data = Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength);
  return { name, mimeType: 'audio/wav', buffer: Buffer.concat([head, data]) };
}

/** Where the pulse of a click stands within it, in samples. */
export const PULSE = 48;

/** A click: a pulse a third of a millisecond wide, then silence; 0.1 s in all. */
export const click = (rate = 48_000): Float32Array =>
  Float32Array.from(
    { length: rate / 10 },
    (_, i) => 0.8 * Math.exp(-(((i - (PULSE * rate) / 48_000) / (rate / 6000)) ** 2)),
  );

/** A sound as ffmpeg writes it into files of other kinds; by name, what each is asked for. */
export async function soundFiles(
  sound: TestFile,
  kinds: Readonly<Record<string, readonly string[]>>,
): Promise<TestFile[]> {
  const folder = await mkdtemp(join(tmpdir(), 'kermis-sounds-'));
  try {
    const source = join(folder, 'source.wav');
    await writeFile(source, sound.buffer);
    const files: TestFile[] = [];
    for (const [name, asked] of Object.entries(kinds)) {
      const path = join(folder, name);
      await run('ffmpeg', ['-v', 'error', '-i', source, ...asked, path]);
      files.push({ name, mimeType: '', buffer: await readFile(path) });
    }
    return files;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** The sound of a file as ffmpeg decodes it: one channel at 48 kHz. */
export async function soundOf(path: string): Promise<Float32Array> {
  const { stdout } = await run(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-map', '0:a', '-ac', '1', '-ar', '48000', '-f', 'f32le', '-'],
    {
      encoding: 'buffer',
      maxBuffer: 1 << 30,
    },
  );
  return new Float32Array(stdout.buffer.slice(stdout.byteOffset, stdout.byteOffset + stdout.byteLength));
}

/** Places of the loudest sample of each stretch that rises above a level, in samples. */
export function pulses(samples: Float32Array, level = 0.2): number[] {
  const found: number[] = [];
  for (let i = 0; i < samples.length; i++) {
    if (Math.abs(samples[i] as number) < level) continue;
    let most = i;
    for (; i < samples.length && i < most + 480; i++) {
      if (Math.abs(samples[i] as number) > Math.abs(samples[most] as number)) most = i;
    }
    found.push(most);
  }
  return found;
}

/** Brings sounds into the open film, in stage Sound. */
export async function bringInSounds(page: Page, files: readonly TestFile[]): Promise<void> {
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByTestId('choose-sounds').setInputFiles([...files]);
  await page.getByRole('status').filter({ hasText: 'read' }).waitFor({ state: 'detached' });
}

/** Puts the playhead on a frame, counted from 0. */
export async function goTo(page: Page, frame: number): Promise<void> {
  await page.keyboard.press('Home');
  for (let i = 0; i < frame; i++) await page.keyboard.press('ArrowRight');
}

/** A click on each of these places of a sound of two seconds, in seconds; louder from one to the next. */
export const clicksAt = (places: readonly number[]): Float32Array => {
  const samples = new Float32Array(96_000);
  places.forEach((at, i) =>
    samples.set(
      click().map((each) => (each * (i + 1)) / places.length),
      at * 48_000,
    ),
  );
  return samples;
};

/** Seconds at which the chosen cue begins and ends. */
export const cueTimes = async (page: Page): Promise<number[]> =>
  [...((await page.getByTestId('cue-facts').textContent()) ?? '').matchAll(/([\d.]+) s/g)].map(
    ([, seconds]) => Number(seconds),
  );
