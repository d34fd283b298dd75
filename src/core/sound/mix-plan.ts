import { filmSamples, placeCues } from '../film/cue-place';
import type { Film } from '../film/film';
import type { Fade, StepBack } from '../film/sound';
import type { Span } from '../film/moments';
import { frameToSample } from '../time/frames';
import { gainOf } from './level';
import { joined, type SampleSpan } from './step-back';

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
}

/** All that is heard in a film, ready to be mixed at any place. */
export interface MixPlan {
  readonly length: number;
  /** In the order of time. */
  readonly voices: readonly Voice[];
  /** Where dialogue is spoken. */
  readonly dialogue: readonly SampleSpan[];
  readonly stepBack: StepBack | undefined;
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
  const voices = heard.map(({ cue, lane, sound, start, heardUntil }): Voice => ({
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
