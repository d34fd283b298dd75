import Joi from 'joi';
import { applyEdit } from '../../../core/edits/apply-edit';
import type { Film } from '../../../core/film/film';
import type { History, Step } from '../../../core/edits/history';
import { FILM_VERSION } from '../../../core/formats/film-document';
import { readStep } from '../../../core/formats/read-step';
import { setItems } from './set-items';
import { histories } from './stores';

/** Edits that survive a reload, of those done and of those taken back. */
const MOST_KEPT = 200;

/** One way from a film to the next: a step is done, done again, or taken back. */
interface Move {
  /** Number of the step. */
  readonly n: number;
  readonly back?: boolean | undefined;
}

/**
 * What was done to a film, beside its document. Each step lies under a key of its own and is written once, in one
 * transaction with the index that names it; the document follows and says up to which move it goes. So a film that was
 * cut off at any moment is its document and the moves behind that.
 */
interface JournalIndex {
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
const version = Joi.number().valid(5, 6, FILM_VERSION).required();
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

const stepKey = (filmId: string, n: number): string => `${filmId}/${n}`;

/** What a film's document says of its journal. */
export interface DocumentMark {
  /** The moves that are in it. */
  readonly at: number;
  /** In documents of an earlier version. */
  readonly stamp?: string | undefined;
}

async function readIndex(filmId: string, mark: DocumentMark): Promise<JournalIndex | undefined> {
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
async function readSteps(filmId: string, wanted: ReadonlySet<number>): Promise<ReadonlyMap<number, Step>> {
  const steps = new Map<number, Step>();
  await Promise.all(
    Array.from(wanted, async (n) => {
      const step = readStep(await histories.getItem<unknown>(stepKey(filmId, n)));
      if (step) steps.set(n, step);
    }),
  );
  return steps;
}

/** A film with what was done to it, as it was kept, and the journal that goes on from there. */
export interface Kept {
  readonly history: History;
  readonly journal: Journal;
  /** Whether the journal has moves that the document does not. */
  readonly ahead: boolean;
  /** Whether there is a journal that does not belong to the document, so that what was done is not known. */
  readonly stray: boolean;
  /** Steps that cannot be read, and those that lie beyond them: they can be neither taken back nor done again. */
  readonly passedOver: number;
}

/** The numbers of a list up to the first that is not known. */
const whileIn = (list: readonly number[], known: ReadonlyMap<number, unknown>): readonly number[] => {
  const end = list.findIndex((n) => !known.has(n));
  return end < 0 ? list : list.slice(0, end);
};

/**
 * Goes from a document on along the journal beside it, with the steps that can be taken back and done again, or with the
 * `film` alone. A journal that does not belong to the document, or leads to what `isFilm` says no to, is passed over.
 */
export async function followJournal(
  document: Film,
  mark: DocumentMark,
  isFilm: (film: Film) => boolean,
  wanted: 'film' | 'all' = 'all',
): Promise<Kept> {
  const { id } = document;
  const index = await readIndex(id, mark).catch(() => undefined);
  const behind = index ? index.at - mark.at : -1;
  if (index && behind >= 0 && behind <= index.trail.length) {
    const moves = index.trail.slice(index.trail.length - behind);
    const [done, undone] = wanted === 'all' ? [index.done, index.undone] : [[], []];
    const steps = await readSteps(id, new Set([...done, ...undone, ...moves.map(({ n }) => n)]));
    const step = (n: number): Step => steps.get(n) as Step;
    // What cannot be read is passed over with all that lies beyond it.
    const broken = moves.findIndex(({ n }) => !steps.has(n));
    const usable = broken < 0 ? moves : moves.slice(0, broken);
    const [kept, keptUndone] =
      broken < 0
        ? [done.slice(done.findLastIndex((n) => !steps.has(n)) + 1), whileIn(undone, steps)]
        : [[], []];
    const film = usable.reduce(
      (so, { n, back }) => applyEdit(so, back ? step(n).inverse : step(n).edit),
      document,
    );
    if (usable.length === 0 || isFilm(film)) {
      const history = { film, done: kept.map(step), undone: keptUndone.map(step) };
      const stored = [...index.done, ...index.undone, ...index.trail.map(({ n }) => n)];
      const numbers = [...steps].map(([n, each]) => [each, n] as const);
      return {
        history,
        journal: new Journal(history, { ...index, trail: broken < 0 ? moves : [] }, stored, numbers),
        ahead: behind > 0,
        stray: false,
        passedOver: done.length + undone.length - kept.length - keptUndone.length,
      };
    }
  }
  const history = { film: document, done: [], undone: [] };
  const stray = (await histories.getItem<unknown>(id).catch(() => null)) !== null;
  return {
    history,
    journal: new Journal(history, { at: mark.at, next: 0, trail: [] }, [], []),
    ahead: false,
    stray,
    passedOver: 0,
  };
}

/** The moves that lead from one state of a history to another of the same film. */
function movesBetween(
  before: History,
  after: History,
): readonly { readonly step: Step; readonly back: boolean }[] {
  const most = Math.min(before.done.length, after.done.length);
  let common = 0;
  while (common < most && before.done[common] === after.done[common]) common++;
  return [
    ...before.done
      .slice(common)
      .reverse()
      .map((step) => ({ step, back: true })),
    ...after.done.slice(common).map((step) => ({ step, back: false })),
  ];
}

/** Writes what is done to one film, step by step. Only the tab that may write the film has one. */
export class Journal {
  #noted: History;
  /** Up to `noted`. */
  #at: number;
  #next: number;
  /** Moves that the document may not have, up to `at`. */
  #trail: Move[] = [];
  readonly #numbers = new WeakMap<Step, number>();
  /** Numbers of steps that are stored. */
  readonly #stored: Set<number>;
  readonly #unstored = new Map<number, Step>();
  #dirty = false;
  #writing: Promise<void> | undefined;

  constructor(
    history: History,
    { at, next, trail }: Pick<JournalIndex, 'at' | 'next' | 'trail'>,
    stored: readonly number[],
    numbers: readonly (readonly [Step, number])[],
  ) {
    this.#noted = history;
    this.#at = at;
    this.#next = next;
    this.#trail = [...trail];
    this.#stored = new Set(stored);
    for (const [step, n] of numbers) this.#numbers.set(step, n);
  }

  /** The film as it was noted last, and the number by which its document says so. */
  get noted(): { readonly film: Film; readonly at: number } {
    return { film: this.#noted.film, at: this.#at };
  }

  /** Whether something was noted that is not stored yet. */
  get unwritten(): boolean {
    return this.#dirty || this.#writing !== undefined;
  }

  /** Notes what has become of the film; `write` stores it. */
  note(history: History): void {
    if (history.film.id !== this.#noted.film.id) return;
    for (const { step, back } of movesBetween(this.#noted, history)) {
      const n = this.#numberOf(step);
      this.#trail.push(back ? { n, back } : { n });
      this.#at++;
      this.#dirty = true;
    }
    this.#noted = history;
  }

  /** The document is kept with the moves up to `at`: they are not needed to get to the film any more. */
  documentKept(at: number): void {
    const needed = Math.max(0, this.#at - at);
    this.#trail = this.#trail.slice(this.#trail.length - needed);
  }

  /** Stores what was noted until now. Rejects with the browser's error; what is not stored is tried again. */
  write(): Promise<void> {
    this.#writing ??= this.#writeAll().finally(() => (this.#writing = undefined));
    return this.#writing;
  }

  async #writeAll(): Promise<void> {
    while (this.#dirty) await this.#writeOnce();
  }

  /** All that is noted, in one transaction: a step is never there without the index that names it, nor that without it. */
  async #writeOnce(): Promise<void> {
    const { film, done, undone } = this.#noted;
    const index: JournalIndex = {
      version: FILM_VERSION,
      at: this.#at,
      done: done.slice(-MOST_KEPT).map((step) => this.#numberOf(step)),
      undone: undone.slice(0, MOST_KEPT).map((step) => this.#numberOf(step)),
      trail: [...this.#trail],
      next: this.#next,
    };
    const steps = [...this.#unstored];
    this.#dirty = false;
    try {
      await setItems(histories, [
        ...steps.map(([n, step]) => ({ key: stepKey(film.id, n), value: step })),
        { key: film.id, value: index },
      ]);
    } catch (error) {
      this.#dirty = true;
      throw error;
    }
    for (const [n] of steps) {
      this.#stored.add(n);
      this.#unstored.delete(n);
    }
    const named = new Set([...index.done, ...index.undone, ...index.trail.map(({ n }) => n)]);
    for (const n of this.#stored) {
      // What was noted since may name a step again.
      if (this.#hasMore()) return;
      if (named.has(n)) continue;
      this.#stored.delete(n);
      // One that stays behind takes room, but is named nowhere.
      await histories.removeItem(stepKey(film.id, n)).catch(() => undefined);
    }
  }

  #hasMore(): boolean {
    return this.#dirty;
  }

  #numberOf(step: Step): number {
    let n = this.#numbers.get(step);
    if (n === undefined) {
      n = this.#next++;
      this.#numbers.set(step, n);
    }
    if (!this.#stored.has(n)) this.#unstored.set(n, step);
    return n;
  }
}

/** Deletes what was done to a film. Rejects with the browser's error. */
export async function deleteJournal(filmId: string): Promise<void> {
  for (const key of await histories.keys()) {
    if (key === filmId || key.startsWith(`${filmId}/`)) await histories.removeItem(key);
  }
}

/** Films whose journals name one of these files: undo could bring back a photo, but not its file. */
export async function filmsWhoseJournalNames(gone: (hash: string) => boolean): Promise<ReadonlySet<string>> {
  const films = new Set<string>();
  for (const key of await histories.keys()) {
    const [filmId = ''] = key.split('/');
    if (films.has(filmId)) continue;
    const named = JSON.stringify(await histories.getItem<unknown>(key)).matchAll(/[0-9a-f]{64}/g);
    if ([...named].some(([hash]) => gone(hash))) films.add(filmId);
  }
  return films;
}
