import { cropEdit, moveEndEdit, placingEdit, uncropAllEdit } from '../../core/edits/crop-edits';
import { cameraMoveRun, type CameraMoveRun, type MoveEnd } from '../../core/film/camera-move-run';
import { cropOf } from '../../core/film/crop-of';
import type { Film } from '../../core/film/film';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { boundedCrop, WHOLE, type Crop } from '../../core/picture/crop';
import type { Framing } from '../../core/picture/placement';
import { openFilm } from '../document/document';
import { edit, targetPoses } from '../document/edit-film';
import { sceneOnScreen } from '../poses/scenes';
import { transportNow } from '../transport/transport';
import { mendTarget } from './mend-target';
import { mendNow, setMend, type Guide, type MendScope } from './mend';

/** The pose on screen if it is a target of the edit, else the first target. */
function movedPose(film: Film): string | undefined {
  const targets = targetPoses();
  const here = poseAt(scheduleOf(film), transportNow().frame)?.pose.id;
  return here !== undefined && targets.includes(here) ? here : targets[0];
}

/**
 * The camera move that Framing changes in this scope; undefined if the camera stands still there, or the scope is
 * a scene or the film.
 */
export function moveInScope(film: Film, scope: MendScope): CameraMoveRun | undefined {
  const id = scope === 'chosen' ? movedPose(film) : undefined;
  return id === undefined ? undefined : cameraMoveRun(film, id);
}

/** Chooses the end of a camera move that Framing sets. */
export const chooseMoveEnd = (moveEnd: MoveEnd): void => setMend({ moveEnd });

/** The part of the picture that is shown of the film, the scene on screen, or the chosen poses: of the first where they differ. */
export function cropInScope(film: Film, scope: MendScope): Crop {
  if (scope === 'film') return film.settings.crop ?? WHOLE;
  if (scope === 'scene') {
    const id = sceneOnScreen();
    return film.scenes.find((scene) => scene.id === id)?.crop ?? film.settings.crop ?? WHOLE;
  }
  const [first] = targetPoses();
  const move = moveInScope(film, scope);
  if (move) return move[mendNow().moveEnd];
  const pose = first === undefined ? undefined : scheduleOf(film).firsts.get(first)?.pose;
  return pose ? cropOf(film, pose) : WHOLE;
}

/**
 * Sets the crop in the scope of Framing; for a camera move, at the end of it that is chosen. Undefined takes the
 * crop away, and the move with it, so that the scene or the film decides.
 */
export function setCrop(crop: Crop | undefined): void {
  setMend({ dragged: undefined });
  const film = openFilm();
  if (!film) return;
  const { frameScope, moveEnd } = mendNow();
  const move = moveInScope(film, frameScope);
  const [poseId] = move?.poseIds ?? [];
  if (crop && poseId !== undefined) edit(moveEndEdit(film, poseId, moveEnd, crop));
  else edit(cropEdit(film, move ? { of: 'poses', ids: move.poseIds } : mendTarget(frameScope), crop));
}

/** Moves the frame by so many of the film's pixels, and makes it so many times as large. */
export function nudgeCrop(right: number, down: number, times = 1): void {
  const film = openFilm();
  if (!film) return;
  const { width, height } = film.settings;
  const { x, y, size } = cropInScope(film, mendNow().frameScope);
  setCrop({ x: x + right / width, y: y + down / height, size: size * times });
}

/** Shows where a frame would be that is dragged. */
export const dragCrop = (crop: Crop): void => setMend({ dragged: boundedCrop(crop) });

/** Shows the frame where it was. */
export const dropCrop = (): void => setMend({ dragged: undefined });

/** How photos of another shape stand in the chosen poses. */
export function setPlacing(placing: Framing | undefined): void {
  const film = openFilm();
  if (film) edit(placingEdit(film, targetPoses(), placing));
}

/** Takes all framings away. */
export function uncropAll(): void {
  const film = openFilm();
  if (film) edit(uncropAllEdit(film));
}

/** Shows guides on the picture, or no longer. */
export function toggleGuide(guide: Guide): void {
  const { guides } = mendNow();
  setMend({ guides: guides.includes(guide) ? guides.filter((each) => each !== guide) : [...guides, guide] });
}
