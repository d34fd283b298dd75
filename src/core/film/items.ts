import type { Cycle, Film, Item, Pose, Scene } from './film';

export const isCycle = (item: Item): item is Cycle => 'items' in item;

/** All poses among items, each once, cycles and cycles within cycles included. */
export const posesIn = (items: readonly Item[]): readonly Pose[] =>
  items.some(isCycle)
    ? items.flatMap((item) => (isCycle(item) ? posesIn(item.items) : [item]))
    : (items as readonly Pose[]);

/** Visits all items, cycles before what is in them. */
export function eachItem(items: readonly Item[], visit: (item: Item) => void): void {
  for (const item of items) {
    visit(item);
    if (isCycle(item)) eachItem(item.items, visit);
  }
}

/** How many cycles there are among items, those within cycles too. */
export const cyclesIn = (items: readonly Item[]): number =>
  items.reduce((sum, item) => sum + (isCycle(item) ? 1 + cyclesIn(item.items) : 0), 0);

/** All poses of a film, those of scenes set aside too. */
export const posesOf = (film: Film): readonly Pose[] => film.scenes.flatMap((scene) => posesIn(scene.items));

/** The same list where nothing in it changes. */
export function mapShared<T>(list: readonly T[], change: (item: T) => T): readonly T[] {
  let next: T[] | undefined;
  for (let i = 0; i < list.length; i++) {
    const item = list[i] as T;
    const changed = change(item);
    if (changed !== item) (next ??= list.slice())[i] = changed;
  }
  return next ?? list;
}

const withItems = <T extends { readonly items: readonly Item[] }>(parent: T, items: readonly Item[]): T =>
  items === parent.items ? parent : { ...parent, items };

/** Items with every pose among them changed; what stays the same is shared. */
export const mapPoses = (items: readonly Item[], change: (pose: Pose) => Pose): readonly Item[] =>
  mapShared(items, (item) => (isCycle(item) ? withItems(item, mapPoses(item.items, change)) : change(item)));

/** Changes the list of items of a parent and of every cycle in it, the innermost first. */
export function mapLists(
  items: readonly Item[],
  parentId: string,
  change: (items: readonly Item[], parentId: string) => readonly Item[],
): readonly Item[] {
  const inner = mapShared(items, (item) =>
    isCycle(item) ? withItems(item, mapLists(item.items, item.id, change)) : item,
  );
  return change(inner, parentId);
}

export const mapScenes = (film: Film, change: (scene: Scene) => readonly Item[]): Film => {
  const scenes = mapShared(film.scenes, (scene) => withItems(scene, change(scene)));
  return scenes === film.scenes ? film : { ...film, scenes };
};

/** An item and where it stands: in a scene or a cycle, at an index counted after all placing is done. */
export interface ItemPlace {
  readonly item: Item;
  readonly parentId: string;
  readonly index: number;
}

/** Places by the scene or cycle that they are in. */
export function byParent(places: readonly ItemPlace[]): ReadonlyMap<string, readonly ItemPlace[]> {
  const parents = new Map<string, ItemPlace[]>();
  for (const place of places) {
    const here = parents.get(place.parentId);
    if (here) here.push(place);
    else parents.set(place.parentId, [place]);
  }
  return parents;
}

/** Goes through all items with their places, outer before inner; does not go into what `into` says no to. */
function* places(
  items: readonly Item[],
  parentId: string,
  into: (item: Cycle) => boolean,
): Generator<ItemPlace> {
  for (let index = 0; index < items.length; index++) {
    const item = items[index] as Item;
    yield { item, parentId, index };
    if (isCycle(item) && into(item)) yield* places(item.items, item.id, into);
  }
}

/** The items among `ids` that the film has, with their places; what lies in one of them only when `within`. */
export function placesOf(film: Film, ids: Iterable<string>, within = false): ItemPlace[] {
  const wanted = new Set(ids);
  const found: ItemPlace[] = [];
  for (const scene of film.scenes) {
    for (const place of places(scene.items, scene.id, (cycle) => within || !wanted.has(cycle.id))) {
      if (wanted.has(place.item.id)) found.push(place);
    }
  }
  return found;
}

/**
 * What a choice of poses means as items: a cycle whose poses are all chosen stands for them, else each pose for
 * itself. In the order of the film.
 */
export function chosenItems(film: Film, poseIds: Iterable<string>): ItemPlace[] {
  const wanted = new Set(poseIds);
  const whole = (item: Item): boolean =>
    isCycle(item) ? posesIn(item.items).every((pose) => wanted.has(pose.id)) : wanted.has(item.id);
  const found: ItemPlace[] = [];
  for (const scene of film.scenes) {
    for (const place of places(scene.items, scene.id, (cycle) => !whole(cycle))) {
      if (whole(place.item)) found.push(place);
    }
  }
  return found;
}

/** A stretch of items side by side in one scene or cycle. */
export interface Stretch {
  readonly parentId: string;
  readonly items: readonly Item[];
  readonly from: number;
  /** Behind the last. */
  readonly to: number;
}

/** The shortest stretch side by side that holds all of these poses; undefined where they lie in several scenes. */
export function stretchOf(film: Film, poseIds: Iterable<string>): Stretch | undefined {
  const wanted = new Set(poseIds);
  const touched = (item: Item): boolean => (isCycle(item) ? item.items.some(touched) : wanted.has(item.id));
  const scenes = film.scenes.filter((scene) => scene.items.some(touched));
  const [scene] = scenes;
  if (!scene || scenes.length > 1) return undefined;
  const within = (parentId: string, items: readonly Item[]): Stretch => {
    const from = items.findIndex(touched);
    const to = items.findLastIndex(touched) + 1;
    const only = items[from];
    // Within a cycle only where it is not wanted as a whole.
    if (
      to - from === 1 &&
      only &&
      isCycle(only) &&
      !posesIn(only.items).every((pose) => wanted.has(pose.id))
    ) {
      return within(only.id, only.items);
    }
    return { parentId, items: items.slice(from, to), from, to };
  };
  return within(scene.id, scene.items);
}

/** The scene or cycle of this id: its items. */
export function itemsOf(film: Film, parentId: string): readonly Item[] | undefined {
  const scene = film.scenes.find((each) => each.id === parentId);
  if (scene) return scene.items;
  const [place] = placesOf(film, [parentId]);
  return place && isCycle(place.item) ? place.item.items : undefined;
}

/** Copies of items with identities of their own. */
export const copiesOf = (items: readonly Item[], newId: () => string): readonly Item[] =>
  items.map((item) =>
    isCycle(item) ? { ...item, id: newId(), items: copiesOf(item.items, newId) } : { ...item, id: newId() },
  );
