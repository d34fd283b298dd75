import { execFileSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { chanceNumbers } from '../chance/chance-numbers';
import { pcm16, pcm24, wavHead } from './wav';

test('a WAV of 24 bits is read by ffmpeg to the last bit, written in pieces, with an odd number of bytes', () => {
  const samples = 12_345;
  const left = Float32Array.from({ length: samples }, (_, i) => Math.sin(i * 0.05) * 0.9);
  for (const channels of [[left], [left, left.map((each) => -each / 3)]]) {
    const parts = [0, 4736, 9472].map((from) =>
      pcm24(channels.map((each) => each.subarray(from, from + 4736))),
    );
    const shape = { channels: channels.length, sampleRate: 48_000, samples };
    const bytes = parts.reduce((sum, part) => sum + part.length, 0);
    const file = Buffer.concat([wavHead(shape), ...parts, Buffer.alloc(bytes % 2)]);
    const read = execFileSync('ffmpeg', ['-v', 'error', '-i', '-', '-f', 's32le', '-'], {
      input: file,
      maxBuffer: 1 << 24,
    });
    const numbers = new Int32Array(read.buffer.slice(read.byteOffset, read.byteOffset + read.byteLength));
    expect(numbers.length).toBe(samples * channels.length);
    const wanted = Array.from({ length: numbers.length }, (_, i) =>
      Math.round((channels[i % channels.length]?.[Math.floor(i / channels.length)] ?? 0) * (2 ** 23 - 1)),
    );
    expect(numbers).toEqual(Int32Array.from(wanted, (each) => each * 256));
    expect(file.readUInt32LE(4)).toBe(file.length - 8);
  }
});

test('what is louder than full scale is cut off, what is no number is silent', () => {
  const bytes = Buffer.from(pcm24([Float32Array.of(3, -3, Number.NaN, Number.POSITIVE_INFINITY)]));
  expect([0, 3, 6, 9].map((at) => bytes.readIntLE(at, 3))).toEqual([8_388_607, -8_388_607, 0, 8_388_607]);
});

test('of 16 bits a tone of half a step is still heard, and silence stays silent', () => {
  const noise = chanceNumbers(1);
  const samples = 48_000;
  const tone = Float32Array.from({ length: samples }, (_, i) => (0.5 * Math.sin(i * 0.1)) / 32_767);
  const bytes = Buffer.concat([
    wavHead({ channels: 1, sampleRate: 48_000, samples, bits: 16 }),
    pcm16([tone], noise),
  ]);
  const read = execFileSync('ffmpeg', ['-v', 'error', '-i', '-', '-f', 's16le', '-'], { input: bytes });
  const numbers = new Int16Array(read.buffer.slice(read.byteOffset, read.byteOffset + read.byteLength));
  // What it has of the tone: the mean of the product is half of its height. Without noise all would be 0.
  const part = (2 * numbers.reduce((sum, each, i) => sum + each * Math.sin(i * 0.1), 0)) / samples;
  expect(Math.abs(part - 0.5)).toBeLessThan(0.02);
  expect(Math.max(...numbers.map(Math.abs))).toBeLessThanOrEqual(2);
  expect(pcm16([new Float32Array(9)], noise).every((byte) => byte === 0)).toBe(true);
  expect([...new Int16Array(pcm16([Float32Array.of(3, -3)], () => 0).buffer)]).toEqual([32_767, -32_767]);
});
