import type { Film } from '../film/film';
import { collectionOf } from './collections';
import type { Edit } from './edit';

/**
 * The film after an edit; the film given stays as it is. Parts that the edit does not touch are shared.
 * Identities that the film does not have are passed over. What is out of bounds is carried out all the same:
 * `whyUnreadable` tells.
 */
export const applyEdit = (film: Film, edit: Edit): Film =>
  edit.kind === 'batch' ? edit.edits.reduce(applyEdit, film) : collectionOf(edit).apply(film, edit);
