import { setAsideEdit } from '../edits/use-photos';
import { batch, lasting, type Edit } from '../edits/edit';
import { nextSceneName } from '../edits/scene-edits';
import type { Film, Photo, Pose, Scene } from '../film/film';
import { filmSizeFrom, FIRST_HEIGHT } from '../film/film-size';
import { placesOf, posesIn, posesOf } from '../film/items';
import { inNumberOrder, pathOf } from '../film/numbering';

/** Where a photo that is taken goes: behind the last pose of its scene, behind the pose on screen, or in place of that. */
export const SHOT_PLACES = ['end', 'behind', 'instead'] as const;
export type ShotPlace = (typeof SHOT_PLACES)[number];

/** How a photo that is taken comes to stand in the film. */
export interface ShotOrder {
  readonly place: ShotPlace;
  /** The pose on screen; undefined where the film has none. */
  readonly poseId: string | undefined;
  /** Frames that it stays; what it stands in place of keeps its own. */
  readonly hold: number;
}

/** A photo that was taken, in the film. */
export interface Shot {
  /** Puts the photo into the tray, set aside; that is never undone, whatever else is. */
  readonly keep: Edit;
  /** Shows it, in the film that has it in its tray. */
  readonly show: Edit;
  /** The pose that shows it. */
  readonly poseId: string;
}

/** The scene of a pose; without one the last that is shown. */
const sceneOf = ({ scenes }: Film, poseId: string | undefined): Scene | undefined =>
  scenes.find(({ items }) => posesIn(items).some(({ id }) => id === poseId)) ??
  scenes.findLast(({ setAside }) => !setAside) ??
  scenes.at(-1);

/** Puts a photo that was taken into the tray, in number order, set aside; that is never undone, whatever else is. The first gives the film its shape. */
export function keepShotEdit(film: Film, photo: Photo): Edit {
  const tray = inNumberOrder([...film.photos, photo], pathOf);
  const kept: Edit = {
    kind: 'insert',
    of: 'photos',
    places: [{ item: { ...photo, setAside: true }, index: tray.indexOf(photo) }],
  };
  const shape: Edit = { kind: 'patch', of: 'settings', patch: filmSizeFrom(photo, FIRST_HEIGHT) };
  return lasting(`${photo.name} kept`, film.photos.length === 0 ? [kept, shape] : [kept]);
}

const patchPhoto = (id: string, setAside: true | undefined): Edit => ({
  kind: 'patch',
  of: 'photos',
  patches: [{ id, patch: { setAside } }],
});

/** Has a pose show another photo: what it showed is set aside, unless another pose shows it too. */
function showsInstead(film: Film, pose: Pose, photoId: string): readonly Edit[] {
  const isElsewhere = posesOf(film).some((other) => other.photoId === pose.photoId && other.id !== pose.id);
  const shows: Edit = { kind: 'patch', of: 'items', patches: [{ id: pose.id, patch: { photoId } }] };
  return isElsewhere ? [shows] : [shows, patchPhoto(pose.photoId, true)];
}

/** Chooses another photo of a burst for the pose that shows one of them. */
export const chooseShotEdit = (film: Film, pose: Pose, photo: Photo): Edit =>
  batch(`${photo.name} chosen`, [patchPhoto(photo.id, undefined), ...showsInstead(film, pose, photo.id)]);

/** Puts a photo that was taken into a film, as a photo of the tray and as a pose. */
export function shotEdits(
  film: Film,
  photo: Photo,
  { place, poseId, hold }: ShotOrder,
  newId: () => string,
): Shot {
  const shown = (change: readonly Edit[], at: string): Shot => ({
    keep: keepShotEdit(film, photo),
    show: batch(`${photo.name} taken`, [patchPhoto(photo.id, undefined), ...change]),
    poseId: at,
  });
  const [here] = poseId === undefined ? [] : placesOf(film, [poseId], true);
  if (place === 'instead' && here && 'photoId' in here.item)
    return shown(showsInstead(film, here.item, photo.id), here.item.id);
  const pose = { id: newId(), photoId: photo.id, hold };
  const scene = sceneOf(film, poseId);
  if (!scene) {
    const first: Scene = { id: newId(), name: nextSceneName(film), items: [pose] };
    return shown([{ kind: 'insert', of: 'scenes', places: [{ item: first, index: 0 }] }], pose.id);
  }
  const gap =
    place === 'behind' && here
      ? { parentId: here.parentId, index: here.index + 1 }
      : { parentId: scene.id, index: scene.items.length };
  return shown([{ kind: 'insert', of: 'items', places: [{ item: pose, ...gap }] }], pose.id);
}

/** Takes a photo back: its poses go, it stays in the tray, set aside. */
export const takeBackEdit = (film: Film, photo: Photo): Edit =>
  batch(`${photo.name} set aside`, [setAsideEdit(film, [photo.id])]);
