import Joi from 'joi';
import { MOST_PASSES, framesOf } from '../film/edits/cycle-edits';
import { CYCLE_WAYS, FLAG_KINDS, NO_SOUND, PAINTS, type Film } from '../film/film';
import { posesOf } from '../film/items';
import { FADE_CURVES, LANE_KINDS } from '../film/sound';
import { CEILINGS, LEVELS } from '../sound/level';
import { TEMPO_BOUNDS } from '../time/beats';
import { LONGEST_HOLD } from '../time/hold';
import { failed, found, type Parsed } from '../time/parsed';

/**
 * Version of the film document. 2 added what a person decides about a photo (turned, set aside, written out,
 * retouched); a document of version 1 is one of version 2 without any of it. 3 added cycles, flags, in and out points,
 * and colours of scenes: what stood in a scene as its `poses` are its `items` now. 4 added sound, 5 the beats of a
 * sound: a document of version 4 is one of version 5 without any.
 */
export const FILM_VERSION = 5;

/** A film as it is stored in the browser and in `film.json` of a `.kermis` file. */
export interface FilmDocument {
  readonly format: 'kermis';
  readonly version: number;
  readonly film: Film;
  /** In the browser only: how many of the moves in the journal beside it are in it. */
  readonly at?: number | undefined;
}

export const filmDocument = (film: Film, at?: number): FilmDocument => ({
  format: 'kermis',
  version: FILM_VERSION,
  film,
  ...(at === undefined ? {} : { at }),
});

const id = Joi.string()
  .pattern(/^[\w-]{1,64}$/)
  .required();
const name = Joi.string().allow('').max(1000).required();
const side = Joi.number().integer().min(1).max(100_000).required();

const orientation = Joi.number().integer().min(1).max(8);

const pictureFile = {
  name,
  hash: Joi.string().hex().length(64).required(),
  type: Joi.string().max(100).required(),
  bytes: Joi.number().integer().min(0).required(),
  width: side,
  height: side,
  orientation: orientation.required(),
  light: Joi.number().min(0).max(255).optional(),
  approximate: Joi.string().valid('inks', 'profile').optional(),
  turn: orientation.optional(),
};

export const photoSchema = Joi.object({
  id,
  ...pictureFile,
  takenAt: Joi.number().optional(),
  cameInAt: Joi.number().optional(),
  setAside: Joi.boolean().optional(),
  writtenOut: Joi.object({ form: Joi.string().valid('file', 'film').required(), stem: name }).optional(),
  retouched: Joi.object(pictureFile).optional(),
});

const pose = Joi.object({
  id,
  photoId: id,
  hold: Joi.number().integer().min(1).max(LONGEST_HOLD).required(),
});

const paint = Joi.string().valid(...PAINTS);

const items = Joi.array().items(
  Joi.alternatives().conditional(Joi.object({ items: Joi.exist() }).unknown(), {
    then: Joi.link('#cycle'),
    otherwise: pose,
  }),
);

const cycle = Joi.object({
  id,
  items: items.min(1).required(),
  times: Joi.number().integer().min(1).max(MOST_PASSES).required(),
  way: Joi.string()
    .valid(...CYCLE_WAYS)
    .required(),
  endsTwice: Joi.boolean().required(),
}).id('cycle');

const scene = Joi.object({
  id,
  name,
  items: items.required(),
  colour: paint.optional(),
  setAside: Joi.boolean().optional(),
}).shared(cycle);

const moment = Joi.object({
  poseId: id,
  offset: Joi.number().integer().min(0).required(),
  showing: Joi.number().integer().min(0).required(),
  frame: Joi.number().integer().min(0).required(),
});

const flag = Joi.object({
  id,
  label: name,
  kind: Joi.string()
    .valid(...FLAG_KINDS)
    .required(),
  colour: paint.required(),
  at: moment.required(),
});

const sample = Joi.number()
  .integer()
  .min(-(2 ** 45))
  .max(2 ** 45);

/** A sound file as the film knows it. */
const soundSchema = Joi.object({
  id,
  name,
  hash: pictureFile.hash,
  type: Joi.string().max(100).required(),
  bytes: Joi.number().integer().min(0).required(),
  channels: Joi.number().integer().min(1).max(64).required(),
  sampleRate: Joi.number().positive().max(10_000_000).required(),
  samples: sample.min(1).required(),
  beats: Joi.object({
    steps: Joi.array()
      .items(
        Joi.object({
          at: Joi.number().integer().min(0).required(),
          tempo: Joi.number().min(TEMPO_BOUNDS.least).max(TEMPO_BOUNDS.most).required(),
        }),
      )
      .min(1)
      .max(10_000)
      .required(),
    toBar: Joi.number().integer().min(1).max(32).required(),
  }).optional(),
  words: Joi.array()
    .items(
      Joi.object({
        id,
        at: sample.min(0).required(),
        to: sample.greater(Joi.ref('at')).required(),
        text: name,
      }),
    )
    .unique('id')
    .optional(),
});

const level = Joi.number().min(LEVELS.least).max(LEVELS.most).required();

const lane = Joi.object({
  id,
  name,
  kind: Joi.string()
    .valid(...LANE_KINDS)
    .required(),
  level,
  muted: Joi.boolean().optional(),
  solo: Joi.boolean().optional(),
  folded: Joi.boolean().optional(),
});

const fade = Joi.object({
  samples: sample.min(0).required(),
  curve: Joi.string()
    .valid(...FADE_CURVES)
    .required(),
});

/** What ties a cue, or a recording, to the film. */
export const pinSchema = Joi.alternatives().conditional(Joi.object({ to: 'pose' }).unknown(), {
  then: Joi.object({
    to: Joi.string().valid('pose').required(),
    at: moment.required(),
    nudge: Joi.number().min(-1e9).max(1e9).required(),
    by: sample.required(),
    every: Joi.boolean().optional(),
  }),
  otherwise: Joi.object({ to: Joi.string().valid('time').required(), sample: sample.required() }),
});

const cue = Joi.object({
  id,
  soundId: id,
  laneId: id,
  from: sample.min(0).required(),
  to: sample.greater(Joi.ref('from')).required(),
  level,
  fadeIn: fade.optional(),
  fadeOut: fade.optional(),
  reversed: Joi.boolean().optional(),
  looped: Joi.boolean().optional(),
  pin: pinSchema.required(),
});

const mix = Joi.object({
  gain: Joi.number().min(-60).max(60).required(),
  ceiling: Joi.number().min(CEILINGS.least).max(CEILINGS.most).required(),
  stepBack: Joi.object({
    amount: Joi.number().min(LEVELS.least).max(0).required(),
    attack: Joi.number().min(0).max(10).required(),
    release: Joi.number().min(0).max(10).required(),
  }).optional(),
});

/** Shape and bounds of a film's settings, for stored films and for the settings form alike. */
export const settingsSchema = Joi.object({
  rate: Joi.object({
    num: Joi.number().integer().min(1).required(),
    den: Joi.number().integer().min(1).required(),
  }).required(),
  width: Joi.number().integer().multiple(2).min(16).max(3840).required(),
  height: Joi.number().integer().multiple(2).min(16).max(3840).required(),
  defaultHold: Joi.number().integer().min(1).max(LONGEST_HOLD).required(),
  framing: Joi.string().valid('whole', 'fill').required(),
  background: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required(),
});

const document = Joi.object({
  format: Joi.string().valid('kermis').required(),
  version: Joi.number().integer().min(1).required(),
  at: Joi.number().integer().min(0).optional(),
  // Said which list of what was done belonged to it, before there was a journal.
  stamp: Joi.string().max(64).optional(),
  film: Joi.object({
    id,
    title: name,
    settings: settingsSchema.required(),
    photos: Joi.array().items(photoSchema).unique('id').required(),
    scenes: Joi.array().items(scene).unique('id').min(1).required(),
    flags: Joi.array().items(flag).unique('id').required(),
    range: Joi.object({ in: moment.optional(), out: moment.optional() }).required(),
    sounds: Joi.array().items(soundSchema).unique('id').required(),
    lanes: Joi.array().items(lane).unique('id').required(),
    cues: Joi.array().items(cue).unique('id').required(),
    mix: mix.required(),
  }).required(),
});

/** What a film of a newer Kermis is told by: all else of it may be unknown here. */
const versionOnly = Joi.object({
  format: Joi.string().valid('kermis').required(),
  version: Joi.number().integer().greater(FILM_VERSION).required(),
}).required();

/** A document of version 1 or 2, as far as it has to be known to bring it up to 3. */
const withPoses = Joi.object({
  version: Joi.number().integer().min(1).less(3).required(),
  film: Joi.object({
    scenes: Joi.array()
      .items(Joi.object({ poses: Joi.array().required() }).unknown())
      .required(),
  })
    .unknown()
    .required(),
})
  .unknown()
  .required();

interface WithPoses {
  readonly film: { readonly scenes: readonly { readonly poses: readonly unknown[] }[] };
}

function withItems(value: unknown): unknown {
  const checked: Joi.ValidationResult<WithPoses> = withPoses.validate(value, { convert: false });
  if (checked.error) return value;
  const { film } = checked.value;
  const scenes = film.scenes.map(({ poses, ...scene }) => ({ ...scene, items: poses }));
  return { ...checked.value, film: { ...film, scenes, flags: [], range: {} } };
}

const silent = Joi.object({
  version: Joi.number().integer().min(1).less(4).required(),
  film: Joi.object().unknown().required(),
})
  .unknown()
  .required();

/** A document of any older version as one of this. */
function upToDate(value: unknown): unknown {
  const checked: Joi.ValidationResult<{ readonly film: object }> = silent.validate(withItems(value), {
    convert: false,
  });
  return checked.error ? value : { ...checked.value, film: { ...checked.value.film, ...NO_SOUND } };
}

/** More frames than any film has; its cycles cannot be counted exactly beyond 2^53. */
const MOST_FRAMES = 2 ** 40;

/** What does not hold together in a film whose parts are each well formed. */
function inconsistency(film: Film): string | undefined {
  const photos = new Set(film.photos.map((each) => each.id));
  const poses = posesOf(film);
  if (new Set(poses.map((each) => each.id)).size !== poses.length) return 'two poses carry the same mark';
  const missing = poses.filter((each) => !photos.has(each.photoId)).length;
  if (missing > 0) return `${missing} of its poses name photos it does not have`;
  const sounds = new Map(film.sounds.map((each) => [each.id, each]));
  const lanes = new Set(film.lanes.map((each) => each.id));
  const adrift = film.cues.filter(
    (each) => !lanes.has(each.laneId) || each.to > (sounds.get(each.soundId)?.samples ?? 0),
  ).length;
  if (adrift > 0) return `${adrift} of its cues name sounds or lanes that it does not have`;
  return framesOf(film) > MOST_FRAMES ? 'its cycles make it endless' : undefined;
}

/** Reads a stored film. Whatever it is given, it never throws. */
export function readFilmDocument(value: unknown): Parsed<Film> {
  try {
    const newer = versionOnly.validate(value, { convert: false, allowUnknown: true });
    if (!newer.error)
      return failed(
        'This film was saved by a newer Kermis. Open it with that one; nothing here was changed.',
      );
    const checked: Joi.ValidationResult<FilmDocument> = document
      .required()
      .validate(upToDate(value), { convert: false });
    if (checked.error) return failed(`This is not a film that Kermis can read: ${checked.error.message}.`);
    const { film } = checked.value;
    const problem = inconsistency(film);
    return problem === undefined ? found(film) : failed(`This film is damaged: ${problem}.`);
  } catch (error) {
    // Such as cycles within cycles deeper than can be gone through.
    return failed(`This is not a film that Kermis can read: ${String(error)}.`);
  }
}
