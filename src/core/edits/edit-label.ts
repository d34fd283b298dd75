import { collectionOf } from './collections';
import type { Edit } from './edit';

/** The edit in a few plain words, as a list of what was done shows it: `Hold of 12 poses set to 2`. */
export function editLabel(edit: Edit): string {
  if (edit.kind !== 'batch') return collectionOf(edit).label(edit);
  const [first] = edit.edits;
  return edit.label ?? (first ? editLabel(first) : 'Nothing changed');
}
