import { samplesABeat } from '../time/beats';
import { firstPlaces, type PlacedCue } from './cue-place';
import type { Film } from './film';
import { type Beats } from '../sound/beats/beats';

/** A beat where it is heard. */
export interface PlacedBeat {
  /** Sample of the film. */
  readonly sample: number;
  /** Whether a bar begins with it. */
  readonly bar: boolean;
}

/** A beat of a sound: its sample, and its number, counted from 0. */
export interface SoundBeat {
  readonly at: number;
  readonly index: number;
}

/** The beats of a sound before a sample of it, in the order of time. */
export function* soundBeats({ steps }: Beats, to: number): Generator<SoundBeat> {
  let index = 0;
  for (const [i, { at, tempo }] of steps.entries()) {
    const period = samplesABeat(tempo);
    const next = steps[i + 1]?.at;
    // Half a beat before another tempo begins its own first beat stands in for the next.
    const until = Math.min(to, next === undefined ? to : next - period / 2);
    for (let k = 0; at + k * period < until; k++) yield { at: Math.round(at + k * period), index: index++ };
  }
}

/**
 * The beats of a cue in the order of time, on past the film's end: to its own, and where it is repeated to `until`, a
 * sample of the film; `most` of them at the most.
 */
export function beatsOfCue(
  { cue, sound, start }: PlacedCue,
  until: number,
  most = Number.POSITIVE_INFINITY,
): readonly PlacedBeat[] {
  if (!sound.beats) return [];
  const { toBar } = sound.beats;
  const once = [...soundBeats(sound.beats, cue.to)]
    .filter(({ at }) => at >= cue.from)
    .map(({ at, index }) => ({ into: cue.reversed ? cue.to - at : at - cue.from, bar: index % toBar === 0 }));
  if (cue.reversed) once.reverse();
  const length = cue.to - cue.from;
  const passes = cue.looped ? Math.max(1, Math.ceil((until - start) / length)) : 1;
  const beats: PlacedBeat[] = [];
  for (let pass = 0; pass < passes; pass++) {
    for (const { into, bar } of once) {
      const sample = start + pass * length + into;
      if (sample >= until || beats.length >= most) return beats;
      if (sample >= 0) beats.push({ sample, bar });
    }
  }
  return beats;
}

/** The most beats of a film that are found: four hours at 200 a minute. */
const MOST_BEATS = 50_000;

const known = new WeakMap<Film, readonly PlacedBeat[]>();

/** All beats that are heard in a film, in the order of time; found once for each value of it. */
export function beatsOf(film: Film): readonly PlacedBeat[] {
  let beats = known.get(film);
  if (!beats) {
    const all: PlacedBeat[] = [];
    for (const placed of firstPlaces(film))
      for (const beat of beatsOfCue(placed, placed.heardUntil, MOST_BEATS - all.length)) all.push(beat);
    beats = all.sort((a, b) => a.sample - b.sample);
    known.set(film, beats);
  }
  return beats;
}
