import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { aiffChannels, readAiff } from './read-aiff';
import { toStereo } from './to-stereo';

const folder = mkdtempSync(join(tmpdir(), 'kermis-aiff-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Two tones as ffmpeg writes them into a file. */
const tones = (...out: string[]): ArrayBuffer => {
  const path = join(folder, 'tones');
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-y', '-f', 'lavfi', '-i', 'aevalsrc=0.5*sin(700*t)|0.3*cos(900*t):s=44100:d=0.2'],
    ...out,
    path,
  ]);
  return Uint8Array.from(readFileSync(path)).buffer;
};

const plain = new Float32Array(tones('-f', 'f32le'));

test.each([
  ['pcm_s8', 8, 2 ** -7],
  ['pcm_s16be', 16, 2 ** -15],
  ['pcm_s16le', 16, 2 ** -15],
  ['pcm_s24be', 24, 2 ** -22],
  ['pcm_s32be', 32, 2 ** -22],
  ['pcm_f32be', 32, 2 ** -22],
  ['pcm_f64be', 64, 2 ** -22],
])('AIFF of %s comes out as it went in', (codec, bits, step) => {
  const file = tones('-c:a', codec, '-f', 'aiff');
  const sound = readAiff(file);
  if (!sound) throw new Error('not read');
  expect(sound).toMatchObject({ channels: 2, sampleRate: 44_100, bits });
  const channels = aiffChannels(file.slice(sound.from, sound.to), sound);
  expect(channels.map(({ length }) => length)).toEqual([8820, 8820]);
  const furthest = channels.flatMap((samples, c) =>
    [...samples].map((x, i) => Math.abs(x - (plain[2 * i + c] ?? 9))),
  );
  expect(Math.max(...furthest)).toBeLessThanOrEqual(step);
});

test('what is no AIFF, is cut off or compressed is left to others', () => {
  expect(readAiff(new ArrayBuffer(10))).toBeUndefined();
  expect(readAiff(tones('-f', 'wav'))).toBeUndefined();
  expect(readAiff(tones('-f', 'aiff').slice(0, 40))).toBeUndefined();
  expect(readAiff(tones('-c:a', 'pcm_alaw', '-f', 'aiff'))).toBeUndefined();
});

test('five and six channels become two as ITU-R BS.775-3, annex 4 says; the low one is left out', () => {
  const channel = (value: number): Float32Array => Float32Array.of(value);
  const six = [0.1, 0.2, 0.4, 0.9, 0.3, 0.5].map(channel);
  const [left, right] = toStereo(six);
  expect(left?.[0]).toBeCloseTo(0.1 + Math.SQRT1_2 * (0.4 + 0.3), 6);
  expect(right?.[0]).toBeCloseTo(0.2 + Math.SQRT1_2 * (0.4 + 0.5), 6);
  expect(toStereo(six.slice(0, 1))).toHaveLength(1);
  expect(toStereo(six.slice(0, 3)).map((side) => side[0])).toEqual(six.slice(0, 2).map((side) => side[0]));
});
