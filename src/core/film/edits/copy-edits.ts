import { count } from '../../time/words';
import type { Film, Item } from '../film';
import { chosenItems, copiesOf, posesIn } from '../items';
import type { Gap } from './arrange';
import { together, type Edit } from './edit';

/** Chosen poses as values that can be put elsewhere; cycles that are chosen whole stay cycles. */
export const copiedItems = (film: Film, poseIds: Iterable<string>): readonly Item[] =>
  chosenItems(film, poseIds).map(({ item }) => item);

const placed = (items: readonly Item[], gap: Gap): Edit => ({
  kind: 'place-items',
  places: items.map((item, i) => ({ item, parentId: gap.parentId, index: gap.index + i })),
});

/** Puts copies of items into a gap: poses of their own, that share nothing with those they were copied from. */
export function pasteEdit(items: readonly Item[], gap: Gap, newId: () => string): Edit {
  const copies = copiesOf(items, newId);
  return together(`${count(posesIn(copies).length, 'pose')} pasted`, [placed(copies, gap)]);
}

/** Puts a copy of the chosen poses behind the last of them. */
export function duplicateEdit(film: Film, poseIds: Iterable<string>, newId: () => string): Edit | undefined {
  const chosen = chosenItems(film, poseIds);
  const last = chosen.at(-1);
  if (!last) return undefined;
  const copies = copiesOf(
    chosen.map(({ item }) => item),
    newId,
  );
  const gap = { parentId: last.parentId, index: last.index + 1 };
  return together(`${count(posesIn(copies).length, 'pose')} duplicated`, [placed(copies, gap)]);
}
