import Joi from 'joi';
import type { Film } from '../../../core/film/film';
import { takeAsRead } from '../../../core/formats/check-film';
import { filmDocument, readFilmDocument } from '../../../core/formats/film-document';
import { err, ok, type Result } from '../../../core/time/result';
import { removeTakesOf } from './take-repository';
import { forgetArrival, readArrival } from './arrival-repository';
import { followJournal, type Kept } from './follow-journal';
import { deleteJournal } from './journal';
import type { DocumentMark } from './journal-index';
import { forgetIntake } from './intake-repository';
import { openDocument } from './open-document';
import { removeShotsOf } from './shot-repository';
import { desk, films, places, references } from './stores';

/** Where a person was in a film when it was last seen. */
export interface FilmPlace {
  readonly stage: string;
  readonly frame: number;
  readonly loop: boolean;
  readonly seenAt: number;
}

const placeSchema = Joi.object({
  stage: Joi.string().max(20).required(),
  frame: Joi.number().integer().min(0).required(),
  loop: Joi.boolean().required(),
  seenAt: Joi.number().required(),
});

/**
 * Keeps a film; it is replaced whole or not at all. `at` says how many moves of its journal are in it. Rejects with
 * the browser's error, such as a full disk.
 */
export const keepFilm = async (film: Film, at?: number): Promise<void> => {
  await films.setItem(film.id, filmDocument(film, at));
};

const markSchema = Joi.object({
  at: Joi.number().integer().min(0).default(0),
  stamp: Joi.string().optional(),
})
  .unknown()
  .required();

const isFilm = (film: Film): boolean => readFilmDocument(filmDocument(film)).ok;

/** A film as it was kept, and what had to be put right in it. */
export interface ReadFilm extends Kept {
  readonly mended: readonly string[];
}

/** A film as it was kept, document and journal, with what was done to it or alone. */
export async function readKept(id: string, wanted: 'film' | 'all' = 'all'): Promise<Result<ReadFilm>> {
  const stored = await films.getItem<unknown>(id);
  if (stored === null) return err('There is no such film in this browser. It may have been deleted.');
  const document = await openDocument(stored);
  if (!document.ok) return document;
  const { film, mended } = document.value;
  takeAsRead(film);
  const mark: Joi.ValidationResult<DocumentMark> = markSchema.validate(stored);
  const kept = await followJournal(film, mark.error ? { at: 0 } : mark.value, isFilm, wanted);
  return ok({ ...kept, mended });
}

/** What is stored of a film, as it is: of one that cannot be read, to be saved to disk. */
export const readStored = (id: string): Promise<unknown> => films.getItem<unknown>(id);

/** A film as it was kept, without what was done to it; a sentence where it cannot be read. */
export async function readFilm(id: string): Promise<Result<Film>> {
  const kept = await readKept(id, 'film');
  return kept.ok ? ok(kept.value.history.film) : kept;
}

/** Keeps where the person is in a film. Rejects with the browser's error. */
export const keepPlace = async (filmId: string, place: FilmPlace): Promise<void> => {
  await places.setItem(filmId, place);
};

/** Where the person was in a film; undefined where that is not known. */
export async function readPlace(filmId: string): Promise<FilmPlace | undefined> {
  const stored = await places.getItem<unknown>(filmId);
  if (stored === null) return undefined;
  const read: Joi.ValidationResult<FilmPlace> = placeSchema.validate(stored);
  return read.error ? undefined : read.value;
}

/** Remembers which film is the demo, so that a person's own photos do not land in it. */
export const keepDemoFilm = async (id: string): Promise<void> => {
  await desk.setItem('demo-film', id);
};

/** Whether a film is the demo film, as it was opened here. */
export const isDemoFilm = async (id: string): Promise<boolean> => (await desk.getItem('demo-film')) === id;

/** A film on the shelf, or what is wrong with it. */
export interface ShelvedFilm {
  readonly id: string;
  readonly film: Result<Film>;
  /** Whether something had to be put right in it. */
  readonly mended: boolean;
  /** The file that it came out of, where it did not come in whole. */
  readonly cutFrom: string | undefined;
  readonly seenAt: number;
}

/** The file that a film came out of, where it did not come in whole. */
async function cutFrom(id: string): Promise<string | undefined> {
  const arrival = await readArrival(id);
  return arrival && !arrival.complete ? arrival.name : undefined;
}

/** All films in this browser, the one seen last first. */
export async function listFilms(): Promise<ShelvedFilm[]> {
  const shelf: ShelvedFilm[] = [];
  for (const id of await films.keys()) {
    const kept = await readKept(id, 'film');
    shelf.push({
      id,
      film: kept.ok ? ok(kept.value.history.film) : kept,
      mended: kept.ok && kept.value.mended.length > 0,
      cutFrom: await cutFrom(id),
      seenAt: (await readPlace(id))?.seenAt ?? 0,
    });
  }
  return shelf.sort((a, b) => b.seenAt - a.seenAt);
}

/** Deletes a film; the files of its photos stay until `freeUnused`. */
export async function deleteFilm(id: string): Promise<void> {
  await films.removeItem(id);
  await places.removeItem(id);
  await forgetIntake(id);
  await forgetArrival(id);
  await removeTakesOf(id);
  await removeShotsOf(id);
  await references.removeItem(id);
  await deleteJournal(id);
}
