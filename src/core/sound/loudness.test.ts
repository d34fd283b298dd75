import { describe, expect, test } from 'vitest';
import { SAMPLE_RATE } from '../time/frames';
import { LoudnessMeter, type Loudness } from './loudness';

/** A tone as the document names it: level in dBFS of its peak, length in seconds, degrees of phase. */
interface Tone {
  readonly level: number;
  readonly seconds: number;
}

const sine = (hertz: number, amplitude: number, samples: number, from = 0, degrees = 0): Float32Array =>
  Float32Array.from(
    { length: samples },
    (_, i) =>
      amplitude * Math.sin((2 * Math.PI * hertz * (from + i)) / SAMPLE_RATE + (degrees * Math.PI) / 180),
  );

/** Measures tones of 1 kHz on both sides behind each other; `watch` sees every 100 ms with the seconds gone by. */
function measured(tones: readonly Tone[], watch?: (seconds: number, read: () => Loudness) => void): Loudness {
  const meter = new LoudnessMeter(2);
  let at = 0;
  for (const { level, seconds } of tones) {
    const end = at + Math.round(seconds * SAMPLE_RATE);
    while (at < end) {
      const count = Math.min(4800 - (at % 4800), end - at);
      const piece = sine(1000, 10 ** (level / 20), count, at);
      meter.push([piece, piece]);
      at += count;
      if (at % 4800 === 0) watch?.(at / SAMPLE_RATE, () => meter.read());
    }
  }
  return meter.read();
}

const repeated = (times: number, ...tones: Tone[]): Tone[] =>
  Array.from({ length: times }, () => tones).flat();
const tone = (level: number, seconds: number): Tone => ({ level, seconds });

/** EBU Tech 3341 (2016), table 1; the signals and tolerances of its minimum requirements, from memory. */
describe('EBU Tech 3341', () => {
  test.each([
    ['1', [tone(-23, 20)], -23],
    ['2', [tone(-33, 20)], -33],
    ['3', [tone(-36, 10), tone(-23, 60), tone(-36, 10)], -23],
    ['4', [tone(-72, 10), tone(-36, 10), tone(-23, 60), tone(-36, 10), tone(-72, 10)], -23],
    ['5', [tone(-26, 20), tone(-20, 20.1), tone(-26, 20)], -23],
  ])('case %s, integrated', (_, tones, expected) => {
    const loudness = measured(tones);
    expect(Math.abs(loudness.integrated - expected)).toBeLessThanOrEqual(0.1);
    if (tones.length === 1) {
      expect(Math.abs(loudness.momentary - expected)).toBeLessThanOrEqual(0.1);
      expect(Math.abs(loudness.shortTerm - expected)).toBeLessThanOrEqual(0.1);
    }
  });

  test('case 9, short-term: constant once 3 s have gone by', () => {
    measured(repeated(5, tone(-20, 1.34), tone(-30, 1.66)), (seconds, read) => {
      if (seconds >= 3) expect(Math.abs(read().shortTerm + 23)).toBeLessThanOrEqual(0.1);
    });
    expect.hasAssertions();
  });

  test('case 12, momentary: constant once 1 s has gone by', () => {
    measured(repeated(25, tone(-20, 0.18), tone(-30, 0.22)), (seconds, read) => {
      if (seconds >= 1) expect(Math.abs(read().momentary + 23)).toBeLessThanOrEqual(0.1);
    });
    expect.hasAssertions();
  });

  test.each([
    ['15', 4, 0, 0.5, -6],
    ['16', 4, 45, 0.5, -6],
    ['17', 6, 60, 0.5, -6],
    ['18', 8, 67.5, 0.5, -6],
    ['19', 4, 45, 1.41, 3],
  ])('case %s, true peak of a tone at a part of the rate', (_, part, degrees, amplitude, expected) => {
    const meter = new LoudnessMeter(1);
    // Fades at both ends, as the document has them: a tone that begins at once has peaks of its own.
    const samples = sine(SAMPLE_RATE / part, amplitude, SAMPLE_RATE, 0, degrees).map(
      (each, i) => each * Math.min(1, i / 4800, (SAMPLE_RATE - 1 - i) / 4800),
    );
    for (let at = 0; at < samples.length; at += 1000) meter.push([samples.subarray(at, at + 1000)]);
    expect(meter.read().truePeak).toBeGreaterThan(expected - 0.4);
    expect(meter.read().truePeak).toBeLessThan(expected + 0.2);
  });
});
