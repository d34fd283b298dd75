import { changeStrokesEdit, eraseEdit, movedPoints, paintSwitchEdit } from '../../../core/edits/paint-edits';
import { photosById, type Film, type Photo } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import type { Stroke } from '../../../core/film/stroke';
import { partsOf } from '../../../core/mend/paint/match-pair';
import { COVERED, StrokeCover } from '../../../core/picture/paint/stroke-cover';
import { count } from '../../../core/time/format';
import { openFilm } from '../../document/document';
import { edit, targetPoses } from '../../document/edit-film';
import { useShownAs } from '../../picture/shown-film';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { photosOfPoses } from '../target-photos';
import { findForStroke, inTurn } from './lay-stroke';
import { chooseStrokes, paintNow, SOFTNESS } from './paint';
import { paintTarget } from './source-photo';

const NONE: readonly Stroke[] = [];

/** The photo on screen, and those of its strokes that are chosen. */
function chosenHere(): { film: Film; photo: Photo; strokes: readonly Stroke[] } | undefined {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  if (!target) return undefined;
  const { chosen } = paintNow();
  const strokes = (fileOf(target.photo).strokes ?? NONE).filter(({ id }) => chosen.has(id));
  return { film, photo: target.photo, strokes };
}

/** Sides of the picture that strokes are looked up in. */
const LOOKED_UP = { width: 1000, height: 1000 };

/** The stroke that lies on top at a place of the photo, in parts of it; undefined where there is none. */
export function strokeAt(strokes: readonly Stroke[], x: number, y: number): Stroke | undefined {
  const row = new Uint16Array(LOOKED_UP.width);
  const [column, line] = [Math.floor(x * LOOKED_UP.width), Math.floor(y * LOOKED_UP.height)];
  return strokes.findLast((stroke) => {
    // Of what lies outside an outline that keeps its inside everything is covered: the edge is what is meant.
    const path = stroke.shape === 'keep' ? ({ ...stroke, shape: 'fill' } as const) : stroke;
    const cover = new StrokeCover(path, LOOKED_UP, partsOf(LOOKED_UP));
    if (column < 0 || column >= LOOKED_UP.width || line < 0 || line >= LOOKED_UP.height) return false;
    cover.row(line, column, column + 1, row);
    return (row[column] as number) > COVERED / 8;
  });
}

/** Deletes the chosen strokes of the photo on screen. */
export function deleteStrokes(): void {
  const here = chosenHere();
  if (!here || here.strokes.length === 0) return tell('No stroke is chosen.');
  edit(eraseEdit(here.strokes.map(({ id }) => id)));
  chooseStrokes([]);
}

/** Makes the chosen strokes softer or harder, in per cent. */
export function softenStrokes(softness: number): void {
  const here = chosenHere();
  if (!here || here.strokes.length === 0) return;
  const words = `Softness of ${count(here.strokes.length, 'stroke')} set to ${softness} %`;
  edit(changeStrokesEdit(here.strokes, words, () => ({ softness: softness / SOFTNESS.most })));
}

/** Makes the chosen strokes wider or thinner, in parts of the picture's longer side. */
export function resizeStrokes(size: number): void {
  const here = chosenHere();
  if (!here || here.strokes.length === 0) return;
  edit(
    changeStrokesEdit(here.strokes, `Size of ${count(here.strokes.length, 'stroke')} set`, () => ({ size })),
  );
}

/** Whether what a stroke paints in is still in the film, with the photo that it is. */
function sourceOf(film: Film, { from }: Stroke): Parameters<typeof findForStroke>[2] | undefined {
  if (from.kind === 'photo' || from.kind === 'around') return from.kind;
  const other = photosById(film).get(from.photoId);
  return other && { kind: from.kind, other };
}

/** Moves the chosen strokes by parts of the photo; what they paint in is looked for anew, where they are then. */
export const moveStrokes = (right: number, down: number): Promise<void> =>
  // What a key moved just before is where this one begins.
  inTurn(() => moveNow(right, down));

async function moveNow(right: number, down: number): Promise<void> {
  const here = chosenHere();
  if (!here || here.strokes.length === 0) return;
  const { film, photo, strokes } = here;
  const moved = new Map(strokes.map((each) => [each.id, movedPoints(each, right, down)]));
  const found = new Map<string, Partial<Stroke>>();
  for (const stroke of strokes) {
    const from = sourceOf(film, stroke);
    const path = { ...stroke, points: moved.get(stroke.id) ?? stroke.points };
    const made = from && (await findForStroke(photo, path, from));
    if (made?.ok) found.set(stroke.id, { from: made.value.from, light: made.value.light });
  }
  if (openFilm()?.id !== film.id) return;
  edit(
    changeStrokesEdit(strokes, `${count(strokes.length, 'stroke')} moved`, ({ id }) => ({
      points: moved.get(id) ?? [],
      ...found.get(id),
    })),
  );
}

/** The photos that all of what is painted is shown or deleted of: those of the chosen poses, or the clean plate while that is shown. */
export function paintedPhotos(film: Film): readonly Photo[] {
  if (!useShownAs.getState().plate) return photosOfPoses(film, targetPoses());
  const target = paintTarget(film, transportNow().frame);
  return target ? [target.photo] : [];
}

/** Shows what is painted on the chosen photos, or leaves it out. */
export function switchPaint(on: boolean): void {
  const film = openFilm();
  if (!film) return;
  const ids = paintedPhotos(film).map(({ id }) => id);
  edit(paintSwitchEdit(film, ids, on));
}

/** The other way than it is. */
export function togglePaint(): void {
  const film = openFilm();
  const photos = film && paintedPhotos(film);
  if (photos) switchPaint(photos.every((photo) => fileOf(photo).mends?.paintOff));
}

/** Deletes all that is painted on the chosen photos. */
export function unpaint(): void {
  const film = openFilm();
  const photos = film && paintedPhotos(film);
  const ids = photos?.flatMap((photo) => fileOf(photo).strokes?.map(({ id }) => id) ?? []) ?? [];
  if (ids.length === 0) tell('Nothing is painted on the chosen photos.');
  else edit(eraseEdit(ids));
}
