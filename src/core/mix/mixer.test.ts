import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ffmpegLoudness } from '../../../demo/ffmpeg-loudness';
import { wavSamples } from '../../../demo/wav-samples';
import { placeCueEdit, reverseCuesEdit, splitCuesEdit } from '../edits/cue-edits';
import { applyEdit } from '../edits/apply-edit';
import type { Film } from '../film/film';
import { filmOf } from '../film/random-films';
import type { Cue, Sound } from '../film/sound';
import { findOnsets } from '../sound/onsets';
import { withoutSilence } from '../sound/speech-segments';
import { fadeGain } from '../sound/fade';
import { faderLevel, faderPlace, gainOf, LEVELS, parseLevel } from '../sound/level';
import { LoudnessMeter } from '../sound/loudness';
import { planMix, type MixPlan } from './mix-plan';
import { MIX_BLOCK, mixBlock, neededFor, type ReadSound } from './mixer';
import { loudBetween, peakBetween, PeakBuilder } from '../sound/peaks';
import { duckingGain } from '../sound/ducking';
import { truePeakAt } from '../sound/true-peak';

/** The sound `ramp` has its own number at each sample: what is heard says where it comes from. */
const ramp = Float32Array.from({ length: 48_000 }, (_, i) => (i + 1) / 100_000);
const soundOf = (id: string, samples: number): Sound => ({
  id,
  name: `${id}.wav`,
  hash: id,
  type: 'audio/wav',
  bytes: 1,
  channels: 1,
  sampleRate: 48_000,
  samples,
});

/** A film of two seconds at 24. */
const film: Film = { ...filmOf([[24, 24]]), sounds: [soundOf('ramp', ramp.length)] };

const reading =
  (sounds: Readonly<Record<string, Float32Array>>): ReadSound =>
  (hash, from, to) => {
    const samples = sounds[hash];
    return samples ? [samples.slice(from, to)] : [];
  };

/** The left side of a mix, all blocks one behind the other. */
function mixed(plan: MixPlan, read: ReadSound = reading({ ramp })): Float32Array {
  const whole = new Float32Array(Math.ceil(plan.length / MIX_BLOCK) * MIX_BLOCK);
  for (let block = 0; block * MIX_BLOCK < plan.length; block++)
    whole.set(mixBlock(plan, block, read)[0], block * MIX_BLOCK);
  return whole.subarray(0, plan.length);
}

const withCue = (at: number, marks: Partial<Cue> = {}, part?: { from: number; to: number }): Film => {
  const [sound] = film.sounds;
  if (!sound) throw new Error('no sound');
  const edit = placeCueEdit(film, { id: 'c', sound, laneId: 'effects', at, ...(part ? { part } : {}) });
  const laid = applyEdit(film, edit);
  return { ...laid, cues: laid.cues.map((cue) => ({ ...cue, ...marks })) };
};

describe('the mix, to the sample', () => {
  test('a cue is heard from its first sample to its last, at its level, on both sides', () => {
    const plan = planMix(withCue(10_000, { level: -14 }, { from: 100, to: 20_100 }));
    const out = mixed(plan);
    const gain = Math.fround(10 ** (-14 / 20));
    expect(gainOf(-14)).toBeCloseTo(0.199526, 6);
    expect([out[9999], out[30_000]]).toEqual([0, 0]);
    expect(out[10_000]).toBeCloseTo((ramp[100] ?? 0) * gain, 7);
    expect(out[29_999]).toBeCloseTo((ramp[20_099] ?? 0) * gain, 7);
    const [left, right] = mixBlock(plan, 2, reading({ ramp }));
    expect(right).toEqual(left);
  });

  test('fades go up and down as worked out by hand', () => {
    const fades = {
      fadeIn: { samples: 1000, curve: 'straight' },
      fadeOut: { samples: 500, curve: 'power' },
    } as const;
    const out = mixed(planMix(withCue(0, fades, { from: 0, to: 10_000 })));
    expect(out[0]).toBe(0);
    expect(out[500]).toBeCloseTo((ramp[500] ?? 0) * 0.5, 7);
    expect(out[1000]).toBeCloseTo(ramp[1000] ?? 0, 7);
    expect(out[9500]).toBeCloseTo((ramp[9500] ?? 0) * Math.sin((Math.PI / 2) * (499 / 500)), 7);
    expect(out[9749]).toBeCloseTo((ramp[9749] ?? 0) * Math.SQRT1_2, 4);
    expect(out[9999]).toBe(0);
    // 30 dB down in the middle of the slow curve, but for the step that brings it to nothing.
    expect(fadeGain('slow', 0.5)).toBeCloseTo((0.031623 - 0.001) / 0.999, 5);
    // A fade longer than the cue lasts as long as the cue.
    const long = mixed(
      planMix(withCue(0, { fadeIn: { samples: 1e6, curve: 'straight' } }, { from: 0, to: 1000 })),
    );
    expect(long[500]).toBeCloseTo((ramp[500] ?? 0) * 0.5, 7);
  });

  test('reversed it is heard backward, reversed twice as before; split it is as it was', () => {
    const laid = withCue(5000, {}, { from: 1000, to: 9000 });
    const once = applyEdit(laid, reverseCuesEdit(laid, ['c']));
    const back = mixed(planMix(once));
    expect(back[5000]).toBe(ramp[8999]);
    expect(back[12_999]).toBe(ramp[1000]);
    const forward = mixed(planMix(laid));
    expect(mixed(planMix(applyEdit(once, reverseCuesEdit(once, ['c']))))).toEqual(forward);
    for (const [each, heard] of [
      [laid, forward],
      [once, back],
    ] as const) {
      const split = splitCuesEdit(each, ['c'], 7777, () => 'd');
      if (!split.ok) throw new Error(split.problem);
      expect(mixed(planMix(applyEdit(each, split.value)))).toEqual(heard);
    }
  });

  test('a repeated cue goes round until the film ends; what hangs over the start or the end is not heard', () => {
    const out = mixed(planMix(withCue(0, { looped: true }, { from: 100, to: 1100 })));
    expect(out.length).toBe(96_000);
    expect([out[0], out[999], out[1000], out[95_999]]).toEqual([
      ramp[100],
      ramp[1099],
      ramp[100],
      ramp[1099],
    ]);
    const early = mixed(planMix(withCue(0, { pin: { to: 'time', sample: -500 } })));
    expect(early[0]).toBe(ramp[500]);
    expect(mixed(planMix(withCue(90_000))).length).toBe(96_000);
  });

  test('muted lanes are silent; with one heard alone so are all others', () => {
    const laid = withCue(0);
    const lanes = (id: string, mark: object): Film => ({
      ...laid,
      lanes: laid.lanes.map((lane) => (lane.id === id ? { ...lane, ...mark } : lane)),
    });
    expect(planMix(lanes('effects', { muted: true })).voices).toEqual([]);
    expect(planMix(lanes('music', { solo: true })).voices).toEqual([]);
    expect(planMix(lanes('effects', { solo: true })).voices).toHaveLength(1);
    expect(planMix(lanes('effects', { level: -6 })).voices[0]?.gain).toBeCloseTo(0.501187, 6);
    expect(planMix(lanes('effects', { level: -60 })).voices).toEqual([]);
  });

  test('music steps back under dialogue in even steps of dB, and comes back', () => {
    const how = { amount: -12, attack: 0.5, release: 1 };
    const spans = [{ from: 48_000, to: 96_000 }];
    const at = (seconds: number): number => 20 * Math.log10(duckingGain(spans, how, seconds * 48_000));
    expect([0.4, 0.75, 1, 1.5, 2.25, 2.5, 3].map((each) => Math.round(at(each) * 100) / 100)).toEqual(
      [-0, -6, -12, -12, -9, -6, -0].map((each) => each + 0),
    );
  });

  test('asks for what it reads, and for nothing else', () => {
    fc.assert(
      fc.property(fc.nat(90_000), fc.boolean(), fc.boolean(), fc.nat(9), (at, looped, reversed, block) => {
        const plan = planMix(
          withCue(
            at,
            { ...(looped ? { looped } : {}), ...(reversed ? { reversed } : {}) },
            { from: 500, to: 9000 },
          ),
        );
        const asked = neededFor(plan, block);
        const read: string[] = [];
        mixBlock(plan, block, (hash, from, to) => {
          read.push(`${hash} ${from} ${to}`);
          return [ramp.slice(from, to)];
        });
        expect(read).toEqual(asked.map(({ hash, from, to }) => `${hash} ${from} ${to}`));
      }),
    );
  });
});

describe('the limiter', () => {
  const loud = Float32Array.from({ length: 48_000 }, (_, i) =>
    Math.sin((2 * Math.PI * 997 * i) / 48_000 + i * i * 1e-6),
  );

  test('nothing rises above the ceiling, between samples either, however loud; what is below is not touched', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 40 }), fc.integer({ min: -10, max: 0 }), (gain, ceiling) => {
        const laid = { ...withCue(3000), mix: { gain, ceiling } };
        const out = mixed(planMix(laid), reading({ ramp: loud }));
        const most = 10 ** (ceiling / 20);
        let peak = 0;
        for (let i = 6; i < out.length - 6; i++) peak = Math.max(peak, truePeakAt(out, i));
        expect(peak).toBeLessThanOrEqual(most * 1.006);
        // The tone itself, when it is not too loud, comes out as it went in.
        if (gain + 1 < ceiling) expect(out[13_000]).toBeCloseTo((loud[10_000] ?? 0) * 10 ** (gain / 20), 6);
        else expect(peak).toBeGreaterThan(most * 0.85);
      }),
      { numRuns: 12 },
    );
  });

  test('is the same whichever blocks are asked for, in whichever order', () => {
    const plan = planMix({ ...withCue(1000), mix: { gain: 20, ceiling: -1 } });
    const read = reading({ ramp: loud });
    const third = mixBlock(plan, 3, read);
    mixBlock(plan, 0, read);
    expect(mixBlock(plan, 3, read)).toEqual(third);
  });
});

test('peaks are the least and greatest sample of each stretch', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 5000 }),
      fc.integer({ min: 1, max: 700 }),
      fc.nat(),
      fc.nat(),
      (length, piece, a, b) => {
        const samples = Float32Array.from({ length }, (_, i) => Math.sin(i * 0.37) * Math.sin(i * 0.011));
        const builder = new PeakBuilder();
        for (let at = 0; at < length; at += piece) builder.push([samples.subarray(at, at + piece)]);
        const peaks = builder.finish();
        const [from, to] = [(a % length) & ~127, length - (b % 128)];
        if (from >= to) return;
        const [least, most] = peakBetween(peaks, from, to);
        const part = samples.subarray(from, to);
        // Never less than what is there; at most what lies within a peak's width beside it.
        expect(least).toBeLessThanOrEqual(Math.min(...part) + 2e-4);
        expect(most).toBeGreaterThanOrEqual(Math.max(...part) - 2e-4);
      },
    ),
    { numRuns: 60 },
  );
});

test('levels are read as they are typed, and refused in a sentence', () => {
  expect(['-6', '−6 dB', '+3,5', '0', '-60dB'].map((text) => parseLevel(text))).toEqual(
    [-6, -6, 3.5, 0, -60].map((value) => ({ ok: true, value })),
  );
  for (const text of ['', 'loud', '+1000', '-61', 'NaN', '1e9', '--3'])
    expect(parseLevel(text).ok).toBe(false);
});

test('what is heard of a knock is found by its peaks, though it is shorter than any word', () => {
  const samples = new Float32Array(48_000);
  samples[20_000] = 0.5;
  samples[30_000] = -0.3;
  samples[40_000] = 0.01;
  const builder = new PeakBuilder();
  builder.push([samples]);
  const peaks = builder.finish();
  const whole = loudBetween(peaks, 0, 48_000);
  // To the width of the finest peaks, 128 samples; the last is 34 dB below the first.
  expect(whole).toEqual({ from: 19_968, to: 30_080 });
  expect(loudBetween(peaks, 35_000, 48_000)).toEqual({ from: 39_936, to: 40_064 });
  expect(loudBetween(peaks, 0, 10_000)).toBeUndefined();
  const burst = { from: 100, to: 5000 };
  expect(withoutSilence([burst], 48_000, whole)).toEqual({ from: 0, to: 30_080 + 5760 });
});

/** The demo film's sounds: made up, with a tone, strikes, speech and noise in them. */
const demoSound = (name: string): Float32Array => wavSamples(readFileSync(`demo/sounds/${name}.wav`));

test('a fader holds every half dB in its place, the least at its foot and the most at its head', () => {
  expect([LEVELS.least, LEVELS.most].map(faderPlace)).toEqual([0, 1]);
  const levels = Array.from({ length: 145 }, (_, i) => LEVELS.least + i / 2);
  expect(levels.map((level) => faderLevel(faderPlace(level)))).toEqual(levels);
  // Half way up the factor is an eighth of the most: 18 dB under it.
  expect(faderLevel(0.5)).toBe(-6);
  expect([-3, 7].map(faderLevel)).toEqual([LEVELS.least, LEVELS.most]);
});

describe('against the outside', () => {
  test("the loudness of the demo's mix is what ffmpeg's ebur128 measures, within 0.1 LU and 0.2 dB", () => {
    const names = ['organ-waltz', 'wait-for-me', 'hoof-clops', 'crowd'];
    const sounds = Object.fromEntries(names.map((name) => [name, demoSound(name)]));
    const long: Film = {
      ...filmOf([[480]]),
      sounds: names.map((name) => soundOf(name, sounds[name]?.length ?? 0)),
    };
    const laid = long.sounds.reduce(
      (so, sound, i) =>
        applyEdit(so, placeCueEdit(so, { id: sound.id, sound, laneId: 'effects', at: 20_000 * i })),
      long,
    );
    const plan = planMix({ ...laid, mix: { gain: 4, ceiling: -1 } });
    const meter = new LoudnessMeter();
    const whole = new Float32Array(2 * plan.length);
    for (let block = 0; block * MIX_BLOCK < plan.length; block++) {
      const sides = mixBlock(plan, block, reading(sounds));
      meter.push(sides);
      sides[0].forEach((left, i) => whole.set([left, sides[1][i] ?? 0], 2 * (block * MIX_BLOCK + i)));
    }
    const theirs = ffmpegLoudness(whole);
    const { integrated, truePeak } = meter.read();
    expect(Math.abs(integrated - theirs.integrated)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(truePeak - theirs.truePeak)).toBeLessThanOrEqual(0.2);
  });

  test('attacks are found where aubio finds them, within 10 ms', () => {
    const theirs = execFileSync(
      'aubioonset',
      ['-i', 'demo/sounds/hoof-clops.wav', '-O', 'hfc', '-t', '0.6', '-H', '64', '-B', '512'],
      {
        encoding: 'utf8',
      },
    )
      .trim()
      .split('\n')
      .map(Number);
    const ours = findOnsets(demoSound('hoof-clops')).map(({ at }) => at / 48_000);
    expect(ours.length).toBe(8);
    for (const each of ours) {
      const nearest = Math.min(...theirs.map((other) => Math.abs(other - each)));
      expect(nearest, `${each} s among ${theirs.join(', ')}`).toBeLessThan(0.01);
    }
  });
});
