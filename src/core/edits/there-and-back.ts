import type { Film } from '../film/film';
import { redo, undo, type History } from './history';

/** The films of a history with all taken back, and with all done again after that. */
export function thereAndBack(history: History): { readonly undone: Film; readonly redone: Film } {
  const times = history.done.length;
  let now = history;
  for (let i = 0; i < times; i++) now = undo(now);
  const undone = now.film;
  for (let i = 0; i < times; i++) now = redo(now);
  return { undone, redone: now.film };
}
