import { setSelection } from '../selection/selection';
import { batch, type SceneMarks } from '../../core/edits/edit';
import {
  addSceneEdit,
  duplicateSceneEdit,
  joinSceneEdit,
  removeSceneEdit,
  splitSceneEdit,
  trimSceneEdit,
} from '../../core/edits/scene-edits';
import type { Scene } from '../../core/film/film';
import { spanOf } from '../../core/film/moments';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { newId } from '../../engine/browser/new-id';
import { edit, tryEdit } from '../document/edit-film';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** The scene of the pose on screen. */
export function sceneOnScreen(): string | undefined {
  const film = openFilm();
  return film && (poseAt(scheduleOf(film), transportNow().frame)?.sceneId ?? film.scenes[0]?.id);
}

/** Picks a scene that is never on screen; any other is the one that the playhead stands in. */
export const pickScene = ({ id, setAside, items }: Scene): void =>
  setSelection({
    pickedScene: setAside || items.length === 0 ? { id, frame: transportNow().frame } : undefined,
  });

/** Adds an empty scene behind another, or behind the last. */
export function addScene(behind?: string): void {
  const film = openFilm();
  if (film) edit(addSceneEdit(film, behind, newId));
}

/** Sets name, colour, or whether a scene is set aside. */
export const setScene = (sceneId: string, marks: Partial<SceneMarks>): void =>
  edit({ kind: 'patch', of: 'scenes', patches: [{ id: sceneId, patch: marks }] });

/** Moves a scene to another place among the scenes, counted from 0; out of their count nothing happens. */
export function moveScene(sceneId: string, index: number): void {
  const film = openFilm();
  const scene = film?.scenes.find((each) => each.id === sceneId);
  if (!film || !scene || !film.scenes[index] || film.scenes[index] === scene) return;
  edit(batch(`${scene.name} moved`, [{ kind: 'move', of: 'scenes', moves: [{ id: sceneId, index }] }]));
}

/** Parts the scene on screen before the pose on screen. */
export function splitScene(): void {
  const film = openFilm();
  const here = film && poseAt(scheduleOf(film), transportNow().frame);
  if (here) tryEdit((open) => splitSceneEdit(open, here.pose.id, newId));
}

/** Joins a scene with the one behind it. */
export const joinScene = (sceneId: string): boolean => tryEdit((film) => joinSceneEdit(film, sceneId));

/** Puts a copy of a scene behind it. */
export const duplicateScene = (sceneId: string): boolean =>
  tryEdit((film) => duplicateSceneEdit(film, sceneId, newId));

/** Deletes a scene with its poses. */
export const removeScene = (sceneId: string): boolean => tryEdit((film) => removeSceneEdit(film, sceneId));

/** Takes off a scene what lies outside the in and out points. */
export function trimScene(sceneId: string): void {
  const film = openFilm();
  if (!film) return;
  if (!film.range.in && !film.range.out) {
    tell('Set an in or an out point first: what is outside of them is cut off.');
    return;
  }
  tryEdit((open) => trimSceneEdit(open, sceneId, spanOf(scheduleOf(open), open.range), newId));
}
