import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readWebVtt, webVtt } from '../formats/webvtt';
import { findSpeechSegments, withoutSilence } from '../sound/speech-segments';
import { frameToSample } from '../time/frames';
import type { Result } from '../time/result';
import { applyEdit } from './apply-edit';
import { holdCuesEdit, placeCueEdit } from './cue-edits';
import { holdEdit } from './arrange';
import {
  addWordsEdit,
  changeWordEdit,
  joinWordEdit,
  removeWordEdit,
  snapWordsEdit,
  splitWordEdit,
} from './transcript-edits';
import type { Film } from '../film/film';
import { placedTranscript } from '../film/placed-transcript';
import { filmOf, freshId } from '../film/random-films';
import { fitBetweenWords, holdUntilWord, startWithWords, type WordRef } from './retime/hold-to-words';
import type { HoldChange } from './retime/start-on';
import { scheduleOf } from '../film/schedule';
import type { Sound, Word } from '../film/sound';

const rate = { num: 24, den: 1 };
const word = (id: string, frame: number, text = id): Word => ({
  id,
  at: frameToSample(frame, rate),
  to: frameToSample(frame + 3, rate),
  text,
});
const line: Sound = {
  id: 'line',
  name: 'line.wav',
  hash: '2'.repeat(64),
  type: 'audio/wav',
  bytes: 1,
  channels: 1,
  sampleRate: 48_000,
  samples: 96_000,
  words: [word('wait', 2), word('for', 20), word('me', 29)],
};

/** Twelve poses on fours; the line begins with the third of them, on frame 8. */
const film = ((): Film => {
  const silent = { ...filmOf([Array.from({ length: 12 }, () => 4)]), sounds: [line] };
  return applyEdit(
    silent,
    placeCueEdit(silent, { id: 'cue', sound: line, laneId: 'dialogue', at: frameToSample(8, rate) }),
  );
})();
const ref = (wordId: string): WordRef => ({ wordId, cueId: 'cue' });
const done = (outcome: Result<HoldChange>): Film => {
  if (!outcome.ok) throw new Error(outcome.problem);
  const after = applyEdit(film, outcome.value.edit);
  expect(outcome.value).toMatchObject({ before: 48, after: scheduleOf(after).frames });
  return after;
};
const problem = (outcome: Result<unknown>): string => (outcome.ok ? 'done' : outcome.problem);
const startOf = (now: Film, pose: number): number => scheduleOf(now).firsts.get(`0.${pose}`)?.start ?? -1;
const framesOf = (now: Film): number[] => placedTranscript(now).map(({ frame }) => frame);

describe('words stay with what is heard', () => {
  test('they lie where their sound lies, and go with it when holds before it change', () => {
    expect(framesOf(film)).toEqual([10, 28, 37]);
    expect(framesOf(applyEdit(film, holdEdit(['0.0'], 9)))).toEqual([15, 33, 42]);
    // What is held behind the line's pose changes nothing of it.
    expect(framesOf(applyEdit(film, holdEdit(['0.4'], 30)))).toEqual([10, 28, 37]);
  });

  test('are marked, typed, moved, split and joined', () => {
    const now = (edit: Result<Parameters<typeof applyEdit>[1]>, on: Film = film): Sound => {
      if (!edit.ok) throw new Error(edit.problem);
      return applyEdit(on, edit.value).sounds[0] as Sound;
    };
    const ok = <T>(value: T): Result<T> => ({ ok: true, value });
    expect(now(ok(changeWordEdit(line, 'for', { text: 'fore' }))).words?.[1]?.text).toBe('fore');
    expect(now(ok(changeWordEdit(line, 'me', { at: 0 }))).words?.map(({ id }) => id)).toEqual([
      'me',
      'wait',
      'for',
    ]);
    expect(now(ok(changeWordEdit(line, 'me', { at: 1e9 }))).words?.[2]).toMatchObject({
      at: 95_040,
      to: 96_000,
    });
    expect(now(ok(removeWordEdit(line, 'for'))).words?.map(({ id }) => id)).toEqual(['wait', 'me']);
    const joined = now(joinWordEdit(line, 'for'));
    expect(joined.words?.map(({ text, at, to }) => [text, at, to])).toEqual([
      ['wait', 4000, 10_000],
      ['for me', 40_000, 64_000],
    ]);
    const split = now(splitWordEdit(joined, 'for', 55_000, () => 'x'));
    expect(split.words?.map(({ text }) => text)).toEqual(['wait', 'for', 'me']);
    expect(problem(splitWordEdit(line, 'for', 3, freshId))).toMatch(/inside the word/);
    expect(problem(joinWordEdit(line, 'me'))).toMatch(/no word after/);
    // What could not be read again is not made: two of six hundred letters, and a text out of a file.
    const long = { ...line, words: line.words?.map((word) => ({ ...word, text: 'whoa '.repeat(120) })) };
    expect(problem(joinWordEdit(long, 'for'))).toMatch(/Joined they are 1,201 letters; 1,000 are the most/);
    const read = addWordsEdit(
      { ...line, words: [] },
      [{ from: 0, to: 5000, text: 'x'.repeat(3000) }],
      () => 'new',
    );
    expect(JSON.stringify(read.ok && read.value)).toContain(`"${'x'.repeat(1000)}"`);
    const marked = addWordsEdit(
      line,
      [
        { from: 5000, to: 9000 },
        { from: 70_000, to: 80_000 },
      ],
      () => 'y',
    );
    expect(now(marked).words).toHaveLength(4);
  });
});

test('words are put on frames: each begins with the frame nearest to where it was, and keeps its length', () => {
  const astray: Sound = {
    ...line,
    words: (line.words ?? []).map((each, i) => ({
      ...each,
      at: each.at + 300 * (i - 1),
      to: each.to + 300 * (i - 1),
    })),
  };
  const off = { ...film, sounds: [astray] };
  const starts = new Map(placedTranscript(off).map(({ word: each, start }) => [each.id, start]));
  const snapped = snapWordsEdit(astray, starts, rate);
  expect(snapped.ok && applyEdit(off, snapped.value).sounds[0]).toEqual(line);
  expect(problem(snapWordsEdit(line, new Map(), rate))).toMatch(/on frames already/);
});

describe('hold to the word', () => {
  test('what comes next starts on the frame of the word, or as many before as is the habit', () => {
    for (const early of [0, 1, 3]) {
      const after = done(holdUntilWord(film, '0.5', ref('for'), early));
      expect(startOf(after, 6)).toBe(28 - early);
      expect(framesOf(after)).toEqual([10, 28, 37]);
    }
    // Behind the last pose the film ends.
    const short = { ...film, scenes: filmOf([[4, 4, 4, 4]]).scenes };
    const last = holdUntilWord(short, '0.3', ref('for'));
    expect(last.ok && last.value).toMatchObject({ before: 16, after: 28 });
  });

  test('what cannot be is said: no frame left, a word that moves along, a pose that a cycle repeats', () => {
    expect(problem(holdUntilWord(film, '0.9', ref('for')))).toMatch(
      /Pose 10 starts on frame 37: it would have no frame left before “for” on frame 29/,
    );
    expect(problem(holdUntilWord(film, '0.0', ref('wait')))).toMatch(/The sound of “wait” would move too/);
    const held = applyEdit(film, holdCuesEdit(film, ['cue'], { to: 'time' }));
    const free = holdUntilWord(held, '0.0', ref('wait'));
    expect(free.ok && startOf(applyEdit(held, free.value.edit), 1)).toBe(10);
    expect(problem(holdUntilWord(film, 'gone', ref('wait')))).toMatch(/not shown/);
    expect(problem(holdUntilWord(film, '0.5', ref('none')))).toMatch(/not heard/);
  });

  test('as many poses as words each start with theirs; other numbers are refused', () => {
    const after = done(startWithWords(film, ['0.3', '0.5', '0.8'], [ref('wait'), ref('for'), ref('me')]));
    expect([3, 5, 8].map((pose) => startOf(after, pose))).toEqual([10, 28, 37]);
    expect(framesOf(after)).toEqual([10, 28, 37]);
    expect(problem(startWithWords(film, ['0.3'], [ref('wait'), ref('for')]))).toMatch(
      /choose as many of each/,
    );
    expect(problem(startWithWords(film, ['0.0'], [ref('wait')]))).toMatch(/The first pose starts the film/);
  });

  test('a run is fitted between two words exactly', () => {
    const after = done(fitBetweenWords(film, ['0.5', '0.6', '0.7', '0.8'], [ref('for'), ref('me')], freshId));
    expect([5, 9].map((pose) => startOf(after, pose))).toEqual([28, 37]);
    const many = Array.from({ length: 7 }, (_, i) => `0.${i + 4}`);
    expect(problem(fitBetweenWords(film, many, [ref('me'), ref('for')], freshId))).toMatch(
      /no frame between/,
    );
  });
});

test('WebVTT comes back as it was written, to the millisecond; what is no WebVTT is refused', () => {
  const text = fc
    .string({ minLength: 1, unit: fc.constantFrom('a', 'b', '&', '<', '>', '-', 'é', ' ') })
    .map((each) => each.trim())
    .filter((each) => each !== '' && !each.includes('-->'));
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(9_000_000), fc.integer({ min: 1, max: 9000 }), text), { minLength: 1 }),
      (some) => {
        const words = some.map(([from, length, said]) => ({
          from: from * 48,
          to: (from + length) * 48,
          text: said.replace(/\s+/g, ' '),
        }));
        const read = readWebVtt(webVtt(words));
        // The parser puts them in the order of time.
        const sorted = (list: readonly object[]): string[] => list.map((each) => JSON.stringify(each)).sort();
        expect(read.ok && sorted(read.value)).toEqual(sorted(words));
      },
    ),
  );
  for (const bad of ['', 'WEBVTTX', '1\n00:00:01,000 --> 00:00:02,000\nSubRip', 'WEBVTT\n\nnothing']) {
    expect(readWebVtt(bad).ok).toBe(false);
  }
});

test('bursts are found between pauses, and the silence around them', () => {
  const samples = new Float32Array(96_000).map((_, i) => 1e-4 * Math.sin(i * 12.9898));
  const spans = [
    [12_000, 24_000],
    [48_000, 60_000],
  ] as const;
  for (const [from, to] of spans) for (let i = from; i < to; i++) samples[i] = 0.4 * Math.sin(i * 0.05);
  const bursts = findSpeechSegments(samples);
  expect(bursts.length).toBe(2);
  bursts.forEach(({ from, to }, i) => {
    // Within a hop of 10 ms.
    expect(Math.abs(from - (spans[i]?.[0] ?? 0))).toBeLessThanOrEqual(480);
    expect(Math.abs(to - (spans[i]?.[1] ?? 0))).toBeLessThanOrEqual(480);
  });
  const cut = withoutSilence(bursts, samples.length);
  expect(cut.from).toBeGreaterThan(9000);
  expect(cut.to).toBeLessThan(67_000);
  expect(findSpeechSegments(new Float32Array(48_000))).toEqual([]);
  expect(withoutSilence([], 48_000)).toEqual({ from: 0, to: 48_000 });
});
