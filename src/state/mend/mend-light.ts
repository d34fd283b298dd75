import {
  lightAsBeforeEdit,
  lightSwitchEdit,
  referenceEdit,
  strengthEdit,
  touchEdit,
} from '../../core/edits/mend-edits';
import type { Edit } from '../../core/edits/edit';
import { photosById, type Film } from '../../core/film/film';
import type { Touch } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { setDraft } from '../picture/shown-film';
import { photoOnScreen, targetPhotoIds } from './target-photos';

/** Makes an edit of the photos that are mended. */
const ofTargets = (make: (film: Film, photoIds: readonly string[]) => Edit): Edit | undefined => {
  const film = openFilm();
  const ids = targetPhotoIds();
  return film && ids.length > 0 ? make(film, ids) : undefined;
};

function doTo(make: (film: Film, photoIds: readonly string[]) => Edit): void {
  setDraft(undefined);
  const change = ofTargets(make);
  if (change) edit(change);
}

/** Sets brightness, warmth or tint of the chosen photos. */
export const setTouch = (touch: Touch, value: number): void =>
  doTo((film, ids) => touchEdit(film, ids, touch, value));

/** Shows what that would look like. */
export const tryTouch = (touch: Touch, value: number): void =>
  setDraft(ofTargets((film, ids) => touchEdit(film, ids, touch, value)));

/** Sets how much of what was found is applied, in per cent. */
export const setStrength = (strength: number): void => doTo((film, ids) => strengthEdit(film, ids, strength));

/** Shows what that would look like. */
export const tryStrength = (strength: number): void =>
  setDraft(ofTargets((film, ids) => strengthEdit(film, ids, strength)));

/** Switches the light of the chosen photos on or off. */
export const switchLight = (on: boolean): void => doTo((film, ids) => lightSwitchEdit(film, ids, on));

/** Leaves the light of the chosen photos out, or mends it again. */
export function toggleLight(): void {
  const film = openFilm();
  const photos = film && targetPhotoIds().flatMap((id) => photosById(film).get(id) ?? []);
  if (photos) switchLight(photos.every((photo) => fileOf(photo).mends?.lightOff));
}

/** The light of the chosen photos as it came. */
export const lightAsBefore = (): void => doTo(lightAsBeforeEdit);

/** Takes the photo on screen as well lit, or no longer. */
export function toggleReference(): void {
  const film = openFilm();
  const photo = film && photoOnScreen(film);
  if (film && photo) edit(referenceEdit(film, [photo.id], !fileOf(photo).mends?.isReference));
}
