import type { Film, Item, Photo, Scene } from '../film';
import { byParent, isCycle, mapLists, mapPoses, mapScenes, placesOf, type ItemPlace } from '../items';
import type { Edit, EditOf } from './edit';
import { marked } from './marked';
import { placedAt } from './splice';

function setHolds(film: Film, { holds }: EditOf<'set-holds'>): Film {
  const wanted = new Map(holds.map(({ poseId, hold }) => [poseId, hold]));
  return mapScenes(film, (scene) =>
    mapPoses(scene.items, (pose) => {
      const hold = wanted.get(pose.id) ?? pose.hold;
      return hold === pose.hold ? pose : { ...pose, hold };
    }),
  );
}

function showPhotos(film: Film, { shown }: EditOf<'show-photos'>): Film {
  const wanted = new Map(shown.map(({ poseId, photoId }) => [poseId, photoId]));
  return mapScenes(film, (scene) =>
    mapPoses(scene.items, (pose) => {
      const photoId = wanted.get(pose.id) ?? pose.photoId;
      return photoId === pose.photoId ? pose : { ...pose, photoId };
    }),
  );
}

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

function moveItems(film: Film, { moves }: EditOf<'move-items'>): Film {
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

function setPhotos(film: Film, { changes }: EditOf<'set-photos'>): Film {
  const wanted = new Map(changes.map(({ photoId, marks }) => [photoId, marks]));
  return {
    ...film,
    photos: film.photos.map((photo): Photo => {
      const marks = wanted.get(photo.id);
      return marks ? marked(photo, marks) : photo;
    }),
  };
}

const setCycle = (film: Film, { cycleId, shape }: EditOf<'set-cycle'>): Film =>
  mapScenes(film, (scene) =>
    mapLists(scene.items, scene.id, (items) =>
      items.some((item) => item.id === cycleId)
        ? items.map((item) => (item.id === cycleId && isCycle(item) ? { ...item, ...shape } : item))
        : items,
    ),
  );

/**
 * A list with some of its things put in, replaced or, where undefined, taken away; in the order of their ids, so that
 * taking one away and putting it back gives the same list.
 */
function withSet<T extends { readonly id: string }>(
  list: readonly T[],
  changes: readonly (readonly [id: string, thing: T | undefined])[],
): readonly T[] {
  const things = new Map(list.map((each) => [each.id, each]));
  for (const [id, thing] of changes) {
    if (thing) things.set(id, thing);
    else things.delete(id);
  }
  return [...things.values()].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
}

function moveScene(film: Film, { sceneId, index }: EditOf<'move-scene'>): Film {
  const scene = film.scenes.find((each) => each.id === sceneId);
  if (!scene) return film;
  const others = film.scenes.filter((each) => each !== scene);
  return { ...film, scenes: placedAt(others, [{ item: scene, index }]) };
}

/**
 * The film after an edit; the film given stays as it is. Parts that the edit does not touch are shared.
 * Identities that the film does not have are passed over. What is out of bounds is carried out all the same:
 * `whyUnreadable` tells.
 */
export function applyEdit(film: Film, edit: Edit): Film {
  switch (edit.kind) {
    case 'set-title':
      return { ...film, title: edit.title };
    case 'set-settings':
      return { ...film, settings: { ...film.settings, ...edit.settings } };
    case 'set-holds':
      return setHolds(film, edit);
    case 'place-photos': {
      const places = edit.places.map(({ photo, index }) => ({ item: photo, index }));
      return { ...film, photos: placedAt(film.photos, places) };
    }
    case 'remove-photos': {
      const gone = new Set(edit.photoIds);
      return { ...film, photos: film.photos.filter((photo) => !gone.has(photo.id)) };
    }
    case 'set-photos':
      return setPhotos(film, edit);
    case 'show-photos':
      return showPhotos(film, edit);
    case 'place-items':
      return placeItems(film, edit.places);
    case 'remove-items':
      return removeItems(film, edit.ids);
    case 'move-items':
      return moveItems(film, edit);
    case 'set-cycle':
      return setCycle(film, edit);
    case 'place-scenes': {
      const places = edit.places.map(({ scene, index }) => ({ item: scene, index }));
      return { ...film, scenes: placedAt(film.scenes, places) };
    }
    case 'remove-scenes': {
      const gone = new Set(edit.sceneIds);
      return { ...film, scenes: film.scenes.filter((scene) => !gone.has(scene.id)) };
    }
    case 'move-scene':
      return moveScene(film, edit);
    case 'set-scene':
      return {
        ...film,
        scenes: film.scenes.map((scene): Scene =>
          scene.id === edit.sceneId ? marked(scene, edit.marks) : scene,
        ),
      };
    case 'set-flags':
      return {
        ...film,
        flags: withSet(
          film.flags,
          edit.flags.map(({ id, flag }) => [id, flag]),
        ),
      };
    case 'set-range':
      return { ...film, range: marked(film.range, edit.range) };
    case 'set-sounds':
      return {
        ...film,
        sounds: withSet(
          film.sounds,
          edit.sounds.map(({ id, sound }) => [id, sound]),
        ),
      };
    case 'set-lanes':
      return { ...film, lanes: edit.lanes };
    case 'set-cues':
      return {
        ...film,
        cues: withSet(
          film.cues,
          edit.cues.map(({ id, cue }) => [id, cue]),
        ),
      };
    case 'set-mix':
      return { ...film, mix: marked(film.mix, edit.mix) };
    case 'together':
      return edit.edits.reduce(applyEdit, film);
  }
}
