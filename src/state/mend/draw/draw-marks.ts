import { changeMarksEdit, drawEdit, removeMarksEdit } from '../../../core/edits/draw-edits';
import { batch, type Edit } from '../../../core/edits/edit';
import { markAt, marksWithin } from '../../../core/mend/draw/marks-at';
import { eraseFrom } from '../../../core/mend/draw/erase-marks';
import { recipeOf } from '../../../core/film/recipe-of';
import { frameOfPose } from '../../../core/film/schedule';
import { chained, mapped, scaling, type Affine } from '../../../core/picture/affine';
import {
  mappedMark,
  mappedParts,
  type Mark,
  type MarkShape,
  type Erased,
} from '../../../core/picture/drawn/mark';
import { count } from '../../../core/time/format';
import type { Film } from '../../../core/film/film';
import type { Drawn } from '../../../core/picture/drawn/drawn';
import { findFill } from '../../../engine/browser/drawings/draw-workers';
import { newId } from '../../../engine/browser/new-id';
import { openFilm } from '../../document/document';
import { edit, mayWrite, tryEdit } from '../../document/edit-film';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { inTurn } from '../paint/lay-stroke';
import { chooseMarks, drawNow, MARK_OPACITY, setDraw, rememberColour } from './draw';
import { drawnPose, type DrawnPose } from './drawn-pose';

interface Here extends DrawnPose {
  readonly film: Film;
}

/** The pose on screen as it is drawn on; undefined, and said why, where it cannot be. */
function drawable(frame = transportNow().frame): Here | undefined {
  const film = openFilm();
  const here = film && drawnPose(film, frame);
  if (!film || !mayWrite()) return undefined;
  if (!here) {
    tell('There is no pose on screen that could be drawn on.');
    return undefined;
  }
  const { layer } = here;
  if (layer?.off || layer?.opacity === 0) {
    tell(`${layer.name} is hidden: show it to draw on it, or choose another layer.`);
    return undefined;
  }
  return { ...here, film };
}

/** Puts marks on the layer that is drawn on, over what is there or under it; tells whether that was done. */
function putMarks({ pose, layer }: Here, marks: readonly Mark[], label: string, under = false): boolean {
  const layerId = layer?.id ?? newId();
  const done = tryEdit((film) => drawEdit(film, { poseId: pose.id, layerId }, marks, newId, label, under));
  if (done) setDraw({ layerId });
  return done;
}

/** A mark in the colour, and as see-through, as is drawn now. */
export function markOf(shape: MarkShape): Mark {
  const { colour, opacity } = drawNow();
  return { id: newId(), colour, ...(opacity < MARK_OPACITY.most && { opacity }), ...shape };
}

/** Draws a mark for the pose at a frame; tells whether it was kept. */
export function drawMark(shape: MarkShape, word: string, frame: number): boolean {
  const here = drawable(frame);
  if (!here) return false;
  const mark = markOf(shape);
  const done = putMarks(here, [mark], `${word} drawn`);
  if (done) rememberColour(mark.colour);
  return done;
}

/** Erases along a way, of what is drawn for the pose at a frame. */
export function eraseMarks(eraser: Erased, frame: number): void {
  const here = drawable(frame);
  if (!here) return;
  const taken = eraseFrom(here.marks, eraser);
  if (!taken.ok) return tell(taken.problem);
  const { gone, changed } = taken.value;
  if (gone.length + changed.length === 0)
    return tell(
      here.marks.length > 0
        ? 'Nothing of this layer is there.'
        : `Nothing is drawn here on ${here.layer?.name ?? 'a layer'} that could be erased.`,
    );
  const erased = new Map(changed.map((each) => [each.mark.id, each.erased]));
  const edits: Edit[] = [];
  if (changed.length > 0)
    edits.push(
      changeMarksEdit(
        changed.map(({ mark }) => mark),
        'Erased',
        ({ id }) => ({ erased: erased.get(id) }),
      ),
    );
  if (gone.length > 0) edits.push(removeMarksEdit(gone.map(({ id }) => id)));
  edit(batch('Erased', edits));
}

/** What is drawn over the picture at a frame, on all layers that are shown. */
function allDrawn(film: Film, here: DrawnPose, frame: number): Drawn {
  const recipe = recipeOf(film, here.pose, frameOfPose(here.here, frame));
  return (recipe?.filmSteps ?? []).flatMap((step) => (step.step === 'drawn' ? step.value : []));
}

/** A fill is looked for in a picture no wider than this. */
const WIDEST_FILL = 1920;

/** Fills what lines close in around a place, in parts of the picture; a mark that lies there takes the colour. */
export async function fillAt(x: number, y: number): Promise<void> {
  const here = drawable();
  if (!here) return;
  const { film, toDrawing, marks } = here;
  const { colour, opacity, gap } = drawNow();
  const [u, v] = mapped(toDrawing, x, y);
  const hit = markAt(marks, u, v, 1);
  if (hit) {
    edit(
      changeMarksEdit([hit], 'Mark coloured', () => ({
        colour,
        opacity: opacity < MARK_OPACITY.most ? opacity : undefined,
      })),
    );
    return rememberColour(colour);
  }
  const { width, height } = film.settings;
  const scale = Math.min(1, WIDEST_FILL / width);
  const size = { width: Math.round(width * scale), height: Math.round(height * scale) };
  const drawn = allDrawn(film, here, transportNow().frame);
  const mark = markOf({ kind: 'area', rings: [] });
  // A worker that breaks is told.
  const area = await inTurn(() => findFill(drawn, size, x * size.width, y * size.height, gap * scale));
  if (!area || openFilm()?.id !== film.id) return;
  if (!area.ok) return tell(area.problem);
  const back = chained(scaling(1 / size.width, 1 / size.height), toDrawing);
  const filled = mappedMark({ ...mark, kind: 'area', rings: area.value.rings }, back);
  if (!putMarks(here, [filled], 'Area filled', true)) return;
  rememberColour(colour);
  if (area.value.reachesEdge)
    tell(
      'The fill reaches the edge of the picture. If it should not: undo, then close the line or raise “Gap width”.',
      'asks',
    );
}

/** The marks that are chosen on the pose on screen. */
export function chosenMarks(): readonly Mark[] {
  const film = openFilm();
  const here = film && drawnPose(film, transportNow().frame);
  const { chosen } = drawNow();
  return here?.marks.filter(({ id }) => chosen.has(id)) ?? [];
}

/** Chooses what lies within an outline, in pixels of the drawing; with others those that are chosen stay so. */
export function lassoMarks(outline: readonly number[], also: boolean): void {
  const here = drawable();
  if (!here) return;
  const within = marksWithin(here.marks, outline).map(({ id }) => id);
  const { chosen } = drawNow();
  chooseMarks(also ? [...chosen, ...within] : within);
  if (within.length === 0 && !also) tell('Nothing of this layer is in there.');
}

/** Chooses the mark at a place of the drawing, or none. */
export function chooseMarkAt(x: number, y: number, near: number, also: boolean): void {
  const here = drawable();
  if (!here) return;
  const hit = markAt(here.marks, x, y, near);
  const { chosen } = drawNow();
  if (!hit) return chooseMarks(also ? chosen : []);
  if (!also) return chooseMarks([hit.id]);
  chooseMarks(chosen.has(hit.id) ? [...chosen].filter((id) => id !== hit.id) : [...chosen, hit.id]);
}

/** Chooses all that is drawn here on the layer. */
export function chooseAllMarks(): void {
  const here = drawable();
  if (here) chooseMarks(here.marks.map(({ id }) => id));
}

/** Moves, turns and sizes the chosen marks by a map of their drawing. */
export function mapChosen(map: Affine, word: string): void {
  if (!mayWrite()) return;
  const marks = chosenMarks();
  if (marks.length === 0) return tell('No mark is chosen: draw around one.');
  edit(changeMarksEdit(marks, `${count(marks.length, 'mark')} ${word}`, (mark) => mappedParts(mark, map)));
}

/** Deletes the chosen marks. */
export function deleteChosen(): void {
  if (!mayWrite()) return;
  const marks = chosenMarks();
  if (marks.length === 0) return tell('No mark is chosen: draw around one.');
  edit(removeMarksEdit(marks.map(({ id }) => id)));
  chooseMarks([]);
}

/** Gives the chosen marks the colour that is drawn with. */
export function colourChosen(colour: string): void {
  const marks = chosenMarks();
  if (marks.length === 0 || !mayWrite()) return;
  edit(changeMarksEdit(marks, `${count(marks.length, 'mark')} coloured`, () => ({ colour })));
}

/** Where the middle of a box lies, and a map about it: turned by degrees, and so many times as large. */
export function turnedAbout(x: number, y: number, degrees: number, size: number): Affine {
  const angle = (degrees * Math.PI) / 180;
  const [cos, sin] = [size * Math.cos(angle), size * Math.sin(angle)];
  return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
}
