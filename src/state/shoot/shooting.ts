import Joi from 'joi';
import { create } from 'zustand';
import { MOST_FRAMES } from '../../core/shoot/mean-of-frames';
import { SHOT_PLACES, type ShotPlace } from '../../core/shoot/shot-edits';
import { SHOT_TYPES, type ShotType } from '../../core/shoot/shot-name';
import type { Orientation } from '../../core/picture/orientation';
import { desk } from '../../engine/browser/store/stores';

/** Seconds that can be counted before a photo. */
export const COUNT_INS = [0, 3, 5, 10] as const;
/** How a camera can be turned, as EXIF counts. */
export const CAMERA_TURNS = [1, 6, 3, 8] as const satisfies readonly Orientation[];
/** Bounds of what is typed: seconds from photo to photo, and how many. */
export const EVERY = { least: 0.5, most: 3600 } as const;
export const MOST_TIMES = 5000;
/** Seconds that can be played to check. */
export const CHECKED_SECONDS = [1, 2, 4, 8, 16] as const;
/** Photos of a burst. */
export const BURSTS = [1, 3, 5, 10] as const;

/** How photos are taken, as a person set it; kept for the browser as a whole. */
export interface Shooting {
  /** Where the next photo goes. */
  readonly place: ShotPlace;
  readonly type: ShotType;
  /** Of how many frames a photo is the mean. */
  readonly frames: number;
  readonly turn: (typeof CAMERA_TURNS)[number];
  /** Whether the live picture is seen as in a mirror, and whether photos are too. */
  readonly mirrored: boolean;
  readonly mirrorsPhotos: boolean;
  readonly countIn: (typeof COUNT_INS)[number];
  /** Seconds from one photo to the next where they are taken by themselves. */
  readonly every: number | undefined;
  /** How many then; undefined until it is stopped. */
  readonly times: number | undefined;
  /** Photos taken at one press, to choose from. */
  readonly burst: (typeof BURSTS)[number];
  /** The key of a remote, as the browser names it. */
  readonly remote: string | undefined;
  /** Whether the sound of the frame is heard at each press. */
  readonly soundAtPress: boolean;
  /** Seconds that are played to check. */
  readonly checked: (typeof CHECKED_SECONDS)[number];
}

const FIRST: Shooting = {
  place: 'end',
  type: 'image/jpeg',
  frames: 1,
  turn: 1,
  mirrored: false,
  mirrorsPhotos: false,
  countIn: 0,
  every: undefined,
  times: undefined,
  burst: 1,
  remote: undefined,
  soundAtPress: false,
  checked: 2,
};

/** How photos are taken. */
export const useShooting = create<Shooting>(() => FIRST);

export const shootingNow = useShooting.getState;

const schema = Joi.object({
  place: Joi.valid(...SHOT_PLACES),
  type: Joi.valid(...SHOT_TYPES),
  frames: Joi.number().integer().min(1).max(MOST_FRAMES),
  turn: Joi.valid(...CAMERA_TURNS),
  mirrored: Joi.boolean(),
  mirrorsPhotos: Joi.boolean(),
  countIn: Joi.valid(...COUNT_INS),
  every: Joi.number().min(EVERY.least).max(EVERY.most).optional(),
  times: Joi.number().integer().min(1).max(MOST_TIMES).optional(),
  burst: Joi.valid(...BURSTS),
  remote: Joi.string().max(40).optional(),
  soundAtPress: Joi.boolean(),
  checked: Joi.valid(...CHECKED_SECONDS),
});

/** Takes up how photos were taken last; what cannot be read is forgotten. */
export async function restoreShooting(): Promise<void> {
  const kept = await desk.getItem<unknown>('shooting').catch(() => null);
  const { value, error } = schema.validate(kept ?? {}, { convert: false }) as {
    value: Partial<Shooting>;
    error?: Error;
  };
  // Where the next photo goes is a matter of the moment.
  if (!error) useShooting.setState({ ...value, place: 'end' });
}

/** Sets how photos are taken from now on. */
export function setShooting(change: Partial<Shooting>): void {
  useShooting.setState(change);
  // What is not remembered does no harm.
  desk.setItem('shooting', shootingNow()).catch(() => undefined);
}
