import Joi from 'joi';
import { MAX_CYCLE_DEPTH, MOST_PARTS, MOST_STROKE_PLACES } from '../film/bounds';
import { PLACE } from '../picture/paint/stroke';
import { NOTHING_DRAWN } from '../film/drawing';
import { NO_SOUND, type Film } from '../film/film';
import { err, ok, type Result } from '../time/result';
import { formatFault } from './format-fault';
import { filmSchema } from '../film/film-schema';
import { shaped } from '../film/shaped';
import { inconsistency } from './inconsistency';

/**
 * Version of the film document. 2 added what a person decides about a photo (turned, set aside, written out,
 * retouched); a document of version 1 is one of version 2 without any of it. 3 added cycles, flags, in and out points,
 * and colours of scenes: what stood in a scene as its `poses` are its `items` now. 4 added sound, 5 the beats of a
 * sound: a document of version 4 is one of version 5 without any. 6 added the folders that photos came in, 7
 * what is mended of a photo, 8 light that was matched, 9 how photos are moved, and
 * stacks of colour, 10 cameras that move while a pose is held, how much is done of framings and colours, 11 what is painted on photos,
 * and clean plates, 12 keys, 13 what is drawn on top: a document of version 12 is one of version 13 without layers and drawings. 14 added how long
 * scenes are planned to be.
 */
export const FILM_VERSION = 14;

/** A film as it is stored in the browser and in `film.json` of a `.kermis` file. */
export interface FilmDocument {
  readonly format: 'kermis';
  readonly version: number;
  readonly film: Film;
  /** In the browser only: how many of the moves in the journal beside it are in it. */
  readonly at?: number | undefined;
}

/** A document of this version. */
export const documentSchema = shaped<FilmDocument & { readonly stamp?: string }>({
  format: Joi.string().valid('kermis').required(),
  version: Joi.number().integer().min(1).required(),
  at: Joi.number().integer().min(0).optional(),
  // Said which list of what was done belonged to it, before there was a journal.
  stamp: Joi.string().max(64).optional(),
  film: filmSchema,
}).required();

export const filmDocument = (film: Film, at?: number): FilmDocument => ({
  format: 'kermis',
  version: FILM_VERSION,
  film,
  ...(at === undefined ? {} : { at }),
});

const NEWER = 'This film was saved by a newer Kermis. Open it with that one; nothing here was changed.';

/** What a film of a newer Kermis is told by: all else of it may be unknown here. */
const newer = Joi.object({
  format: Joi.string().valid('kermis').required(),
  version: Joi.number().integer().greater(FILM_VERSION).required(),
}).required();

/** Whether a document is of a version that is not known here. */
export const isNewer = (value: unknown): boolean =>
  !newer.validate(value, { convert: false, allowUnknown: true }).error;

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

/** A document of a version before one, of which the film is not known any closer. */
const before = (version: number): Joi.ObjectSchema =>
  Joi.object({
    version: Joi.number().integer().min(1).less(version).required(),
    film: Joi.object().unknown().required(),
  })
    .unknown()
    .required();

/** What films did not have before a version, and what they have instead. */
const CAME_WITH: readonly (readonly [schema: Joi.ObjectSchema, instead: object])[] = [
  [before(4), NO_SOUND],
  [before(13), NOTHING_DRAWN],
];

/** A document of any older version as one of this; what is no document stays as it is. */
export function upToDate(value: unknown): unknown {
  return CAME_WITH.reduce((document, [schema, instead]) => {
    const checked: Joi.ValidationResult<{ readonly film: object }> = schema.validate(document, {
      convert: false,
    });
    return checked.error ? document : { ...checked.value, film: { ...checked.value.film, ...instead } };
  }, withItems(value));
}

/** The greatest nesting depth of a document, in lists and objects: each cycle takes two levels, all around and within it 24. */
const MAX_DEPTH = 2 * MAX_CYCLE_DEPTH + 24;

/** Why a value is more than a film may be, as a sentence; nothing of it is known yet. */
export function whyTooMuch(value: unknown): string | undefined {
  // Each thing of a film is one to four objects: itself, its pin, its moment, a fade.
  let left = 4 * MOST_PARTS + (2 * PLACE * MOST_STROKE_PLACES) / 16;
  const waiting: { readonly each: object; readonly depth: number }[] = [];
  const wait = (each: unknown, depth: number): void => {
    if (typeof each === 'object' && each !== null) waiting.push({ each, depth });
  };
  wait(value, 0);
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { each, depth } = next;
    if (depth > MAX_DEPTH) return 'This is not a film that Kermis can read: it is nested too deeply.';
    const inside: readonly unknown[] = Array.isArray(each) ? each : Object.values(each);
    left -= 1 + inside.length / 16;
    if (left < 0)
      return `This film has more parts than Kermis can read: ${MOST_PARTS.toLocaleString('en')} are the most.`;
    for (const one of inside) wait(one, depth + 1);
  }
  return undefined;
}

/** Reads a stored film as it is. Whatever it is given, it never throws. */
export function readFilmDocument(value: unknown): Result<Film> {
  try {
    const tooMuch = whyTooMuch(value);
    if (tooMuch !== undefined) return err(tooMuch);
    if (isNewer(value)) return err(NEWER);
    const checked: Joi.ValidationResult<FilmDocument> = documentSchema.validate(upToDate(value), {
      convert: false,
    });
    const [detail] = checked.error?.details ?? [];
    if (detail) return err(`This is not a film that Kermis can read: ${formatFault(detail)}.`);
    const { film } = checked.value as FilmDocument;
    const problem = inconsistency(film);
    return problem === undefined ? ok(film) : err(`This film is damaged: ${problem}.`);
  } catch {
    return err('This is not a film that Kermis can read.');
  }
}
