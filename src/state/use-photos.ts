import type { Edit } from '../core/film/edits/edit';
import { restoreEdit } from '../core/film/edits/retouch-edits';
import {
  bringBackEdit,
  insertEdit,
  newSceneEdit,
  replaceEdit,
  setAsideEdit,
  takeOutEdit,
  turnEdit,
} from '../core/film/edits/use-photos';
import type { Film } from '../core/film/film';
import type { Orientation } from '../core/picture/orientation';
import { edit, meantPoses } from './edit-film';
import { chosenPhotoIds, setTray } from './tray';
import { openFilm, scheduleOf, setWorkbench } from './workbench';

/** Does something with the chosen photos of the open film; nothing where none are chosen. */
function withChosen(make: (film: Film, photoIds: readonly string[]) => Edit | undefined): void {
  const film = openFilm();
  const photoIds = chosenPhotoIds();
  const change = film && photoIds.length > 0 ? make(film, photoIds) : undefined;
  if (change) edit(change);
}

/** Turns of pictures by a quarter to the right, to the left, and left for right. */
export const QUARTER_RIGHT: Orientation = 6;
export const QUARTER_LEFT: Orientation = 8;
export const MIRRORED: Orientation = 2;

export const turnPhotos = (by: Orientation): void => withChosen((film, ids) => turnEdit(film, ids, by));

export const setPhotosAside = (): void => withChosen((film, ids) => setAsideEdit(film, ids));

export const bringPhotosBack = (): void =>
  withChosen((film, ids) => bringBackEdit(film, ids, () => crypto.randomUUID()));

export const takePhotosOut = (): void => {
  withChosen((film, ids) => takeOutEdit(film, ids));
  setTray({ chosen: new Set(), anchor: undefined, active: undefined });
};

export const showAsTheyCame = (): void => withChosen((film, ids) => restoreEdit(film, ids));

/** Puts a new state on screen: the playhead on the first of some poses, all of them chosen. */
function showPoses(poseIds: readonly string[]): void {
  const film = openFilm();
  const wanted = new Set(poseIds);
  const first = film && scheduleOf(film).entries.find((entry) => wanted.has(entry.pose.id));
  if (first) setWorkbench({ frame: first.start, chosen: wanted, anchor: first.pose.id });
}

/** Ids for what an edit makes, remembered. */
function remembered(): { newId: () => string; ids: string[] } {
  const ids: string[] = [];
  return {
    ids,
    newId: () => {
      const id = crypto.randomUUID();
      ids.push(id);
      return id;
    },
  };
}

/** Puts poses of the chosen photos so that the first stands at `index` of a scene; they become the choice. */
export function insertPhotosAt(place: { readonly sceneId: string; readonly index: number }): void {
  const { newId, ids } = remembered();
  withChosen((film, photoIds) => insertEdit(film, photoIds, place, newId));
  showPoses(ids);
}

/** Puts poses of the chosen photos before the first or behind the last of the meant poses. */
export function insertPhotos(where: 'before' | 'after'): void {
  const film = openFilm();
  if (!film) return;
  const meant = new Set(meantPoses());
  const poses = scheduleOf(film).entries.filter((entry) => meant.has(entry.pose.id));
  const at = where === 'before' ? poses[0] : poses.at(-1);
  const scene = film.scenes.find((each) => each.id === at?.sceneId) ?? film.scenes.at(-1);
  if (!scene) return;
  const index = at ? scene.poses.findIndex((pose) => pose.id === at.pose.id) : scene.poses.length;
  insertPhotosAt({ sceneId: scene.id, index: at && where === 'after' ? index + 1 : index });
}

export function makeScene(): void {
  const { newId, ids } = remembered();
  withChosen((film, photoIds) => newSceneEdit(film, photoIds, newId));
  showPoses(ids);
}

/** Whether the chosen photos can take the places of the meant poses' photos: one for all, or one for each. */
export const canReplace = (photos: number, poses: number): boolean =>
  poses > 0 && (photos === 1 || photos === poses);

export const replacePhotos = (): void => withChosen((film, ids) => replaceEdit(film, meantPoses(), ids));
