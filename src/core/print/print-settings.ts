import Joi from 'joi';
import { isRate, type Rate } from '../time/rate';
import type { Framing } from '../picture/placement';
import { PRINT_KINDS, QUALITY_STEPS, type PrintKind, type QualityStep } from './print-kinds';
import { NAMED_SIZES, PRINT_SIDES, type NamedSize } from './print-size';
import type { Size } from '../picture/size';

/** How a loop is made of few colours. */
export const LOOP_PALETTES = ['film', 'frame'] as const;

/** Everything that is decided about a print, but for what film and what part of it. */
export interface PrintSettings {
  readonly kind: PrintKind;
  readonly size: NamedSize | Size;
  /** How photos of another shape are placed; as the film does it where nothing is said. */
  readonly framing?: Framing | undefined;
  readonly quality: QualityStep;
  /** Bits a second of the pictures, in place of the step of quality. */
  readonly bitrate?: number | undefined;
  /** Seconds from one key frame to the next, at most. */
  readonly keyEvery: number;
  /** Frames a second of the file; as the film has it where nothing is said. */
  readonly rate?: Rate | undefined;
  /** Of loops: how often it runs, 0 for ever. */
  readonly runs: number;
  /** Of GIF: colours chosen for all of the film or for each picture, and whether those between are mixed of dots. */
  readonly palette: (typeof LOOP_PALETTES)[number];
  readonly dither: boolean;
  /** Of stills: every frame of the film, or every picture once. */
  readonly every: 'frame' | 'pose';
  /** What the file is called: words, and `{film}`, `{scene}`, `{date}`, `{size}`, `{counter}`. */
  readonly pattern: string;
  /** Whether each scene becomes a file of its own. */
  readonly eachScene: boolean;
}

export const PRINT_BOUNDS = {
  bitrate: { least: 50_000, most: 200_000_000 },
  keyEvery: { least: 0.5, most: 20 },
  runs: 65_535,
  pattern: 200,
};

export const PLAIN_PRINT: PrintSettings = {
  kind: 'mp4',
  size: 'film',
  quality: 'good',
  keyEvery: 2,
  runs: 0,
  palette: 'film',
  dither: true,
  every: 'frame',
  pattern: '{film}',
  eachScene: false,
};

const side = Joi.number().integer().multiple(2).min(PRINT_SIDES.least).max(PRINT_SIDES.most).required();

/** Settings as they are stored and read again. */
export const printSettingsSchema = Joi.object({
  kind: Joi.string()
    .valid(...Object.keys(PRINT_KINDS))
    .required(),
  size: Joi.alternatives(
    Joi.string().valid(...NAMED_SIZES),
    Joi.object({ width: side, height: side }),
  ).required(),
  framing: Joi.string().valid('whole', 'fill'),
  quality: Joi.string()
    .valid(...QUALITY_STEPS)
    .required(),
  bitrate: Joi.number().integer().min(PRINT_BOUNDS.bitrate.least).max(PRINT_BOUNDS.bitrate.most),
  keyEvery: Joi.number().min(PRINT_BOUNDS.keyEvery.least).max(PRINT_BOUNDS.keyEvery.most).required(),
  rate: Joi.object({ num: Joi.number().required(), den: Joi.number().required() }).custom((value: Rate) => {
    if (!isRate(value)) throw new Error('This is not a rate.');
    return value;
  }),
  runs: Joi.number().integer().min(0).max(PRINT_BOUNDS.runs).required(),
  palette: Joi.string()
    .valid(...LOOP_PALETTES)
    .required(),
  dither: Joi.boolean().required(),
  every: Joi.string().valid('frame', 'pose').required(),
  pattern: Joi.string().allow('').max(PRINT_BOUNDS.pattern).required(),
  eachScene: Joi.boolean().required(),
}).required();
