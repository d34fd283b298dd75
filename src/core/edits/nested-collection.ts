import type { Film } from '../film/film';
import { pick, type Collection } from './collection';
import type { ListEdit, Lists, NestedName, Patches } from './edit';
import { patched } from './patched';
import { placedAt } from './splice';

/** Lists of which each of several things has its own: `items` have a way of their own, since they lie in each other. */
type Flat = Exclude<NestedName, 'items'>;

/** How such lists are read and written. */
export interface Nested<L extends Flat> {
  /** Each list with the thing that it belongs to, in the order of the film. */
  readonly lists: (
    film: Film,
  ) => readonly { readonly parentId: string; readonly list: readonly Lists[L][] }[];
  /** A film with other lists; itself where all stay the same. */
  readonly map: (
    film: Film,
    change: (list: readonly Lists[L][], parentId: string) => readonly Lists[L][],
  ) => Film;
}

interface NestedPlace<T> {
  readonly item: T;
  readonly parentId: string;
  readonly index: number;
}

/** Carries edits of such lists out, and takes them back. */
export function nestedCollection<L extends Flat>({
  lists,
  map,
}: Nested<L>): Pick<Collection<ListEdit<L>>, 'apply' | 'invert'> {
  type Thing = Lists[L] & { readonly id: string };
  // Known by its name alone the list is one of several; here it is the one.
  type Own = ListEdit<'strokes'> & { readonly of: L };

  const place = (film: Film, places: readonly NestedPlace<Thing>[]): Film => {
    const byParent = new Map<string, NestedPlace<Thing>[]>();
    for (const each of places) {
      const here = byParent.get(each.parentId);
      if (here) here.push(each);
      else byParent.set(each.parentId, [each]);
    }
    return map(film, (list, parentId) => {
      const here = byParent.get(parentId);
      return here ? placedAt<Lists[L]>(list, here) : list;
    });
  };
  const remove = (film: Film, ids: ReadonlySet<string>): Film =>
    map(film, (list) => (list.some(({ id }) => ids.has(id)) ? list.filter(({ id }) => !ids.has(id)) : list));
  const placesOf = (film: Film, ids: ReadonlySet<string>): readonly NestedPlace<Thing>[] =>
    lists(film).flatMap(({ parentId, list }) =>
      list.flatMap((item, index) => (ids.has(item.id) ? [{ item: item, parentId, index }] : [])),
    );
  const idsOf = (things: readonly { readonly id: string }[]): ReadonlySet<string> =>
    new Set(things.map(({ id }) => id));

  const apply = (film: Film, edit: Own): Film => {
    switch (edit.kind) {
      case 'insert':
        return place(film, edit.places as unknown as readonly NestedPlace<Thing>[]);
      case 'remove':
        return remove(film, new Set(edit.ids));
      case 'move': {
        const ids = idsOf(edit.moves);
        const moving = new Map(placesOf(film, ids).map(({ item }) => [item.id, item]));
        const places = edit.moves.flatMap(({ id, parentId, index }): readonly NestedPlace<Thing>[] => {
          const item = moving.get(id);
          return item ? [{ item, parentId, index }] : [];
        });
        return place(remove(film, ids), places);
      }
      case 'patch': {
        const wanted = new Map(edit.patches.map((each) => [each.id, each.patch as Patches[L]]));
        return map(film, (list) =>
          list.some(({ id }) => wanted.has(id))
            ? list.map((each) => {
                const patch = wanted.get(each.id);
                return patch ? patched(each, patch) : each;
              })
            : list,
        );
      }
    }
  };
  const invert = (film: Film, edit: Own): Own => {
    switch (edit.kind) {
      case 'insert':
        return { kind: 'remove', of: edit.of, ids: edit.places.map(({ item }) => item.id) };
      case 'remove':
        return { kind: 'insert', of: edit.of, places: placesOf(film, new Set(edit.ids)) as never };
      case 'move': {
        const places = placesOf(film, idsOf(edit.moves));
        return {
          ...edit,
          moves: places.map(({ item, parentId, index }) => ({ id: item.id, parentId, index })),
        };
      }
      case 'patch': {
        const wanted = new Map(edit.patches.map((each) => [each.id, each.patch as object]));
        const now = placesOf(film, idsOf(edit.patches));
        return {
          ...edit,
          patches: now.map(({ item }) => ({
            id: item.id,
            patch: pick(item, wanted.get(item.id) ?? {}) as never,
          })),
        };
      }
    }
  };
  return {
    apply: apply as unknown as Collection<ListEdit<L>>['apply'],
    invert: invert as unknown as Collection<ListEdit<L>>['invert'],
  };
}
