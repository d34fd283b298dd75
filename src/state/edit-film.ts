import { holdEdit, moveBefore, shiftByOne } from '../core/film/edits/arrange';
import type { Edit } from '../core/film/edits/edit';
import { posesOf, type Film, type FilmSettings } from '../core/film/film';
import { amend, perform, redo, undo, type History } from '../core/film/history';
import { isHold, LONGEST_HOLD } from '../core/time/hold';
import { openFilm, scheduleOf, setWorkbench, tell, workbench } from './workbench';

/** Takes a new state of the film and keeps choice and playhead within it. */
function take(history: History): void {
  setWorkbench((state) => {
    if (history === state.history) return state;
    const here = new Set(posesOf(history.film).map((pose) => pose.id));
    const chosen = [...state.chosen].filter((id) => here.has(id));
    const last = Math.max(0, scheduleOf(history.film).frames - 1);
    return {
      history,
      frame: Math.min(state.frame, last),
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
  follow(poses, () => edit(shiftByOne(film, poses, direction)));
}

/** Moves poses before the one at `index` of a scene, or to its end. */
export function movePoses(poseIds: readonly string[], sceneId: string, index: number): void {
  const film = openFilm();
  if (film) edit(moveBefore(film, poseIds, sceneId, index));
}

/** Keeps the playhead on a pose that moves, at the same offset. */
function follow(poses: readonly string[], change: () => void): void {
  const startOf = (film: Film | undefined): number | undefined =>
    film && scheduleOf(film).entries.find((entry) => entry.pose.id === poses[0])?.start;
  const before = startOf(openFilm());
  const { frame } = workbench();
  change();
  const after = startOf(openFilm());
  const meant = new Set(poses);
  const film = openFilm();
  if (before === undefined || after === undefined || !film) return;
  const on = scheduleOf(film).entries.find((entry) => meant.has(entry.pose.id));
  if (on && frame >= before) setWorkbench({ frame: Math.max(0, frame + after - before) });
}

export const setSettings = (settings: Partial<FilmSettings>): void =>
  edit({ kind: 'set-settings', settings });

export const setTitle = (title: string): void => edit({ kind: 'set-title', title });
