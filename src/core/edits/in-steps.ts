import type { Film } from '../film/film';
import { ok, type Result } from '../time/result';
import { applyEdit } from './apply-edit';
import type { Edit } from './edit';

/** Makes one edit after the other, each for the film that those before it made; the first that cannot be made ends it. */
export function inSteps(film: Film, steps: Iterable<(now: Film) => Result<Edit>>): Result<readonly Edit[]> {
  let now = film;
  const edits: Edit[] = [];
  for (const step of steps) {
    const edit = step(now);
    if (!edit.ok) return edit;
    edits.push(edit.value);
    now = applyEdit(now, edit.value);
  }
  return ok(edits);
}
