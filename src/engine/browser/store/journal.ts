import type { History, Step } from '../../../core/edits/history';
import type { Film } from '../../../core/film/film';
import { FILM_VERSION } from '../../../core/formats/film-document';
import { MOST_KEPT, stepKey, type JournalIndex, type Move } from './journal-index';
import { setItems } from './set-items';
import { histories } from './stores';

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
