import { filmSamples, placeCues, startFrom } from '../film/cue-place';
import type { Film } from '../film/film';
import { countBefore, startOfShowing, type Showings } from '../film/showings';
import type { Cue } from '../film/sound';
import { type Fade } from '../sound/fade';
import { type Ducking } from '../sound/ducking';
import type { Rate } from '../time/rate';
import type { Span } from '../film/moments';
import { frameToSample } from '../time/frames';
import { gainOf } from '../sound/level';
import { joined, type SampleSpan } from '../sound/ducking';

/** A part of a sound that is heard in the film; all places in samples at 48 kHz. */
export interface Voice {
  /** Hash of the sound's file. */
  readonly hash: string;
  /** Where in the film it is heard: from `start` until `end`, and the place that fades out with it. */
  readonly start: number;
  readonly end: number;
  /** The part of the sound. */
  readonly from: number;
  readonly to: number;
  readonly reversed: boolean;
  readonly gain: number;
  readonly fadeIn: Fade;
  readonly fadeOut: Fade;
  readonly stepsBack: boolean;
  /** Where it is heard at more showings of a pose than are written out; `start` and `end` are those of all of them. */
  readonly repeated?: Repeated | undefined;
}

/** What is heard again at every showing of a pose. */
export interface Repeated {
  readonly cue: Cue;
  readonly showings: Showings;
  readonly rate: Rate;
}

/** So often the same sound is heard over itself at the most: what began before makes way. */
const MOST_AT_ONCE = 64;

/** The voices that are heard between two places of the film, each where it begins and ends. */
export function voicesBetween({ voices }: MixPlan, from: number, to: number): readonly Voice[] {
  return voices.flatMap((voice) => {
    if (voice.start >= to || voice.end <= from) return [];
    return voice.repeated ? showingsBetween(voice, voice.repeated, from, to) : [voice];
  });
}

function showingsBetween(
  voice: Voice,
  { cue, showings, rate }: Repeated,
  from: number,
  to: number,
): readonly Voice[] {
  const startOf = (showing: number): number => startFrom(cue, startOfShowing(showings, showing), rate);
  const length = cue.to - cue.from;
  const begun = (place: number): number => countBefore(showings.count, startOf, place);
  // Those that are not over yet, and of them those that nothing newer has taken the place of.
  const first = Math.max(begun(from - length + 1), begun(from + 1) - MOST_AT_ONCE, 0);
  const behind = begun(to);
  return Array.from({ length: Math.max(0, behind - first) }, (_, i): Voice => {
    const showing = first + i;
    const start = startOf(showing);
    const pushed =
      showing + MOST_AT_ONCE < showings.count ? startOf(showing + MOST_AT_ONCE) : Number.POSITIVE_INFINITY;
    return { ...voice, repeated: undefined, start, end: Math.min(start + length, pushed, voice.end) };
  }).filter(({ start, end }) => end > Math.max(start, from));
}

/** All that is heard in a film, ready to be mixed at any place. */
export interface MixPlan {
  readonly length: number;
  /** In the order of time. */
  readonly voices: readonly Voice[];
  /** Where dialogue is spoken. */
  readonly dialogue: readonly SampleSpan[];
  readonly stepBack: Ducking | undefined;
  /** Factor of the whole, and the highest amplitude. */
  readonly gain: number;
  readonly ceiling: number;
}

/** Whether anything is heard in a part of a film, given in frames. */
export function isHeard(film: Film, span: Span): boolean {
  const { rate } = film.settings;
  const [from, to] = [frameToSample(span.from, rate), frameToSample(span.to, rate)];
  return planMix(film).voices.some(({ start, end }) => start < to && end > from);
}

const NO_FADE: Fade = { samples: 0, curve: 'straight' };

/** What a film sounds like, as a plan; lanes that are muted, or not among those heard alone, are left out. */
export function planMix(film: Film): MixPlan {
  const alone = film.lanes.some((lane) => lane.solo);
  const heard = placeCues(film).filter(
    ({ lane, start, heardUntil }) =>
      !lane.muted && (!alone || lane.solo) && start < heardUntil && heardUntil > 0,
  );
  const voices = heard.map(({ cue, lane, sound, start, heardUntil, showings }): Voice => ({
    hash: sound.hash,
    start,
    end: heardUntil,
    from: cue.from,
    to: cue.to,
    reversed: cue.reversed ?? false,
    gain: gainOf(cue.level) * gainOf(lane.level),
    fadeIn: cue.fadeIn ?? NO_FADE,
    fadeOut: cue.fadeOut ?? NO_FADE,
    stepsBack: lane.kind === 'music' || lane.kind === 'ambience',
    ...(showings ? { repeated: { cue, showings, rate: film.settings.rate } } : {}),
  }));
  const spoken = heard.flatMap(({ lane, start, heardUntil }) =>
    lane.kind === 'dialogue' ? [{ from: start, to: heardUntil }] : [],
  );
  const { gain, ceiling, stepBack } = film.mix;
  return {
    length: filmSamples(film),
    voices: voices.filter((voice) => voice.gain > 0),
    dialogue: joined(spoken),
    stepBack,
    gain: 10 ** (gain / 20),
    ceiling: 10 ** (ceiling / 20),
  };
}
