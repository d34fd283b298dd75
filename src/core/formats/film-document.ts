import Joi from 'joi';
import type { Film } from '../film/film';
import { LONGEST_HOLD } from '../time/hold';
import { failed, found, type Parsed } from '../time/parsed';

/**
 * Version of the film document. 2 added what a person decides about a photo (turned, set aside, written out,
 * retouched); a document of version 1 is one of version 2 without any of it.
 */
export const FILM_VERSION = 2;

/** A film as it is stored in the browser and in `film.json` of a `.kermis` file. */
export interface FilmDocument {
  readonly format: 'kermis';
  readonly version: number;
  readonly film: Film;
}

export const filmDocument = (film: Film): FilmDocument => ({ format: 'kermis', version: FILM_VERSION, film });

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

const scene = Joi.object({ id, name, poses: Joi.array().items(pose).unique('id').required() });

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
  film: Joi.object({
    id,
    title: name,
    settings: settingsSchema.required(),
    photos: Joi.array().items(photoSchema).unique('id').required(),
    scenes: Joi.array().items(scene).unique('id').min(1).required(),
  }).required(),
});

/** What a film of a newer Kermis is told by: all else of it may be unknown here. */
const versionOnly = Joi.object({
  format: Joi.string().valid('kermis').required(),
  version: Joi.number().integer().greater(FILM_VERSION).required(),
}).required();

/** Reads a stored film. Whatever it is given, it never throws. */
export function readFilmDocument(value: unknown): Parsed<Film> {
  const newer = versionOnly.validate(value, { convert: false, allowUnknown: true });
  if (!newer.error)
    return failed('This film was saved by a newer Kermis. Open it with that one; nothing here was changed.');
  const checked: Joi.ValidationResult<FilmDocument> = document.required().validate(value, { convert: false });
  if (checked.error) return failed(`This is not a film that Kermis can read: ${checked.error.message}.`);
  const { film } = checked.value;
  const photos = new Set(film.photos.map((each) => each.id));
  const poses = film.scenes.flatMap((each) => each.poses);
  if (new Set(poses.map((each) => each.id)).size !== poses.length) {
    return failed('This film is damaged: two poses carry the same mark.');
  }
  const missing = poses.filter((each) => !photos.has(each.photoId)).length;
  if (missing > 0)
    return failed(`This film is damaged: ${missing} of its poses name photos it does not have.`);
  return found(film);
}
