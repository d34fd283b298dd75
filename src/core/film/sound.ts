import type { Moment } from './moment';

/** A sound file. The bytes lie in the store under `hash` and are never altered; it is worked on at 48 kHz. */
export interface Sound {
  readonly id: string;
  /** File name as it came, without folders. */
  readonly name: string;
  /** SHA-256 of the bytes in hexadecimal. */
  readonly hash: string;
  /** Media type, such as `audio/wav`. */
  readonly type: string;
  readonly bytes: number;
  /** Channels and samples a second of the file. */
  readonly channels: number;
  readonly sampleRate: number;
  /** Length in samples at 48 kHz. */
  readonly samples: number;
  /** What is spoken in it, in the order of time. */
  readonly words?: readonly Word[] | undefined;
  readonly beats?: Beats | undefined;
}

/** From a beat on, a steady tempo. */
export interface TempoStep {
  /** The sample of the sound on which the beat falls. */
  readonly at: number;
  /** Beats a minute. */
  readonly tempo: number;
}

/** The beats of a piece of music: a steady tempo, or a map of several, each until the next begins. */
export interface Beats {
  /** At least one, in the order of time. */
  readonly steps: readonly TempoStep[];
  /** Beats to a bar; the first of all is the first of a bar. */
  readonly toBar: number;
}

/** A word, or several, spoken in a sound; in samples of the sound, so that it stays with what is heard. */
export interface Word {
  readonly id: string;
  readonly at: number;
  /** Behind its last sample. */
  readonly to: number;
  readonly text: string;
}

export const LANE_KINDS = ['dialogue', 'effects', 'music', 'ambience'] as const;
export type LaneKind = (typeof LANE_KINDS)[number];

/** Where cues lie. */
export interface Lane {
  readonly id: string;
  readonly name: string;
  readonly kind: LaneKind;
  /** dB, as for a cue. */
  readonly level: number;
  readonly muted?: boolean | undefined;
  readonly solo?: boolean | undefined;
  readonly folded?: boolean | undefined;
}

/** How loudness goes over a fade: evenly in amplitude, with even power, or slowly at the quiet end. */
export const FADE_CURVES = ['straight', 'power', 'slow'] as const;
export type FadeCurve = (typeof FADE_CURVES)[number];

export interface Fade {
  /** Samples at 48 kHz; longer than the cue it counts as long as the cue. */
  readonly samples: number;
  readonly curve: FadeCurve;
}

/** Ties a cue to a pose, so that it goes where the pose goes. */
export interface PosePin {
  readonly to: 'pose';
  /** The offset counts on past the end of a pose that has become shorter: the cue keeps its distance. */
  readonly at: Moment;
  /** Frames added to the offset, whole or not. */
  readonly nudge: number;
  /** The sample of the sound that is heard there, such as its contact. */
  readonly by: number;
  /** In a cycle: at every showing of the pose, not only at the one named. */
  readonly every?: boolean | undefined;
}

/** Holds the start of a cue at a time of the film, whatever becomes of the poses. */
export interface TimePin {
  readonly to: 'time';
  /** Sample of the film at 48 kHz. */
  readonly sample: number;
}

export type Pin = PosePin | TimePin;

/** One sound placed in the film. */
export interface Cue {
  readonly id: string;
  readonly soundId: string;
  readonly laneId: string;
  /** The part of the sound that is heard: samples at 48 kHz, from the first until behind the last. */
  readonly from: number;
  readonly to: number;
  /** dB, −60 to +12. */
  readonly level: number;
  readonly fadeIn?: Fade | undefined;
  readonly fadeOut?: Fade | undefined;
  readonly reversed?: boolean | undefined;
  /** Repeated until the film ends. */
  readonly looped?: boolean | undefined;
  readonly pin: Pin;
}

/** How far music and ambience step back under dialogue. */
export interface Ducking {
  /** dB, from 0 down. */
  readonly amount: number;
  /** Seconds before and after the dialogue in which they go down and come back. */
  readonly attack: number;
  readonly release: number;
}

/** What is done to the mix as a whole. */
export interface Mix {
  /** dB. */
  readonly gain: number;
  /** The highest true peak, dBTP. */
  readonly ceiling: number;
  readonly stepBack?: Ducking | undefined;
}

const LANE_NAMES: Readonly<Record<LaneKind, string>> = {
  dialogue: 'Dialogue',
  effects: 'Effects',
  music: 'Music',
  ambience: 'Ambience',
};

/** A lane of each kind, as a new film has them. */
export const FIRST_LANES: readonly Lane[] = LANE_KINDS.map((kind) => ({
  id: kind,
  name: LANE_NAMES[kind],
  kind,
  level: 0,
}));

export const FIRST_MIX: Mix = { gain: 0, ceiling: -1 };
