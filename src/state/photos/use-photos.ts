import { tell } from '../shell/shell';
import { count } from '../../core/time/format';
import { neededFor, type NeededFor } from '../../core/film/needed-for';
import type { Edit } from '../../core/edits/edit';
import { touchEdit } from '../../core/edits/mend-edits';
import { restoreEdit } from '../../core/edits/retouch-edits';
import {
  bringBackEdit,
  insertEdit,
  newSceneEdit,
  replaceEdit,
  setAsideEdit,
  takeOutEdit,
  turnEdit,
} from '../../core/edits/use-photos';
import type { Gap } from '../../core/edits/arrange';
import type { Film } from '../../core/film/film';
import { chosenItems } from '../../core/film/items';
import type { Orientation } from '../../core/picture/orientation';
import type { Touch } from '../../core/film/photo-mends';
import { editAndShow, gapBehindMeant } from '../poses/arrange-poses';
import { newId } from '../../engine/browser/new-id';
import { edit, targetPoses } from '../document/edit-film';
import { chosenPhotoIds, setTray } from './tray';
import { openFilm } from '../document/document';

/** Does something with the chosen photos of the open film; nothing where none are chosen. */
function withChosen(make: (film: Film, photoIds: readonly string[]) => Edit | undefined): void {
  const film = openFilm();
  const photoIds = chosenPhotoIds();
  const change = film && photoIds.length > 0 ? make(film, photoIds) : undefined;
  if (change) edit(change);
}

/** Turns of pictures by a quarter to the right, to the left, and left for right. */
export const QUARTER_RIGHT: Orientation = 6;
/** A quarter to the left. */
export const QUARTER_LEFT: Orientation = 8;
/** Left for right. */
export const MIRRORED: Orientation = 2;

/** Turns the chosen photos further. */
export const turnPhotos = (by: Orientation): void => withChosen((film, ids) => turnEdit(film, ids, by));

/** Sets brightness, warmth or tint of the chosen photos. */
export const touchChosen = (touch: Touch, value: number): void =>
  withChosen((film, ids) => touchEdit(film, ids, touch, value));

/** Takes the chosen photos out of the film and keeps them in the tray. */
export const setPhotosAside = (): void => withChosen((film, ids) => setAsideEdit(film, ids));

/** Brings the chosen photos back into the film, each to its place by number. */
export const bringPhotosBack = (): void => withChosen((film, ids) => bringBackEdit(film, ids, newId));

/** Takes the chosen photos out of the film for good; undo brings them back. What else they were needed for is told. */
export const takePhotosOut = (): void => {
  const film = openFilm();
  const needed = film && neededFor(film, new Set(chosenPhotoIds()));
  withChosen((now, ids) => takeOutEdit(now, ids));
  setTray({ chosen: new Set(), anchor: undefined, active: undefined });
  const words = needed && neededWords(needed);
  if (words !== undefined) tell(words, 'asks');
};

/** What misses photos that were taken out, in a sentence; undefined where nothing does. */
function neededWords({ painted, plates, behind }: NeededFor): string | undefined {
  const parts = [
    painted > 0 && `painted in on ${count(painted, 'photo')}`,
    plates > 0 && `as the clean plate of ${count(plates, 'scene')}`,
    behind > 0 && 'used as a background',
  ].filter((each) => each !== false);
  if (parts.length === 0) return undefined;
  return `The deleted photos were still used: ${parts.join(', and ')}. Undo, then use “Set aside” instead.`;
}

/** Shows the chosen photos' own files again. */
export const showAsTheyCame = (): void => withChosen((film, ids) => restoreEdit(film, ids));

/** Puts poses of the chosen photos into a gap between others; they become the choice. */
export function insertPhotosAt(gap: Gap): void {
  const photoIds = chosenPhotoIds();
  if (photoIds.length > 0) editAndShow((film, fresh) => insertEdit(film, photoIds, gap, fresh));
}

/** Puts poses of the chosen photos before the first or behind the last of the meant poses. */
export function insertPhotos(where: 'before' | 'after'): void {
  const film = openFilm();
  if (!film) return;
  const [first] = chosenItems(film, targetPoses());
  if (where === 'before' && first) insertPhotosAt({ parentId: first.parentId, index: first.index });
  else insertPhotosAt(gapBehindMeant(film));
}

/** Makes a scene of the chosen photos. */
export function makeScene(): void {
  const photoIds = chosenPhotoIds();
  if (photoIds.length > 0) editAndShow((film, fresh) => newSceneEdit(film, photoIds, fresh));
}

/** Whether the chosen photos can take the places of the meant poses' photos: one for all, or one for each. */
export const canReplace = (photos: number, poses: number): boolean =>
  poses > 0 && (photos === 1 || photos === poses);

/** Shows the chosen photos in the target poses. */
export const replacePhotos = (): void => withChosen((film, ids) => replaceEdit(film, targetPoses(), ids));
