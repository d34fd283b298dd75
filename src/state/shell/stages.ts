import { STAGE_ADDRESSES } from '../../engine/stage-addresses';
import type { GuideChapter } from './guide';

/** The stages of the work, in the order of the work. */
export const STAGES = STAGE_ADDRESSES;
export type Stage = (typeof STAGES)[number];

/** What is special to a stage, but for its view and its keys (`views/stages.ts`). */
export interface StageFacts {
  readonly label: string;
  /** What it is for, in its tip. */
  readonly does: string;
  /** The chapter that the guide opens at, where none is asked for. */
  readonly guide: GuideChapter;
  /** Whether the film goes on playing as the stage is shown. */
  readonly plays: boolean;
  /** Whether the big picture is shown in it. */
  readonly hasPicture: boolean;
  /**
   * Panel at the left, as high as stage and strip together, with its width in CSS pixels. Other panels end above
   * the strip.
   */
  readonly tallPanel?: { readonly name: string; readonly width: number };
  /** What the strip shows of the sound: which lanes and how high, and whether beats; whether what was mended; and how close it comes. */
  readonly strip: {
    readonly lanes: 'none' | 'used' | 'all';
    readonly laneHeight: 'low' | 'full';
    readonly beats: boolean;
    readonly mends: boolean;
    readonly closest: 'frames' | 'samples';
  };
}

const PICTURES_ONLY = {
  lanes: 'none',
  laneHeight: 'low',
  beats: false,
  mends: false,
  closest: 'frames',
} as const;

/** All stages; a further one is an entry here, in `STAGE_ADDRESSES` and in `STAGE_VIEWS`. */
export const STAGE_FACTS: Readonly<Record<Stage, StageFacts>> = {
  shoot: {
    label: 'Shoot',
    does: 'take photos',
    guide: 'camera',
    plays: false,
    hasPicture: true,
    tallPanel: { name: 'Camera', width: 276 },
    strip: { lanes: 'used', laneHeight: 'low', beats: true, mends: false, closest: 'frames' },
  },
  sort: {
    label: 'Sort',
    does: 'bring photos in',
    guide: 'photos',
    plays: false,
    hasPicture: false,
    strip: PICTURES_ONLY,
  },
  time: {
    label: 'Time',
    does: 'order and hold',
    guide: 'poses',
    plays: true,
    hasPicture: true,
    strip: { lanes: 'used', laneHeight: 'low', beats: true, mends: false, closest: 'frames' },
  },
  mend: {
    label: 'Mend',
    does: 'light, shake, colour, key',
    guide: 'light',
    plays: true,
    hasPicture: true,
    tallPanel: { name: 'Mends', width: 284 },
    strip: { ...PICTURES_ONLY, mends: true },
  },
  sound: {
    label: 'Sound',
    does: 'music and voice',
    guide: 'sounds',
    plays: false,
    hasPicture: true,
    strip: { lanes: 'all', laneHeight: 'full', beats: true, mends: false, closest: 'samples' },
  },
  print: {
    label: 'Print',
    does: 'make the video file',
    guide: 'output',
    plays: false,
    hasPicture: false,
    tallPanel: { name: 'Output', width: 340 },
    strip: PICTURES_ONLY,
  },
};

/** The stage in which the work on a film begins. */
export const FIRST_STAGE: Stage = 'time';

/** Whether a word of an address is a stage. */
export const isStage = (text: string): text is Stage => (STAGES as readonly string[]).includes(text);
