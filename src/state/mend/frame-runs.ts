import { cameraMoveEdit, cropsEdit } from '../../core/edits/crop-edits';
import { cameraMoveRun } from '../../core/film/camera-move-run';
import { cameraMoves, movedCrops, steppedCrops } from '../../core/film/crop-runs';
import type { Film } from '../../core/film/film';
import { placedTranscript } from '../../core/film/placed-transcript';
import { scheduleOf } from '../../core/film/schedule';
import { openFilm } from '../document/document';
import { edit, targetPoses } from '../document/edit-film';
import { selectionNow } from '../selection/selection';
import { tell } from '../shell/shell';
import { mendNow, setMend } from './mend';

/** Poses of the next camera move: the chosen ones; for a single pose within a move on ones, all poses of that move. */
export function posesToMove(film: Film): readonly string[] {
  const targets = targetPoses();
  const [only] = targets;
  const move = targets.length === 1 && only !== undefined ? cameraMoveRun(film, only) : undefined;
  return move?.poseIds ?? targets;
}

/** Moves the camera over the chosen poses, from the framing of the first to that of the last. */
export function moveCamera(): void {
  const film = openFilm();
  if (!film) return;
  const poses = posesToMove(film);
  if (mendNow().onOnes) {
    const moves = cameraMoves(film, poses, mendNow().pace);
    if (moves) return edit(cameraMoveEdit(moves));
    return tell(
      'Nothing would move. Crop the first and the last of the chosen poses as the move starts and ends.',
    );
  }
  const crops = movedCrops(film, poses, mendNow().pace);
  if (crops) edit(cropsEdit(crops, 'Camera moved'));
  else
    tell('Choose three poses or more in a row, the first and the last cropped as the move starts and ends.');
}

/** Comes a step closer with each word that is said over the chosen poses; of the chosen cues only, where some are. */
export function stepByWords(): void {
  const film = openFilm();
  if (!film) return;
  const poses = targetPoses();
  const { chosenCues } = selectionNow();
  const { firsts } = scheduleOf(film);
  const entries = poses.flatMap((id) => firsts.get(id) ?? []);
  const from = Math.min(...entries.map(({ start }) => start));
  const to = Math.max(...entries.map(({ end }) => end));
  const starts = placedTranscript(film)
    .filter(({ placed }) => chosenCues.size === 0 || chosenCues.has(placed.cue.id))
    .map(({ frame }) => frame)
    .filter((frame) => frame >= from && frame < to);
  if (starts.length === 0)
    return tell('No word is said over the chosen poses. Mark words in Sound, or choose more poses.');
  const { wordStep, wordPoint } = mendNow();
  edit(cropsEdit(steppedCrops(film, poses, starts, wordStep, wordPoint), 'Zoom per word'));
}

/** The point towards which words come closer is clicked on the picture. */
export const startPickingPoint = (): void => setMend({ pickingPoint: true });

/** It was clicked, or is not any more. */
export function pickPoint(point: { readonly x: number; readonly y: number } | undefined): void {
  const rounded = (value: number): number => Math.round(value * 1000) / 1000;
  setMend({
    pickingPoint: false,
    ...(point && { wordPoint: { x: rounded(point.x), y: rounded(point.y) } }),
  });
}
