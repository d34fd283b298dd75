import { applyEdit } from '../../../core/edits/apply-edit';
import type { History, Step } from '../../../core/edits/history';
import type { Film } from '../../../core/film/film';
import { Journal } from './journal';
import { readIndex, readSteps, type DocumentMark } from './journal-index';
import { histories } from './stores';

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
