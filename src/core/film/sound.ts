import type { Beats } from '../sound/beats/beats';
import type { Ducking } from '../sound/ducking';
import type { Fade } from '../sound/fade';
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
