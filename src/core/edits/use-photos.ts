import { compose, type Orientation } from '../picture/orientation';
import type { Film, Photo } from '../film/film';
import { chosenItems, posesOf } from '../film/items';
import { fileOf } from '../film/photo-picture';
import type { Gap } from './arrange';
import type { Edit } from './edit';
import { changeEach, changeFile, photosAmong } from './change-photos';
import { placesByNumber } from './places-by-number';
import { nextSceneName } from './scene-edits';

/** Turns chosen photos further, each as it is shown now; their files stay as they are. */
export const turnEdit = (film: Film, photoIds: Iterable<string>, by: Orientation): Edit =>
  changeFile(photosAmong(film, photoIds), (photo) => {
    const turn = compose(fileOf(photo).turn ?? 1, by);
    return { turn: turn === 1 ? undefined : turn };
  });

function removeShowing(film: Film, photoIds: Iterable<string>): Edit {
  const shown = new Set(photoIds);
  const poses = posesOf(film).flatMap((pose) => (shown.has(pose.photoId) ? [pose.id] : []));
  return { kind: 'remove', of: 'items', ids: chosenItems(film, poses).map(({ item }) => item.id) };
}

/** Takes photos out of the film and keeps them in the tray, set aside. */
export const setAsideEdit = (film: Film, photoIds: readonly string[]): Edit => ({
  kind: 'batch',
  edits: [changeEach(photosAmong(film, photoIds), () => ({ setAside: true })), removeShowing(film, photoIds)],
});

/** Brings photos that were set aside back into the film, each to its place by number. */
export function bringBackEdit(film: Film, photoIds: readonly string[], newId: () => string): Edit {
  const photos = photosAmong(film, photoIds).filter((photo) => photo.setAside);
  const holds = new Map(photos.map((photo) => [photo.id, film.settings.defaultHold]));
  return {
    kind: 'batch',
    edits: [
      changeEach(photos, () => ({ setAside: undefined })),
      { kind: 'insert', of: 'items', places: placesByNumber(film, film.photos, holds, newId) },
    ],
  };
}

/** Takes photos out of the film altogether, with their poses. */
export const takeOutEdit = (film: Film, photoIds: readonly string[]): Edit => ({
  kind: 'batch',
  edits: [{ kind: 'remove', of: 'photos', ids: photoIds }, removeShowing(film, photoIds)],
});

/** Photos that come into use are no longer set aside. */
function used(photos: readonly Photo[], edit: Edit): Edit {
  const aside = photos.filter((photo) => photo.setAside);
  if (aside.length === 0) return edit;
  return { kind: 'batch', edits: [edit, changeEach(aside, () => ({ setAside: undefined }))] };
}

/** A pose of each photo, in tray order, into a gap between poses. */
export function insertEdit(film: Film, photoIds: Iterable<string>, gap: Gap, newId: () => string): Edit {
  const photos = photosAmong(film, photoIds);
  const hold = film.settings.defaultHold;
  return used(photos, {
    kind: 'insert',
    of: 'items',
    places: photos.map(({ id }, i) => ({
      item: { id: newId(), photoId: id, hold },
      parentId: gap.parentId,
      index: gap.index + i,
    })),
  });
}

/** A new scene with a pose of each photo, behind the last scene. */
export function newSceneEdit(film: Film, photoIds: Iterable<string>, newId: () => string): Edit {
  const photos = photosAmong(film, photoIds);
  const hold = film.settings.defaultHold;
  const poses = photos.map(({ id }) => ({ id: newId(), photoId: id, hold }));
  const scene = { id: newId(), name: nextSceneName(film), items: poses };
  return used(photos, { kind: 'insert', of: 'scenes', places: [{ item: scene, index: film.scenes.length }] });
}

/**
 * Shows other photos in poses, holds as they are: one photo in all of them, or as many photos as poses, each in
 * its turn. Undefined where the numbers do not fit.
 */
export function replaceEdit(
  film: Film,
  poseIds: Iterable<string>,
  photoIds: Iterable<string>,
): Edit | undefined {
  const photos = photosAmong(film, photoIds);
  const wanted = new Set(poseIds);
  const poses = posesOf(film).filter((pose) => wanted.has(pose.id));
  const [only] = photos;
  if (poses.length === 0 || !only || (photos.length > 1 && photos.length !== poses.length)) return undefined;
  const patches = poses.map((pose, i) => ({ id: pose.id, patch: { photoId: (photos[i] ?? only).id } }));
  return used(photos, { kind: 'patch', of: 'items', patches });
}
