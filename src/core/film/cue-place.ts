import { frameToSample, sampleToFrame, SAMPLE_RATE } from '../time/frames';
import type { Rate } from '../time/rate';
import type { Film } from './film';
import { momentAt, pinnedFrame } from './moments';
import { scheduleOf, type Schedule } from './schedule';
import { showingsOf, type Showings } from './showings';
import type { Cue, Lane, Pin, Sound } from './sound';

/** A cue where it sounds, in samples of the film at 48 kHz. */
export interface PlacedCue {
  readonly cue: Cue;
  readonly sound: Sound;
  readonly lane: Lane;
  readonly start: number;
  /** Behind its last sample, though the film may have ended before. */
  readonly end: number;
  /** Behind the last sample that is heard: the film's end where it comes first. */
  readonly heardUntil: number;
  /** Whether its pose is gone, so that it stands where it sounded. */
  readonly loose: boolean;
  /** Which showing of its pose it is tied to; 0 where it is tied to none. */
  readonly showing: number;
  /** Where it is heard at more showings than are written out: it stands once for all of them, from the first to the last. */
  readonly showings?: Showings | undefined;
}

/** A cue that is heard at every showing of its pose stands once for each of so many, and once for all where there are more. */
const MOST_WRITTEN_OUT = 500;

/** The first sample at or behind a place between frames. */
const sampleAt = (frame: number, rate: Rate): number =>
  // Whole frames exactly; between them a hair is no whole sample.
  Number.isInteger(frame)
    ? frameToSample(frame, rate)
    : Math.ceil((frame * rate.den * SAMPLE_RATE) / rate.num - 1e-6);

/** Samples of a film at 48 kHz: its sound ends with its last frame. */
export const filmSamples = (film: Film): number => frameToSample(scheduleOf(film).frames, film.settings.rate);

/** Samples of a cue from its start until the moment that its pin holds; below 0 where that was trimmed off. */
export const samplesToPin = (cue: Cue): number =>
  cue.pin.to === 'time' ? 0 : cue.reversed ? cue.to - cue.pin.by : cue.pin.by - cue.from;

/** Where a cue starts that is tied to a frame of the film, as a sample of it. */
export const startFrom = (cue: Cue, frame: number, rate: Rate): number =>
  sampleAt(frame + (cue.pin.to === 'pose' ? cue.pin.nudge : 0), rate) - samplesToPin(cue);

/** Where cues lie, in the order of time. Those of unknown sounds or lanes are not among them. O(n log n). */
export function placeCues(film: Film, plan: Schedule = scheduleOf(film)): readonly PlacedCue[] {
  const { rate } = film.settings;
  const end = frameToSample(plan.frames, rate);
  const sounds = new Map(film.sounds.map((sound) => [sound.id, sound]));
  const lanes = new Map(film.lanes.map((lane) => [lane.id, lane]));
  const placed = film.cues.flatMap((cue): PlacedCue[] => {
    const sound = sounds.get(cue.soundId);
    const lane = lanes.get(cue.laneId);
    if (!sound || !lane) return [];
    const at = (start: number, showing = 0, loose = false): PlacedCue => {
      const last = cue.looped ? Math.max(end, start + 1) : start + cue.to - cue.from;
      return { cue, sound, lane, start, end: last, heardUntil: Math.min(last, end), loose, showing };
    };
    const { pin } = cue;
    if (pin.to === 'time') return [at(pin.sample)];
    const first = plan.firsts.get(pin.at.poseId);
    const startOf = (showing: number): number =>
      startFrom(cue, pinnedFrame(plan, { ...pin.at, showing }), rate);
    if (!first) return [at(startOf(pin.at.showing), pin.at.showing, true)];
    if (pin.every && first.showings > MOST_WRITTEN_OUT) {
      const showings = showingsOf(film, pin.at.poseId, plan);
      const last = at(startOf(first.showings - 1));
      return [{ ...at(startOf(0)), end: last.end, heardUntil: last.heardUntil, showings }];
    }
    if (pin.every)
      return Array.from({ length: first.showings }, (_, showing) => at(startOf(showing), showing));
    // A cycle may have fewer passes by now.
    const showing = Math.min(pin.at.showing, first.showings - 1);
    return [at(startOf(showing), showing)];
  });
  return placed.sort((a, b) => a.start - b.start);
}

/** Cues where they lie, each once: of one that is heard in every pass the first showing. `ids` names those that are meant. */
export function firstPlaces(film: Film, ids?: Iterable<string>): readonly PlacedCue[] {
  const wanted = ids && new Set(ids);
  const seen = new Set<string>();
  return placeCues(film).flatMap(({ showings, ...placed }): readonly PlacedCue[] => {
    const { cue, start, heardUntil } = placed;
    if (seen.has(cue.id) || (wanted && !wanted.has(cue.id))) return [];
    seen.add(cue.id);
    if (!showings) return [placed];
    const end = start + cue.to - cue.from;
    return [{ ...placed, end, heardUntil: Math.min(end, heardUntil) }];
  });
}

/** The pin that holds a sample of a sound at a sample of the film; at a time where the film has no pose. */
export function pinAt(film: Film, sample: number, by: number, every?: boolean): Pin {
  const plan = scheduleOf(film);
  const { rate } = film.settings;
  const exact = (sample * rate.num) / (rate.den * SAMPLE_RATE);
  const frame = Math.min(plan.frames - 1, Math.max(0, sampleToFrame(sample, rate)));
  const at = momentAt(plan, frame);
  if (!at) return { to: 'time', sample: Math.max(0, sample) };
  // The first sample of a frame begins a little behind the frame itself.
  const nudge = frameToSample(frame, rate) === sample ? 0 : exact - frame;
  return { to: 'pose', at, nudge, by, ...(every ? { every } : {}) };
}
