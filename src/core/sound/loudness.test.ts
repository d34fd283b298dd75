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

/** A tone of 1 kHz repeats every 48 samples: it is worked out once. */
const KILOHERTZ = sine(1000, 1, 4848);

/** Silence of a length in seconds. */
const silence = (seconds: number): Tone => ({ level: Number.NEGATIVE_INFINITY, seconds });

/** Measures tones of 1 kHz on both sides behind each other; `watch` sees every 100 ms with the seconds gone by. */
function measured(tones: readonly Tone[], watch?: (seconds: number, read: () => Loudness) => void): Loudness {
  const meter = new LoudnessMeter();
  let at = 0;
  for (const { level, seconds } of tones) {
    const end = at + Math.round(seconds * SAMPLE_RATE);
    while (at < end) {
      const count = Math.min(4800 - (at % 4800), end - at);
      const from = at % 48;
      const amplitude = 10 ** (level / 20);
      const piece = KILOHERTZ.subarray(from, from + count).map((each) => amplitude * each);
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

  test('case 6, five channels: the surrounds count 1.41', () => {
    // Left, right, centre, left and right surround.
    const levels = [-28, -28, -24, -30, -30];
    const meter = new LoudnessMeter([1, 1, 1, 1.41, 1.41]);
    const tenth = KILOHERTZ.subarray(0, 4800);
    const piece = levels.map((level) => tenth.map((each) => each * 10 ** (level / 20)));
    for (let i = 0; i < 200; i++) meter.push(piece);
    expect(Math.abs(meter.read().integrated + 23)).toBeLessThanOrEqual(0.1);
  });

  const twenty = Array.from({ length: 20 }, (_, i) => i);

  test('cases 10 and 13: the loudest short-term and momentary value of a tone, wherever it begins', () => {
    for (const i of twenty) {
      const long = measured([silence(0.15 * i), tone(-23, 3), silence(1)]);
      expect(Math.abs(long.mostShortTerm + 23), `3 s after ${i} silences`).toBeLessThanOrEqual(0.1);
      const short = measured([silence(0.02 * i), tone(-23, 0.4), silence(1)]);
      expect(Math.abs(short.mostMomentary + 23), `0.4 s after ${i} silences`).toBeLessThanOrEqual(0.1);
    }
  });

  test.each([
    ['11', 0.15, 3, 'mostShortTerm'],
    ['14', 0.02, 0.4, 'mostMomentary'],
  ] as const)('case %s: twenty tones, each 1 dB louder', (_, step, seconds, key) => {
    const tones = twenty.map((i) => [silence(step * i), tone(i - 38, seconds), silence(seconds - step * i)]);
    const ends = tones.map((_each, i) => tones.slice(0, i + 1).flat().reduce((sum, each) => sum + each.seconds, 0)); // prettier-ignore
    const most: number[] = [];
    measured(tones.flat(), (at, read) => {
      if (ends.some((end) => Math.abs(end - at) < 0.005)) most.push(read()[key]);
    });
    expect(most).toHaveLength(20);
    most.forEach((each, i) => expect(Math.abs(each - (i - 38))).toBeLessThanOrEqual(0.1));
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
    const meter = new LoudnessMeter([1]);
    // Fades at both ends, as the document has them: a tone that begins at once has peaks of its own.
    const samples = sine(SAMPLE_RATE / part, amplitude, SAMPLE_RATE, 0, degrees).map(
      (each, i) => each * Math.min(1, i / 4800, (SAMPLE_RATE - 1 - i) / 4800),
    );
    for (let at = 0; at < samples.length; at += 1000) meter.push([samples.subarray(at, at + 1000)]);
    expect(meter.read().truePeak).toBeGreaterThan(expected - 0.4);
    expect(meter.read().truePeak).toBeLessThan(expected + 0.2);
  });
});
