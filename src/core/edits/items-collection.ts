import type { Film, Item } from '../film/film';
import {
  byParent,
  eachItem,
  isCycle,
  mapLists,
  mapScenes,
  mapShared,
  placesOf,
  type ItemPlace,
} from '../film/items';
import { pick, type Collection } from './collection';
import type { ListEdit, MoveEdit, PatchEdit } from './edit';
import { patched } from './patched';
import { placedAt } from './splice';

type ItemsEdit = ListEdit<'items'>;
type Patch = PatchEdit<'items'>['patches'][number];

/** What is placed may itself be a place for other things that are placed. */
function placeItems(film: Film, places: readonly ItemPlace[]): Film {
  const parents = byParent(places);
  const filled = (items: readonly Item[], parentId: string): readonly Item[] =>
    mapLists(items, parentId, (list, id) => {
      const here = parents.get(id);
      if (!here) return list;
      return placedAt(
        list,
        here.map(({ item, index }) => ({
          item: isCycle(item) ? { ...item, items: filled(item.items, item.id) } : item,
          index,
        })),
      );
    });
  return mapScenes(film, (scene) => filled(scene.items, scene.id));
}

function removeItems(film: Film, ids: readonly string[]): Film {
  const gone = new Set(ids);
  return mapScenes(film, (scene) =>
    mapLists(scene.items, scene.id, (items) =>
      items.some((item) => gone.has(item.id)) ? items.filter((item) => !gone.has(item.id)) : items,
    ),
  );
}

function moveItems(film: Film, { moves }: MoveEdit<'items'>): Film {
  const ids = moves.map((move) => move.id);
  const without = removeItems(film, ids);
  const moving = new Set(ids);
  // A cycle that moves takes along what is in it, but for what moves by itself.
  const items = new Map(
    placesOf(film, ids, true).map(({ item }) => [
      item.id,
      isCycle(item)
        ? {
            ...item,
            items: mapLists(item.items, item.id, (list) => list.filter((each) => !moving.has(each.id))),
          }
        : item,
    ]),
  );
  const places = moves.flatMap(({ id, parentId, index }): ItemPlace[] => {
    const item = items.get(id);
    return item ? [{ item, parentId, index }] : [];
  });
  return placeItems(without, places);
}

function patchesById(patches: readonly Patch[]): ReadonlyMap<string, Patch['patch']> {
  const byId = new Map<string, Patch['patch']>();
  for (const { id, patch } of patches) byId.set(id, patch);
  return byId;
}

/** Whether something is taken away by it. */
function takesAway(patch: Partial<Item>): boolean {
  for (const key in patch) if (patch[key as keyof Item] === undefined) return true;
  return false;
}

function patchItems(film: Film, { patches }: PatchEdit<'items'>): Film {
  const wanted = patchesById(patches);
  const changed = (item: Item): Item => {
    const patch: Partial<Item> | undefined = wanted.get(item.id);
    if (!patch) return item;
    // Often thousands: nothing is made for those that stay.
    for (const key in patch)
      if (item[key as keyof Item] !== patch[key as keyof Item])
        return takesAway(patch) ? patched(item, patch) : { ...item, ...patch };
    return item;
  };
  return mapScenes(film, (scene) => mapLists(scene.items, scene.id, (items) => mapShared(items, changed)));
}

/** Poses and cycles, in scenes and in each other. */
export const itemsCollection: Pick<Collection<ItemsEdit>, 'apply' | 'invert'> = {
  apply(film, edit) {
    switch (edit.kind) {
      case 'insert':
        return placeItems(film, edit.places);
      case 'remove':
        return removeItems(film, edit.ids);
      case 'move':
        return moveItems(film, edit);
      case 'patch':
        return patchItems(film, edit);
    }
  },
  invert(film, edit) {
    switch (edit.kind) {
      case 'insert':
        return { kind: 'remove', of: 'items', ids: edit.places.map(({ item }) => item.id) };
      case 'remove':
        return { kind: 'insert', of: 'items', places: placesOf(film, edit.ids) };
      case 'move': {
        const places = placesOf(
          film,
          edit.moves.map(({ id }) => id),
          true,
        );
        return {
          ...edit,
          moves: places.map(({ item, parentId, index }) => ({ id: item.id, parentId, index })),
        };
      }
      case 'patch': {
        const wanted = patchesById(edit.patches);
        const patches: Patch[] = [];
        for (const { items } of film.scenes)
          eachItem(items, (item) => {
            const patch = wanted.get(item.id);
            if (patch) patches.push({ id: item.id, patch: pick(item, patch) });
          });
        return { ...edit, patches };
      }
    }
  },
};
