import fc from 'fast-check';
import referenceTimecode from 'smpte-timecode';
import { describe, expect, test } from 'vitest';
import { frameToSample, sampleToFrame, SAMPLE_RATE, secondsToLength } from './frames';
import { parseHold } from './hold';
import { parseFit, parseLength } from './length';
import { parseRate, rate, RATE_PRESETS, rateText, type Rate } from './rate';
import { canDrop, framesADay, frameToTimecode, timecodeToFrame } from './timecode';
import { formatLength, formatSecondsAndFrames } from './format';

const NTSC = rate(30000, 1001);
const presets = fc.constantFrom(...RATE_PRESETS);
const day = (r: Rate): number => framesADay(r, false);

describe('rate', () => {
  test('reads what people type, the broadcast rates as exact fractions', () => {
    const cases = [
      ['24', 24, 1],
      [' 12.5 ', 25, 2],
      ['12,5', 25, 2],
      ['29.97', 30000, 1001],
      ['23.976', 24000, 1001],
      ['23.98', 24000, 1001],
      ['59.94', 60000, 1001],
      ['60000/1001', 60000, 1001],
      ['50/2', 25, 1],
    ] as const;
    for (const [typed, num, den] of cases)
      expect(parseRate(typed)).toEqual({ ok: true, value: { num, den } });
    expect(rateText(NTSC)).toBe('29.97');
  });

  test.each(['', 'fast', '0', '-24', '121', '24/0', '1e3', '0.5', '999999999/1'])('refuses %j', (typed) => {
    const read = parseRate(typed);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.problem).toMatch(/1 to 120/);
  });
});

describe('samples and seconds', () => {
  test('a frame begins at the first sample that belongs to it, at every rate for 24 hours', () => {
    fc.assert(
      fc.property(presets, fc.double({ min: 0, max: 1, noNaN: true }), (r, part) => {
        const frame = Math.floor(part * day(r));
        const sample = frameToSample(frame, r);
        expect(sampleToFrame(sample, r)).toBe(frame);
        if (sample > 0) expect(sampleToFrame(sample - 1, r)).toBe(frame - 1);
        // Exact against whole-number arithmetic of any size.
        const exact = BigInt(frame) * BigInt(r.den) * BigInt(SAMPLE_RATE);
        expect(BigInt(sample)).toBe((exact + BigInt(r.num) - 1n) / BigInt(r.num));
      }),
    );
    expect(frameToSample(30000, NTSC)).toBe(1001 * SAMPLE_RATE);
  });

  test('lengths in seconds snap to the nearest frame, never below one (common practice)', () => {
    expect(secondsToLength(5, rate(24))).toBe(120);
    expect(secondsToLength(5, rate(30))).toBe(150);
    expect(secondsToLength(0.4, rate(30))).toBe(12);
    expect(secondsToLength(0.05, rate(24))).toBe(1);
    expect(secondsToLength(0.001, rate(24))).toBe(1);
    expect(secondsToLength(1, rate(30))).toBe(30);
  });
});

describe('timecode', () => {
  // SMPTE ST 12-1, drop-frame compensation: frames at 30000/1001 and their labels.
  test.each([
    [0, '00:00:00;00'],
    [1799, '00:00:59;29'],
    [1800, '00:01:00;02'],
    [17981, '00:09:59;29'],
    [17982, '00:10:00;00'],
    [107892, '01:00:00;00'],
    [2589407, '23:59:59;29'],
    [2589408, '00:00:00;00'],
  ])('frame %i is %s in drop-frame', (frame, label) => {
    expect(frameToTimecode(frame, NTSC, true)).toBe(label);
    if (frame < 2589408) expect(timecodeToFrame(label, NTSC)).toEqual({ ok: true, value: frame });
  });

  test('agrees with the reference library over the first ten minutes and around every minute of a day', () => {
    const differing: string[] = [];
    const compare = (r: Rate, named: number, drop: boolean): void => {
      const minute = Math.round((60 * r.num) / r.den);
      const frames = Array.from({ length: 10 * minute + 40 }, (_, i) => i);
      const last = framesADay(r, drop) - 1;
      for (let m = 10; m < 24 * 60; m++)
        for (let i = -3; i <= 3; i++) frames.push(Math.min(last, m * minute + i));
      for (const frame of frames) {
        const label = frameToTimecode(frame, r, drop);
        const reference = referenceTimecode(frame, named, drop).toString();
        if (label !== reference) differing.push(`frame ${frame} at ${named}: ${label}, not ${reference}`);
      }
    };
    compare(rate(24), 24, false);
    compare(rate(25), 25, false);
    compare(rate(30), 30, false);
    compare(NTSC, 29.97, true);
    compare(NTSC, 29.97, false);
    compare(rate(60000, 1001), 59.94, true);
    expect(differing).toEqual([]);
  });

  test('there and back is the same frame, at every preset for 24 hours', () => {
    fc.assert(
      fc.property(presets, fc.boolean(), fc.double({ min: 0, max: 1, noNaN: true }), (r, wantsDrop, part) => {
        const drop = wantsDrop && canDrop(r);
        const frame = Math.min(framesADay(r, drop) - 1, Math.floor(part * framesADay(r, drop)));
        expect(timecodeToFrame(frameToTimecode(frame, r, drop), r)).toEqual({ ok: true, value: frame });
      }),
      { numRuns: 2000 },
    );
  });

  test('labels that drop-frame leaves out, and others that do not exist, are refused', () => {
    for (const label of [
      '00:01:00;00',
      '00:01:00;01',
      '24:00:00:00',
      '00:60:00:00',
      '00:00:00:30',
      '1:2:3:4',
      'x',
    ]) {
      expect(timecodeToFrame(label, NTSC).ok, label).toBe(false);
    }
    expect(timecodeToFrame('00:01:00;02', rate(25)).ok).toBe(false);
  });
});

test('holds: whole frames from one up, and a sentence for anything else', () => {
  expect(parseHold(' 12 ', rate(24))).toEqual({ ok: true, value: 12 });
  const problem = (typed: string): string => {
    const read = parseHold(typed, rate(24));
    return read.ok ? `accepted ${read.value}` : read.problem;
  };
  expect(problem('0')).toMatch(/too short/);
  expect(problem('-1')).toMatch(/too short/);
  expect(problem('1.5')).toMatch(/between frames\. Type 2, or 1\.5s/);
  expect(problem('1000000')).toMatch(/too long: 100,000 frames/);
  expect(problem('1000000000')).toMatch(/too long/);
  expect(parseHold('0.5s', rate(24))).toEqual({ ok: true, value: 12 });
  expect(problem('10^9')).toMatch(/not a hold/);
  expect(problem('two')).toMatch(/not a hold/);
  expect(problem('')).toMatch(/hold is missing/);
});

test('lengths in words', () => {
  expect(formatLength(24, rate(24))).toBe('24 frames, 1.0 s');
  expect(formatLength(1, rate(24))).toBe('1 frame, 0.0 s');
  expect(formatSecondsAndFrames(108, rate(24))).toBe('4 s 12 f');
  // 30 frames at 30000/1001 last a thousandth longer than a second.
  expect(formatSecondsAndFrames(30, NTSC)).toBe('1 s 0 f');
});

describe('typed lengths', () => {
  const read = (typed: string, r = rate(24)): number | string => {
    const length = parseLength(typed, r);
    return length.ok ? length.value : length.problem;
  };

  test('frames, seconds, both, and timecode come to whole frames (common practice)', () => {
    const cases = [
      ['12', 12],
      ['12f', 12],
      ['12 frames', 12],
      ['0.5s', 12],
      ['0,5 s', 12],
      ['1s', 24],
      ['1s 6f', 30],
      ['0.05s', 1],
      ['0.001s', 1],
      ['00:00:01:06', 30],
      ['5s', 120],
    ] as const;
    for (const [typed, frames] of cases) expect(read(typed), typed).toBe(frames);
    expect(read('5 s', rate(30))).toBe(150);
    expect(read('0.4s', rate(30))).toBe(12);
    expect(read('1s', NTSC)).toBe(30);
    expect(read('00:01:00;02', NTSC)).toBe(1800);
    expect(read('0.125s')).toBe(3);
  });

  test.each([
    ['abc', /not a length/],
    ['1:2:3:4:5', /not a timecode/],
    ['-3', /too short/],
    ['1e9', /not a length/],
    ['', /missing/],
    ['0', /too short/],
    ['0s', /too short/],
    ['1.5', /between frames\. Type 2, or 1\.5s/],
    ['00:00:00:00', /too short/],
    ['99999999', /24 hours/],
    ['90000s', /24 hours/],
    ['00:00:01:24', /does not exist/],
  ])('%j is refused in a sentence', (typed, words) => {
    expect(read(typed)).toMatch(words);
  });

  test('a run is fitted by a length, a factor or a part of itself', () => {
    const fit = (typed: string): number | string => {
      const parsed = parseFit(typed, 100, rate(24));
      return parsed.ok ? parsed.value : parsed.problem;
    };
    expect([fit('2x'), fit('x 0.5'), fit('×1,5'), fit('50%'), fit('2s'), fit('7')]).toEqual([
      200, 50, 150, 50, 48, 7,
    ]);
    expect(fit('0x')).toMatch(/nothing/);
    expect(fit('0')).toMatch(/too short/);
  });
});
