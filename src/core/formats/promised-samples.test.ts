import { execFileSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { promisedSamples } from './promised-samples';
import { wavHead } from './wav';

/** A tone of 1.5 s at 44.1 kHz, as ffmpeg writes it to a file of a kind. */
const tone = (kind: string): ArrayBuffer => {
  const bytes = execFileSync(
    'sh',
    [
      '-c',
      'f=$(mktemp --suffix=.$0); ffmpeg -v error -y -f lavfi -i sine=d=1.5:r=44100 -ac 2 "$f" && cat "$f"; rm -f "$f"',
      kind,
    ],
    { maxBuffer: 1 << 24 },
  );
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
};

test('what ffmpeg writes into the heads of WAVE and FLAC files; nothing is made up of others', () => {
  expect(promisedSamples(tone('wav'))).toBe(66_150);
  expect(promisedSamples(tone('flac'))).toBe(66_150);
  expect(promisedSamples(tone('ogg'))).toBeUndefined();
  expect(promisedSamples(new ArrayBuffer(0))).toBeUndefined();
});

test('a head that was cut off, or written before the length was known, promises nothing', () => {
  const head = wavHead({ channels: 2, sampleRate: 48_000, samples: 1000 });
  expect(promisedSamples(head.buffer)).toBe(1000);
  for (let length = 0; length < 44; length++)
    expect(promisedSamples(head.buffer.slice(0, length))).toBeUndefined();
  new DataView(head.buffer).setUint32(40, 0xffff_ffff, true);
  expect(promisedSamples(head.buffer)).toBeUndefined();
});
