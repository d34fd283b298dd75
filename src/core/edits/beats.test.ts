import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { beatWords, framesABeat, nearestFrame, parseTempo } from '../time/beats';
import { frameToSample } from '../time/frames';
import { rate } from '../time/rate';
import { filmDocument, readFilmDocument } from '../formats/film-document';
import { applyEdit } from './apply-edit';
import {
  beatOnFrameEdit,
  cuesToBeatsEdit,
  movedBeats,
  scaledBeats,
  setBeatsEdit,
  withoutStep,
  withStep,
  withTempo,
} from './beat-edits';
import { holdCuesEdit, markCuesEdit, placeCueEdit, reverseCuesEdit } from './cue-edits';
import { placeCues } from '../film/cue-place';
import { emptyFilm, type Film } from '../film/film';
import { beatsOf, beatsOfCue, soundBeats } from '../film/placed-beats';
import { filmOf } from '../film/random-films';
import { runOnBeats, snapToBeats } from './retime/hold-to-beats';
import { scheduleOf } from '../film/schedule';
import type { Sound } from '../film/sound';
import { type Beats } from '../sound/beats/beats';

const steady = (tempo: number, at = 0): Beats => ({ steps: [{ at, tempo }], toBar: 4 });

/** Ten seconds of music. */
const waltz = (beats: Beats): Sound => ({
  id: 'waltz',
  name: 'waltz.wav',
  hash: '3'.repeat(64),
  type: 'audio/wav',
  bytes: 1,
  channels: 1,
  sampleRate: 48_000,
  samples: 480_000,
  beats,
});

/** Poses with these holds; the music begins with the film and stays there. */
function filmTo(beats: Beats, holds: readonly number[]): Film {
  const sound = waltz(beats);
  const silent = { ...filmOf([holds]), sounds: [sound] };
  const laid = applyEdit(silent, placeCueEdit(silent, { id: 'music', sound, laneId: 'music', at: 0 }));
  return applyEdit(laid, holdCuesEdit(laid, ['music'], { to: 'time' }));
}
const starts = (film: Film): readonly number[] => scheduleOf(film).poses.map(({ start }) => start);
const ids = (film: Film): readonly string[] => scheduleOf(film).poses.map(({ pose }) => pose.id);
const beatSamples = (film: Film): readonly number[] => beatsOf(film).map(({ sample }) => sample);

describe('frames to the beat', () => {
  test.each([
    // Common practice: 24 frames a second at 120 is 12. The others by hand: 60 × rate / tempo.
    [120, rate(24), 12, '12 frames a beat, exactly.'],
    [100, rate(25), 15, '15 frames a beat, exactly.'],
    [90, rate(30), 20, '20 frames a beat, exactly.'],
    [
      128,
      rate(24),
      11.25,
      '11.25 frames a beat; with 11 you are a frame early after 4 beats. Exact at 130.91.',
    ],
    [168, rate(24), 60 / 7, '8.57 frames a beat; with 9 you are a frame late after 2 beats. Exact at 160.'],
  ])('at %d a minute', (tempo, at, frames, words) => {
    expect(framesABeat(tempo, at)).toBeCloseTo(frames, 12);
    expect(beatWords(tempo, at)).toBe(words);
  });

  test('a tempo is typed as a number, with or without its unit', () => {
    const typed = ['120', ' 96,5 bpm', '133.333 beats a minute', '20', '400'].map(parseTempo);
    expect(typed.map((each) => each.ok && each.value)).toEqual([120, 96.5, 133.33, 20, 400]);
    for (const text of ['', 'fast', '19', '401', '-120', '1e3', '120 120', 'NaN'])
      expect(parseTempo(text).ok, text).toBe(false);
  });
});

describe('beats of a sound', () => {
  test('a steady tempo, and a map whose tempos each begin on a beat of the one before', () => {
    const list = (beats: Beats, to: number): number[] => [...soundBeats(beats, to)].map(({ at }) => at);
    expect(list(steady(120, 4800), 96_000)).toEqual([4800, 28_800, 52_800, 76_800]);
    const mapped = withStep(steady(120), 50_000, 60, 480_000);
    expect(mapped.ok && list(mapped.value, 150_000)).toEqual([0, 24_000, 48_000, 96_000, 144_000]);
    expect(mapped.ok && withoutStep(mapped.value, 1)).toEqual(steady(120));
    expect(mapped.ok && withStep(mapped.value, 49_000, 90, 480_000).ok).toBe(false);
    expect(scaledBeats(steady(90), 2)).toEqual(steady(180));
    expect(scaledBeats(steady(240), 2)).toBeUndefined();
    expect(mapped.ok && movedBeats(mapped.value, 100).steps.map(({ at }) => at)).toEqual([100, 48_100]);
    expect(withTempo(steady(90), 0, 91)).toEqual(steady(91));
  });

  test('they go with the cue: trimmed, turned round, repeated; every fourth begins a bar', () => {
    const film = filmTo(steady(120, 12_000), [480]);
    expect(beatSamples(film).slice(0, 3)).toEqual([12_000, 36_000, 60_000]);
    expect(beatsOf(film).filter(({ bar }) => bar)).toHaveLength(5);
    const back = applyEdit(film, reverseCuesEdit(film, ['music']));
    expect(beatSamples(back)).toEqual(
      beatSamples(film)
        .map((each) => 480_000 - each)
        .reverse(),
    );
    const again = applyEdit(film, markCuesEdit(film, ['music'], 'Repeated', { looped: true }));
    expect(beatSamples(again).slice(20, 22)).toEqual([492_000, 516_000]);
    const [music] = placeCues(film);
    expect(music && beatsOfCue(music, 60_000).map(({ sample }) => sample)).toEqual([12_000, 36_000]);
  });

  test('they are kept with the film, and a film of the version before has none', () => {
    const film: Film = { ...emptyFilm('film', 'scene', 'Waltz'), sounds: [waltz(steady(120))] };
    expect(readFilmDocument(filmDocument(film))).toEqual({ ok: true, value: film });
    const [sound] = film.sounds;
    const bare = applyEdit(film, setBeatsEdit(sound as Sound, undefined, 'Beats deleted'));
    expect(readFilmDocument({ ...filmDocument(bare), version: 4 })).toEqual({ ok: true, value: bare });
    const wrong = { ...film, sounds: [{ ...sound, beats: { steps: [], toBar: 4 } }] };
    expect(readFilmDocument({ ...filmDocument(film), film: wrong as Film }).ok).toBe(false);
  });
});

describe('on the beat', () => {
  const onBeats = (film: Film, poses: readonly string[], every: number): Film => {
    const change = runOnBeats(film, poses, 'music', every);
    if (!change.ok) throw new Error(change.problem);
    expect(change.value.after).toBe(scheduleOf(applyEdit(film, change.value.edit)).frames);
    return applyEdit(film, change.value.edit);
  };

  test('a new pose every beat, every second beat, every half beat', () => {
    const film = filmTo(steady(120), [3, 3, 3, 3]);
    expect(starts(onBeats(film, ids(film), 1))).toEqual([0, 12, 24, 36]);
    expect(starts(onBeats(film, ids(film), 2))).toEqual([0, 24, 48, 72]);
    expect(starts(onBeats(film, ids(film), 0.5))).toEqual([0, 6, 12, 18]);
    // From the second pose on: it starts on the nearest beat, which is the first of all or the next.
    expect(() => onBeats(film, ['0.1'], 1)).toThrow(/no frame left/);
    const later = filmTo(steady(120), [9, 3, 3, 3]);
    expect(starts(onBeats(later, ['0.1', '0.2'], 1))).toEqual([0, 12, 24, 36]);
  });

  test('music that begins later: the first pose waits for its beat', () => {
    const film = filmTo(steady(120, 20_000), [3, 3, 3]);
    expect(starts(onBeats(film, ids(film), 1))).toEqual([0, 10, 22]);
    expect(scheduleOf(onBeats(film, ids(film), 1)).frames).toBe(34);
  });

  test('whatever the tempo and the rate, each pose starts on the frame nearest to its beat: errors do not add up', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 240 }),
        fc.constantFrom(rate(24), rate(25), rate(30_000, 1001), rate(12)),
        fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 2, maxLength: 6 }),
        (tempo, at, holds) => {
          const plain = filmTo(steady(tempo), holds);
          const film = { ...plain, settings: { ...plain.settings, rate: at } };
          fc.pre(framesABeat(tempo, at) >= 1.5);
          const after = onBeats(film, ids(film), 1);
          starts(after).forEach((start, i) => {
            const beat = Math.round((i * 60 * 48_000) / tempo);
            expect(start).toBe(nearestFrame(beat, at));
          });
        },
      ),
    );
  });

  test('holds end, or poses start, on the beat that is nearest; every pose keeps a frame', () => {
    const film = filmTo(steady(120), [10, 4, 20, 7]);
    const snapped = (edge: 'start' | 'end', poses: readonly string[]): readonly number[] => {
      const change = snapToBeats(film, poses, 'music', edge);
      return change.ok ? starts(applyEdit(film, change.value.edit)) : [];
    };
    expect(snapped('end', ['0.0'])).toEqual([0, 12, 16, 36]);
    expect(snapped('end', ids(film))).toEqual([0, 12, 24, 48]);
    expect(snapped('start', ['0.2'])).toEqual([0, 10, 12, 32]);
    expect(snapped('start', ['0.1', '0.3'])).toEqual([0, 12, 16, 36]);
  });

  test('what cannot be is said: no beats, too few of them, music that moves along', () => {
    const problem = (film: Film, poses: readonly string[], every = 1): string => {
      const change = runOnBeats(film, poses, 'music', every);
      return change.ok ? '' : change.problem;
    };
    const film = filmTo(
      steady(120),
      Array.from({ length: 30 }, () => 2),
    );
    expect(problem(film, ids(film))).toMatch(/Beats for 19 poses from here; 30 poses are chosen/);
    expect(problem({ ...film, cues: [] }, ids(film))).toMatch(/no beats yet/);
    const tied = filmTo(steady(120), [5, 5, 5]);
    const moved = applyEdit(tied, holdCuesEdit(tied, ['music'], { to: 'pose' }));
    const late = { ...moved, cues: moved.cues.map((cue) => ({ ...cue, pin: pinTo('0.2') })) };
    expect(problem(late, ['0.0', '0.1'])).toMatch(/^The sound of .* would move too/);
  });

  const pinTo = (poseId: string) =>
    ({ to: 'pose', at: { poseId, offset: 0, showing: 0, frame: 10 }, nudge: 0, by: 0 }) as const;

  test('cues start, or have their contact, exactly on the beat; the music moves so that a beat meets a frame', () => {
    const film = filmTo(steady(120), [48]);
    const [sound] = film.sounds;
    const clop = placeCueEdit(film, {
      id: 'clop',
      sound: sound as Sound,
      laneId: 'effects',
      at: 30_000,
      by: 1000,
    });
    const both = applyEdit(film, clop);
    const put = cuesToBeatsEdit(both, ['clop', 'music'], 'music');
    const placed = put.ok ? placeCues(applyEdit(both, put.value)) : [];
    expect(placed.find(({ cue }) => cue.id === 'clop')?.start).toBe(24_000 - 1000);
    expect(placed.find(({ cue }) => cue.id === 'music')?.start).toBe(0);
    expect(cuesToBeatsEdit(film, ['music'], 'music').ok).toBe(false);
    const met = beatOnFrameEdit(film, 'music', 14);
    expect(met.ok && beatSamples(applyEdit(film, met.value))).toContain(frameToSample(14, rate(24)));
    expect(beatOnFrameEdit(film, 'music', 12).ok).toBe(false);
  });
});
