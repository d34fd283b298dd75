import { holdEdit, moveBefore, shiftByOne } from '../core/film/edits/arrange';
import type { Edit } from '../core/film/edits/edit';
import { posesOf, type FilmSettings } from '../core/film/film';
import { amend, perform, redo, undo, type History } from '../core/film/history';
import { poseAt } from '../core/film/schedule';
import { isHold, LONGEST_HOLD } from '../core/time/hold';
import { openFilm, scheduleOf, setWorkbench, tell, workbench } from './workbench';

/**
 * Takes a new state of the film. The choice keeps to poses that are still there; the playhead stays on its
 * pose, wherever that goes, and where it stood when the pose is gone.
 */
function take(history: History): void {
  setWorkbench((state) => {
    if (history === state.history) return state;
    const plan = scheduleOf(history.film);
    const before = state.history && poseAt(scheduleOf(state.history.film), state.frame);
    const after = before && plan.entries.find((entry) => entry.pose.id === before.pose.id);
    const stayed =
      before && after ? after.start + Math.min(state.frame - before.start, after.pose.hold - 1) : undefined;
    const here = new Set(plan.entries.map((entry) => entry.pose.id));
    const chosen = [...state.chosen].filter((id) => here.has(id));
    return {
      history,
      // While playing, the clock decides.
      frame: Math.min(state.playing ? state.frame : (stayed ?? state.frame), Math.max(0, plan.frames - 1)),
      chosen: chosen.length === state.chosen.size ? state.chosen : new Set(chosen),
    };
  });
}

const mayWrite = (): boolean => {
  if (workbench().canWrite) return true;
  tell('This film is open in another tab. Here it can be looked at, not changed.');
  return false;
};

/** Carries out an edit of the open film. */
export function edit(change: Edit): void {
  const { history } = workbench();
  if (history && mayWrite()) take(perform(history, change));
}

/** Adds an edit to the last one, so that both are undone together. */
export function editOn(change: Edit): void {
  const { history } = workbench();
  if (history && mayWrite()) take(amend(history, change));
}

export function undoEdit(): void {
  const { history } = workbench();
  if (history && mayWrite()) take(undo(history));
}

export function redoEdit(): void {
  const { history } = workbench();
  if (history && mayWrite()) take(redo(history));
}

/** The chosen poses, or the one under the playhead where none is chosen. */
export function meantPoses(): readonly string[] {
  const film = openFilm();
  const { chosen, frame } = workbench();
  if (!film) return [];
  if (chosen.size > 0) return [...chosen];
  const here = scheduleOf(film).entries.find((entry) => frame < entry.end);
  return here ? [here.pose.id] : [];
}

export function setHold(hold: number): void {
  const poses = meantPoses();
  if (poses.length > 0 && isHold(hold)) edit(holdEdit(poses, hold));
}

/** Lengthens or shortens each of the meant poses by some frames, never below one. */
export function changeHold(by: number): void {
  const film = openFilm();
  if (!film) return;
  const meant = new Set(meantPoses());
  const holds = posesOf(film)
    .filter((pose) => meant.has(pose.id))
    .map((pose) => ({ poseId: pose.id, hold: Math.min(LONGEST_HOLD, Math.max(1, pose.hold + by)) }));
  if (holds.length > 0) edit({ kind: 'set-holds', holds });
}

export function deletePoses(): void {
  const poses = meantPoses();
  if (poses.length === 0) return;
  edit({ kind: 'remove-poses', poseIds: poses });
}

/** Moves the meant poses one place earlier or later. */
export function shiftPoses(direction: 1 | -1): void {
  const film = openFilm();
  const poses = meantPoses();
  if (!film || poses.length === 0) return;
  edit(shiftByOne(film, poses, direction));
}

/** Moves poses before the one at `index` of a scene, or to its end. */
export function movePoses(poseIds: readonly string[], sceneId: string, index: number): void {
  const film = openFilm();
  if (film) edit(moveBefore(film, poseIds, sceneId, index));
}

export const setSettings = (settings: Partial<FilmSettings>): void =>
  edit({ kind: 'set-settings', settings });

export const setTitle = (title: string): void => edit({ kind: 'set-title', title });
