import { edgesEdit } from '../../core/edits/edges-edit';
import type { Edit } from '../../core/edits/edit';
import {
  anchorEdit,
  nudgeEdit,
  placeAsBeforeEdit,
  steadyStrengthEdit,
  steadySwitchEdit,
} from '../../core/edits/steady-edits';
import { photosById, type Film, type Photo } from '../../core/film/film';
import { posesOf } from '../../core/film/items';
import { fileOf, shownSize, turnOf } from '../../core/film/photo-picture';
import { placementMap, placePhoto } from '../../core/picture/placement';
import { turnBack, turnedMove, type Move } from '../../core/picture/move';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { setDraft } from '../picture/shown-film';
import { photoOnScreen, targetPhotoIds } from './target-photos';

/** How a photo is moved as a person counts it: pixels of the film, degrees, per cent. */
export interface HandMove {
  readonly right: number;
  readonly down: number;
  readonly turn: number;
  readonly size: number;
}

/** Pixels of the film that a photo's longer side takes. */
function sideInFilm(film: Film, photo: Photo): number {
  const { width, height, framing } = film.settings;
  const shown = shownSize(photo);
  const placing = posesOf(film).find(({ photoId }) => photoId === photo.id)?.placing ?? framing;
  const [across] = placementMap(placePhoto(shown, { width, height }, placing));
  return across * Math.max(shown.width, shown.height);
}

/** A move of a photo's file as a person counts it in the film. */
export function handMove(film: Film, photo: Photo, move: Move): HandMove {
  const { right, down, turn, size } = turnedMove(move, turnOf(photo));
  const side = sideInFilm(film, photo);
  return { right: right * side, down: down * side, turn, size: size * 100 };
}

function fileMove(film: Film, photo: Photo, { right, down, turn, size }: HandMove): Move {
  const side = sideInFilm(film, photo);
  return turnedMove(
    { right: right / side, down: down / side, turn, size: size / 100 },
    turnBack(turnOf(photo)),
  );
}

/** Makes an edit of the photos that are mended. */
function doTo(make: (film: Film, photoIds: readonly string[]) => Edit): void {
  setDraft(undefined);
  const film = openFilm();
  const ids = targetPhotoIds();
  if (film && ids.length > 0) edit(make(film, ids));
}

const byHand = (film: Film, ids: readonly string[], change: (was: HandMove) => HandMove): Edit =>
  nudgeEdit(film, ids, (photo, was) => fileMove(film, photo, change(handMove(film, photo, was))));

/** Numbers of moves as they are typed: sums of tenths must not end in rests. */
const rounded = (value: number): number => Math.round(value * 1e6) / 1e6;

const added = (was: HandMove, by: Partial<HandMove>): HandMove => ({
  right: rounded(was.right + (by.right ?? 0)),
  down: rounded(was.down + (by.down ?? 0)),
  turn: rounded(was.turn + (by.turn ?? 0)),
  size: was.size + (by.size ?? 0),
});

/** Moves the chosen photos further by hand. */
export const nudgePhotos = (by: Partial<HandMove>): void =>
  doTo((film, ids) => byHand(film, ids, (was) => added(was, by)));

/** The same with one photo, whatever is chosen. */
export function nudgePhoto(photoId: string, by: Partial<HandMove>): void {
  const film = openFilm();
  if (film) edit(byHand(film, [photoId], (was) => added(was, by)));
}

/** Shows what that would look like. */
export function tryNudge(by: Partial<HandMove>): void {
  const film = openFilm();
  const ids = targetPhotoIds();
  if (film && ids.length > 0) setDraft(byHand(film, ids, (was) => added(was, by)));
}

/** Shows the photos where they are. */
export const dropNudge = (): void => setDraft(undefined);

/** Sets one number of how the chosen photos are moved by hand. */
export const setNudge = (to: Partial<HandMove>): void =>
  doTo((film, ids) => byHand(film, ids, (was) => ({ ...was, ...to })));

/** Sets how much of what was found is applied, in per cent. */
export const setSteadyStrength = (strength: number): void =>
  doTo((film, ids) => steadyStrengthEdit(film, ids, strength));

/** Shows what that would look like. */
export function trySteadyStrength(strength: number): void {
  const film = openFilm();
  if (film) setDraft(steadyStrengthEdit(film, targetPhotoIds(), strength));
}

/** Switches the moving of the chosen photos on or off. */
export const switchSteady = (on: boolean): void => doTo((film, ids) => steadySwitchEdit(film, ids, on));

/** Leaves the moving of the chosen photos out, or moves them again. */
export function toggleSteady(): void {
  const film = openFilm();
  const photos = film && targetPhotoIds().flatMap((id) => photosById(film).get(id) ?? []);
  if (photos) switchSteady(photos.every((photo) => fileOf(photo).mends?.steadyOff));
}

/** The place of the chosen photos as they came. */
export const placeAsBefore = (): void => doTo(placeAsBeforeEdit);

/** What fills the edges that moved photos leave. */
export const setEdges = (edges: Film['settings']['edges']): void => edit(edgesEdit(edges));

/** Takes the photo on screen as standing right, or no longer. */
export function toggleAnchor(): void {
  const film = openFilm();
  const photo = film && photoOnScreen(film);
  if (film && photo) edit(anchorEdit(film, [photo.id], !fileOf(photo).mends?.isAnchor));
}
