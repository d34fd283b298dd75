import type { Film, Item } from '../film/film';
import { byParent, chosenItems, isCycle, itemsOf, type ItemPlace } from '../film/items';
import { count } from '../time/format';
import { batch, holdEach, type Edit, type MoveEdit } from './edit';

/** Sets one hold, in frames, for all the poses named. */
export const holdEdit = (poseIds: Iterable<string>, hold: number): Edit =>
  holdEach([...poseIds].map((poseId) => ({ poseId, hold })));

/** A place between items: before the one that is at `index` of a scene or cycle now (its length: at the end). */
export interface Gap {
  readonly parentId: string;
  readonly index: number;
}

/** The index of a gap among the items that stay when others leave. */
function indexWithout(film: Film, { parentId, index }: Gap, leaving: ReadonlySet<string>): number {
  const items = itemsOf(film, parentId) ?? [];
  return items.slice(0, index).filter((item) => !leaving.has(item.id)).length;
}

/** Whether a scene or cycle is one of these items or lies in one. */
const isWithin = (items: readonly Item[], parentId: string): boolean =>
  items.some((item) => isCycle(item) && (item.id === parentId || isWithin(item.items, parentId)));

/**
 * Moves chosen poses, kept in film order, so that they stand together in a gap. Cycles that are chosen whole move as
 * cycles; into themselves they do not move.
 */
export function moveBefore(film: Film, poseIds: Iterable<string>, gap: Gap): Edit {
  const moving = chosenItems(film, poseIds).map(({ item }) => item);
  if (!itemsOf(film, gap.parentId) || isWithin(moving, gap.parentId))
    return { kind: 'move', of: 'items', moves: [] };
  const first = indexWithout(film, gap, new Set(moving.map((item) => item.id)));
  const moves = moving.map(({ id }, i): MoveEdit<'items'>['moves'][number] => ({
    id,
    parentId: gap.parentId,
    index: first + i,
  }));
  return { kind: 'move', of: 'items', moves };
}

/** Moves chosen poses by one place within their scenes and cycles, later (1) or earlier (−1); those at the edge stay. */
export function shiftByOne(film: Film, poseIds: Iterable<string>, direction: 1 | -1): Edit {
  const moves: MoveEdit<'items'>['moves'][number][] = [];
  for (const [parentId, here] of byParent(chosenItems(film, poseIds))) {
    const last = (itemsOf(film, parentId)?.length ?? 0) - 1;
    // Counted from the edge that is moved towards: an item cannot pass a moved one that is stuck there.
    let free = 0;
    for (const { item, index } of direction === 1 ? [...here].reverse() : here) {
      const to = Math.max(free, (direction === 1 ? last - index : index) - 1);
      free = to + 1;
      moves.push({ id: item.id, parentId, index: direction === 1 ? last - to : to });
    }
  }
  return { kind: 'move', of: 'items', moves };
}

/** Items in the opposite order, those in cycles too. */
const backwards = (items: readonly Item[]): readonly Item[] =>
  [...items].reverse().map((item) => (isCycle(item) ? { ...item, items: backwards(item.items) } : item));

/** Puts chosen poses into the opposite order; those between that are not chosen stay where they are. */
export function reverseEdit(film: Film, poseIds: readonly string[]): Edit {
  const places = [...byParent(chosenItems(film, poseIds)).values()].flatMap((here) => {
    const turned = backwards(here.map(({ item }) => item));
    return here.map((place, i): ItemPlace => ({ ...place, item: turned[i] ?? place.item }));
  });
  return batch(`${count(poseIds.length, 'pose')} reversed`, [
    { kind: 'remove', of: 'items', ids: places.map(({ item }) => item.id) },
    { kind: 'insert', of: 'items', places },
  ]);
}

/** Exchanges two chosen poses, or cycles that are chosen whole; undefined where not exactly two are chosen. */
export function exchangeEdit(film: Film, poseIds: Iterable<string>): Edit | undefined {
  const [a, b, ...others] = chosenItems(film, poseIds);
  if (!a || !b || others.length > 0) return undefined;
  return batch('2 poses swapped', [
    {
      kind: 'move',
      of: 'items',
      moves: [
        { id: a.item.id, parentId: b.parentId, index: b.index },
        { id: b.item.id, parentId: a.parentId, index: a.index },
      ],
    },
  ]);
}

/** Deletes chosen poses, and with its last pose a cycle; the gap closes. */
export function removeEdit(film: Film, poseIds: readonly string[]): Edit {
  const ids = chosenItems(film, poseIds).map(({ item }) => item.id);
  return batch(`${count(poseIds.length, 'pose')} deleted`, [{ kind: 'remove', of: 'items', ids }]);
}
