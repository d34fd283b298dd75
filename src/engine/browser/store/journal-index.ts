import Joi from 'joi';
import type { Step } from '../../../core/edits/history';
import { FILM_VERSION } from '../../../core/formats/film-document';
import { readStep } from '../../../core/formats/read-step';
import { histories } from './stores';

/** Edits that survive a reload, of those done and of those taken back. */
export const MOST_KEPT = 200;

/** One way from a film to the next: a step is done, done again, or taken back. */
export interface Move {
  /** Number of the step. */
  readonly n: number;
  readonly back?: boolean | undefined;
}

/**
 * What was done to a film, beside its document. Each step lies under a key of its own and is written once, in one
 * transaction with the index that names it; the document follows and says up to which move it goes. So a film that was
 * cut off at any moment is its document and the moves behind that.
 */
export interface JournalIndex {
  readonly version: number;
  /** How many moves were ever made; the document knows the same number. */
  readonly at: number;
  /** Number of the next step. */
  readonly next: number;
  readonly done: readonly number[];
  readonly undone: readonly number[];
  /** The last moves up to `at`, those at least that the document may not have. */
  readonly trail: readonly Move[];
}

/** Steps of versions 5 and 6 are brought up to this one as they are read. */
const version = Joi.number().integer().min(5).max(FILM_VERSION).required();
const number = Joi.number().integer().min(0);
const numbers = Joi.array().items(number).max(MOST_KEPT).required();

const indexSchema = Joi.object({
  version,
  at: number.required(),
  next: number.required(),
  done: numbers,
  undone: numbers,
  trail: Joi.array()
    .items(Joi.object({ n: number.required(), back: Joi.boolean().optional() }))
    .required(),
}).required();

/** As the index was before there was a journal: the document carries the same stamp. */
const stampedSchema = Joi.object({
  version,
  stamp: Joi.string().required(),
  done: numbers,
  undone: numbers,
}).required();

/** Where a step of a film's journal lies in its store. */
export const stepKey = (filmId: string, n: number): string => `${filmId}/${n}`;

/** What a film's document says of its journal. */
export interface DocumentMark {
  /** The moves that are in it. */
  readonly at: number;
  /** In documents of an earlier version. */
  readonly stamp?: string | undefined;
}

/** The index of a film's journal, of this version or an older one; undefined where there is none that belongs to the document. */
export async function readIndex(filmId: string, mark: DocumentMark): Promise<JournalIndex | undefined> {
  const stored = await histories.getItem<unknown>(filmId);
  const read: Joi.ValidationResult<JournalIndex> = indexSchema.validate(stored);
  if (!read.error) return read.value;
  const older: Joi.ValidationResult<JournalIndex & { stamp: string }> = stampedSchema.validate(stored);
  if (older.error || older.value.stamp !== mark.stamp) return undefined;
  const { done, undone } = older.value;
  return {
    version: FILM_VERSION,
    at: mark.at,
    next: Math.max(-1, ...done, ...undone) + 1,
    done,
    undone,
    trail: [],
  };
}

/** Steps by their numbers, but for those that are missing or cannot be read. */
export async function readSteps(
  filmId: string,
  wanted: ReadonlySet<number>,
): Promise<ReadonlyMap<number, Step>> {
  const steps = new Map<number, Step>();
  await Promise.all(
    Array.from(wanted, async (n) => {
      const step = readStep(await histories.getItem<unknown>(stepKey(filmId, n)));
      if (step) steps.set(n, step);
    }),
  );
  return steps;
}
