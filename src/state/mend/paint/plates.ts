import { plateEdit } from '../../../core/edits/paint-edits';
import { photosById, type Film, type Scene } from '../../../core/film/film';
import { posesIn } from '../../../core/film/items';
import { fileOf } from '../../../core/film/photo-picture';
import { count } from '../../../core/time/format';
import { openFilm } from '../../document/document';
import { edit } from '../../document/edit-film';
import { bringToTray } from '../../photos/bring-to-tray';
import { sceneOnScreen } from '../../poses/scenes';
import { setPlateShown } from '../../picture/shown-film';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { photosOfPoses } from '../target-photos';
import { paintNow, setSource } from './paint';
import { paintTarget } from './source-photo';

/** Chooses a photo as the clean plate of the scene on screen; none where undefined. */
export function choosePlate(photoId: string | undefined): void {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  if (!target) return tell('There is no scene on screen that could have a clean plate.');
  edit(plateEdit(film, target.scene.id, photoId === undefined ? undefined : { photoId }));
  const photo = photoId === undefined ? undefined : photosById(film).get(photoId);
  if (!photo) return;
  const kept = strokesOfOthers(film, target.scene, photo.id);
  const others =
    kept > 0
      ? ` ${count(kept, 'stroke')} still ${kept === 1 ? 'paints' : 'paint'} in the plate before it.`
      : '';
  tell(`${photo.name} is the clean plate of ${target.scene.name}.${others}`, 'done');
}

/** How many strokes of a scene paint in another plate. */
function strokesOfOthers(film: Film, scene: Scene, plateId: string): number {
  const photos = photosOfPoses(
    film,
    posesIn(scene.items).map(({ id }) => id),
  );
  const strokes = photos.flatMap((photo) => fileOf(photo).strokes ?? []);
  return strokes.filter(({ from }) => from.kind === 'plate' && from.photoId !== plateId).length;
}

/** Shows the clean plate of the scene on screen, to be touched up, or the poses again. */
export function showPlate(on: boolean): void {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  const plate = target?.scene.plate;
  if (on && !(film && plate && photosById(film).has(plate.photoId)))
    return tell('This scene has no clean plate yet: choose one, or make one.');
  setPlateShown(on);
  // It cannot be painted into itself.
  if (on && paintNow().source === 'plate') setSource('around');
}

/** A photo from a file as the clean plate of the scene on screen: it comes into the tray, and into no pose. */
export async function choosePlateFile(file: File): Promise<void> {
  const scene = sceneOnScreen();
  const photo = await bringToTray(file);
  if (photo && sceneOnScreen() === scene) choosePlate(photo.id);
}

/** The photo on screen as the clean plate of its scene. */
export function choosePlateHere(): void {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  if (target) choosePlate(target.photo.id);
}
