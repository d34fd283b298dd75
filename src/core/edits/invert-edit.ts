import type { Film } from '../film/film';
import { applyEdit } from './apply-edit';
import { collectionOf } from './collections';
import type { Edit } from './edit';

/** The edit that takes `edit` back: for the film it was applied to, applying both gives an equal film. */
export function invertEdit(film: Film, edit: Edit): Edit {
  if (edit.kind !== 'batch') return collectionOf(edit).invert(film, edit);
  const inverses: Edit[] = [];
  let at = film;
  for (const step of edit.edits) {
    inverses.unshift(invertEdit(at, step));
    at = applyEdit(at, step);
  }
  return { ...edit, edits: inverses };
}
