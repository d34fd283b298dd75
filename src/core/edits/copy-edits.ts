import { count } from '../time/format';
import type { Film, Item } from '../film/film';
import { chosenItems, copiesOf, posesIn } from '../film/items';
import type { Gap } from './arrange';
import { withOwnDrawings } from './draw-edits';
import { batch, type Edit } from './edit';
import { copiedAlong, tiedAnew, tiedTo, withCues, type Tied } from './tied-along';

/** Poses as values that can be put elsewhere, cycles that are chosen whole as cycles, with what is tied to them. */
export interface Copied extends Tied {
  readonly items: readonly Item[];
}

const itemsAmong = (film: Film, poseIds: Iterable<string>): readonly Item[] =>
  chosenItems(film, poseIds).map(({ item }) => item);

/** Chosen poses that stay where they are, with the cues that a copy of them takes along. */
export function copiedPoses(film: Film, poseIds: Iterable<string>): Copied {
  const items = itemsAmong(film, poseIds);
  return { items, ...copiedAlong(film, items) };
}

/** Chosen poses that are about to be taken away, with all that is tied to them. */
export function cutPoses(film: Film, poseIds: Iterable<string>): Copied {
  const items = itemsAmong(film, poseIds);
  return { items, ...tiedTo(film, items) };
}

const placed = (items: readonly Item[], gap: Gap): Edit => ({
  kind: 'insert',
  of: 'items',
  places: items.map((item, i) => ({ item, parentId: gap.parentId, index: gap.index + i })),
});

function placedCopies(film: Film, copied: Copied, gap: Gap, newId: () => string, done: string): Edit {
  const { items: copies, edits: drawings } = withOwnDrawings(film, copiesOf(copied.items, newId), newId);
  const ties = tiedAnew(film, copied.items, copies, copied, newId);
  const words = `${count(posesIn(copies).length, 'pose')} ${done}${withCues(ties)}`;
  return batch(words, [...drawings, placed(copies, gap), ...ties]);
}

/** Puts copies of poses into a gap, that share nothing with those they were copied from; what is tied to them comes along. */
export const pasteEdit = (film: Film, copied: Copied, gap: Gap, newId: () => string): Edit =>
  placedCopies(film, copied, gap, newId, 'pasted');

/** Puts a copy of the chosen poses behind the last of them. */
export function duplicateEdit(film: Film, poseIds: Iterable<string>, newId: () => string): Edit | undefined {
  const ids = [...poseIds];
  const last = chosenItems(film, ids).at(-1);
  if (!last) return undefined;
  const gap = { parentId: last.parentId, index: last.index + 1 };
  return placedCopies(film, copiedPoses(film, ids), gap, newId, 'duplicated');
}
