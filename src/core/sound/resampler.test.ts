import { execFileSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { SAMPLE_RATE } from '../time/frames';
import { Resampler } from './resampler';

function resampled(samples: Float32Array, rate: number, piece = 997): Float32Array {
  const resampler = new Resampler(rate, 1);
  const out: number[] = [];
  for (let at = 0; at < samples.length; at += piece)
    for (const each of resampler.push([samples.subarray(at, at + piece)])[0] ?? []) out.push(each);
  for (const each of resampler.finish()[0] ?? []) out.push(each);
  return Float32Array.from(out);
}

const sine = (hertz: number, rate: number, seconds = 1): Float32Array =>
  Float32Array.from({ length: rate * seconds }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hertz * i) / rate));

/** The middle, away from where the sound begins and ends. */
const middle = (samples: Float32Array): Float32Array => samples.subarray(8000, -8000);
const power = (samples: Float32Array): number => samples.reduce((sum, x) => sum + x * x, 0) / samples.length;
const dB = (ratio: number): number => 10 * Math.log10(ratio);

/** Error of a resampled tone against the exact one, as a part of the tone. */
const errorOf = (out: Float32Array, hertz: number): number => {
  const exact = sine(hertz, SAMPLE_RATE).subarray(0, out.length);
  return dB(power(middle(out.map((x, i) => x - (exact[i] ?? 0)))) / power(middle(exact)));
};

test.each([44_100, 96_000, 22_050, 8000, 192_000])(
  'tones at %i Hz come out where and as they were: ripple and error under −90 dB',
  (rate) => {
    const passed = 0.9 * 0.5 * Math.min(rate, SAMPLE_RATE);
    for (const hertz of [100, 997, passed / 2, passed]) {
      const out = resampled(sine(hertz, rate), rate);
      expect(out.length).toBe(SAMPLE_RATE);
      expect(errorOf(out, hertz), `${hertz} Hz`).toBeLessThan(-90);
    }
  },
);

test('what cannot be told at 48 kHz is gone, not folded down: below −95 dB', () => {
  for (const hertz of [24_500, 26_000, 30_000, 40_000]) {
    const out = middle(resampled(sine(hertz, 96_000), 96_000));
    expect(dB(power(out) / power(sine(hertz, 96_000))), `${hertz} Hz`).toBeLessThan(-95);
  }
});

test('noise of a rate of 44.1 kHz comes out as ffmpeg makes it, as far as both keep it', () => {
  // Noise below 15 kHz: a sum of tones, so that no filter is needed to make it.
  const tones = Array.from({ length: 40 }, (_, k) => [100 + 370 * k, k * 1.7] as const);
  const noise = Float32Array.from({ length: 44_100 }, (_, i) =>
    tones.reduce(
      (sum, [hertz, phase]) => sum + 0.02 * Math.sin((2 * Math.PI * hertz * i) / 44_100 + phase),
      0,
    ),
  );
  const ffmpeg = execFileSync(
    'ffmpeg',
    [
      '-v',
      'error',
      '-f',
      'f32le',
      '-ar',
      '44100',
      '-ac',
      '1',
      '-i',
      '-',
      '-af',
      'aresample=48000:filter_size=256:phase_shift=14',
      '-f',
      'f32le',
      '-',
    ],
    { input: Buffer.from(noise.buffer), maxBuffer: 1e8 },
  );
  const theirs = new Float32Array(ffmpeg.buffer.slice(ffmpeg.byteOffset, ffmpeg.byteOffset + ffmpeg.length));
  const ours = resampled(noise, 44_100);
  expect(Math.abs(theirs.length - ours.length)).toBeLessThan(3);
  const difference = middle(ours.subarray(0, theirs.length).map((x, i) => x - (theirs[i] ?? 0)));
  expect(dB(power(difference) / power(middle(ours)))).toBeLessThan(-60);
});

test('a rate that is none is refused', () => {
  for (const rate of [0, -1, 44_100.5, Number.NaN])
    expect(() => new Resampler(rate, 1)).toThrow(/whole number/);
});
