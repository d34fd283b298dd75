import {
  copyDrawingEdit,
  lastsEdit,
  ownDrawingEdit,
  takeDrawingsOffEdit,
  type DrawTarget,
} from '../../../core/edits/draw-edits';
import { batch } from '../../../core/edits/edit';
import { drawingOn } from '../../../core/film/drawn-of';
import { count } from '../../../core/time/format';
import { scheduleOf, showingAt } from '../../../core/film/schedule';
import { newId } from '../../../engine/browser/new-id';
import { openFilm } from '../../document/document';
import { edit, mayWrite, targetPoses, tryEdit } from '../../document/edit-film';
import { tell } from '../../shell/shell';
import { goTo } from '../../transport/play';
import { transportNow } from '../../transport/transport';
import { activeLayer, drawnPose, type DrawnPose } from './drawn-pose';

/** Where is drawn now; undefined where nothing is drawn in the film yet. */
function targetHere(): { readonly here: DrawnPose; readonly target: DrawTarget } | undefined {
  const film = openFilm();
  const here = film && drawnPose(film, transportNow().frame);
  return here?.layer && { here, target: { poseId: here.pose.id, layerId: here.layer.id } };
}

const NOTHING_HERE = 'Nothing is drawn here yet.';

/** Copies what is drawn here to the next pose, as a start for what comes there, and shows that. */
export function copyToNext(): void {
  const film = openFilm();
  const meant = targetHere();
  if (!film || !mayWrite()) return;
  if (!meant) return tell(NOTHING_HERE);
  const { here, target } = meant;
  const plan = scheduleOf(film);
  let next = showingAt(plan, here.here.index + 1);
  while (next?.pose.id === here.pose.id) next = showingAt(plan, next.index + 1);
  if (!next) return tell('This is the last pose: there is none after it to copy to.');
  const { id } = next.pose;
  if (tryEdit((each) => copyDrawingEdit(each, target, id, newId))) goTo(next.start);
}

/** Has what is drawn here last over so many poses, from this one on. */
export function lastOver(poses: number): void {
  const meant = targetHere();
  if (!meant) return tell(NOTHING_HERE);
  tryEdit((film) => lastsEdit(film, meant.target, poses));
}

/** Gives this pose a drawing of its own in place of one that it shares. */
export function makeOwn(): void {
  const film = openFilm();
  const meant = targetHere();
  const own = film && meant && ownDrawingEdit(film, meant.target, newId);
  if (own) edit(own);
  else tell('This pose has a drawing of its own already.');
}

/** Takes what is drawn on this layer off the chosen poses, or the one on screen. */
export function takeDrawingsOff(): void {
  const film = openFilm();
  const layer = film && activeLayer(film);
  const off = layer && takeDrawingsOffEdit(film, targetPoses(), layer.id);
  if (off) edit(off);
  else tell('Nothing is drawn on this layer there.');
}

/** Copies what is drawn for a pose on this layer to the chosen poses, over what is drawn there. */
export function pasteDrawing(fromPoseId: string | undefined): void {
  const film = openFilm();
  const layer = film && activeLayer(film);
  if (!film || !mayWrite()) return;
  if (fromPoseId === undefined) return tell('No drawing is copied yet. Show a pose and copy it first.');
  if (!layer) return tell(NOTHING_HERE);
  const from = { poseId: fromPoseId, layerId: layer.id };
  const seen = new Set<string>();
  const made = targetPoses().flatMap((id) => {
    const pose = scheduleOf(film).firsts.get(id)?.pose;
    const there = pose && drawingOn(film, pose, layer.id);
    // One that several of them share takes it once.
    if (id === fromPoseId || (there && seen.has(there.id))) return [];
    if (there) seen.add(there.id);
    return [copyDrawingEdit(film, from, id, newId)];
  });
  const edits = made.flatMap((each) => (each.ok ? [each.value] : []));
  const [problem] = made.flatMap((each) => (each.ok ? [] : [each.problem]));
  if (edits.length > 0) edit(batch(`Drawing copied to ${count(edits.length, 'pose')}`, edits));
  else tell(problem ?? 'Choose other poses to paste the drawing onto.');
}
