import { LONGEST_NAME } from '../film/bounds';
import { betweenDrawings, drawingOn, drawingsById } from '../film/drawn-of';
import { MOST_LAYERS, MOST_MARKS, type Drawing, type Layer } from '../film/drawing';
import type { Film, Item, Pose } from '../film/film';
import { isCycle, posesIn, posesOf } from '../film/items';
import { mappedMark, type Mark } from '../picture/drawn/mark';
import type { Size } from '../picture/size';
import { count } from '../time/format';
import { err, ok, type Result } from '../time/result';
import { batch, putAll, takeOut, type Edit } from './edit';

type NewId = () => string;

/** Where is drawn: a pose, and the layer over it. */
export interface DrawTarget {
  readonly poseId: string;
  readonly layerId: string;
}

const poseNamed = (film: Film, id: string): Pose | undefined => posesOf(film).find((each) => each.id === id);

/** The drawings of a pose with another one on a layer, or none; `more` are drawings that the film does not have yet. */
export function namesWith(
  film: Film,
  pose: Pose,
  layerId: string,
  id: string | undefined,
  more?: ReadonlyMap<string, Drawing>,
): readonly string[] | undefined {
  const all = drawingsById(film);
  const others = (pose.drawings ?? []).filter((each) => {
    const drawing = all.get(each) ?? more?.get(each);
    return drawing && drawing.layerId !== layerId;
  });
  const names = id === undefined ? others : [...others, id];
  return names.length > 0 ? names : undefined;
}

/** Has poses name a drawing on a layer, or none there. */
const nameDrawing = (film: Film, poses: readonly Pose[], layerId: string, id: string | undefined): Edit => ({
  kind: 'patch',
  of: 'items',
  patches: poses.map((pose) => ({ id: pose.id, patch: { drawings: namesWith(film, pose, layerId, id) } })),
});

const begun = (
  { settings: { width, height } }: Film,
  id: string,
  layerId: string,
  marks: readonly Mark[],
): Drawing => ({
  ...{ id, layerId, width, height, marks },
});

/** A name for a further layer. */
export function nextLayerName({ layers }: Film): string {
  const taken = new Set(layers.map(({ name }) => name));
  for (let n = layers.length + 1; ; n++) if (!taken.has(`Layer ${n}`)) return `Layer ${n}`;
}

const insertLayer = (film: Film, id: string): Edit => ({
  kind: 'insert',
  of: 'layers',
  places: [{ item: { id, name: nextLayerName(film) }, index: 0 }],
});

/** Puts a layer over the others. */
export const addLayerEdit = (film: Film, id: string): Result<Edit> =>
  film.layers.length >= MOST_LAYERS
    ? err(`A film has ${MOST_LAYERS} layers at most.`)
    : ok(batch(`${nextLayerName(film)} added`, [insertLayer(film, id)]));

/** Takes a layer away with all that is drawn on it. */
export function removeLayerEdit(film: Film, id: string): Edit {
  const drawings = film.drawings.filter(({ layerId }) => layerId === id);
  const gone = new Set(drawings.map((each) => each.id));
  const poses = posesOf(film).filter((pose) => pose.drawings?.some((each) => gone.has(each)));
  const name = film.layers.find((each) => each.id === id)?.name ?? 'Layer';
  return batch(`${name} deleted`, [
    nameDrawing(film, poses, id, undefined),
    takeOut('drawings', [...gone]),
    { kind: 'remove', of: 'layers', ids: [id] },
  ]);
}

/** Puts a layer up or down among the others; where it cannot go further it stays. */
export function moveLayerEdit(film: Film, id: string, by: 1 | -1): Edit | undefined {
  const at = film.layers.findIndex((each) => each.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= film.layers.length) return undefined;
  return { kind: 'move', of: 'layers', moves: [{ id, index: to }] };
}

/** Changes a layer. */
export const layerEdit = (id: string, patch: Partial<Omit<Layer, 'id'>>): Edit => ({
  kind: 'patch',
  of: 'layers',
  patches: [
    { id, patch: 'name' in patch ? { ...patch, name: (patch.name ?? '').slice(0, LONGEST_NAME) } : patch },
  ],
});

const listed = new Intl.NumberFormat('en');

/**
 * Draws marks over a pose, on top of what is there, or under it. Where nothing is drawn there yet the drawing is begun, and where the film has no
 * such layer that is added too.
 */
export function drawEdit(
  film: Film,
  { poseId, layerId }: DrawTarget,
  marks: readonly Mark[],
  newId: NewId,
  label: string,
  under = false,
): Result<Edit> {
  const pose = poseNamed(film, poseId);
  if (!pose) return err('There is no pose on screen that could be drawn on.');
  const isNew = film.layers.every(({ id }) => id !== layerId);
  const drawing = drawingOn(film, pose, layerId);
  const there = drawing?.marks.length ?? 0;
  if (there + marks.length > MOST_MARKS)
    return err(
      `This drawing has ${listed.format(there)} marks; ${listed.format(MOST_MARKS)} are the most. Draw on another layer.`,
    );
  const layer = isNew ? [insertLayer(film, layerId)] : [];
  if (!drawing) {
    const id = newId();
    return ok(
      batch(label, [
        ...layer,
        putAll('drawings', [begun(film, id, layerId, marks)]),
        nameDrawing(film, [pose], layerId, id),
      ]),
    );
  }
  const places = marks.map((item, i) => ({ item, parentId: drawing.id, index: under ? i : there + i }));
  return ok(batch(label, [...layer, { kind: 'insert', of: 'marks', places }]));
}

/** Changes marks, each by a patch of its own. */
export const changeMarksEdit = (
  marks: readonly Mark[],
  label: string,
  patch: (mark: Mark) => Partial<Omit<Mark, 'id' | 'kind'>>,
): Edit =>
  batch(label, [
    { kind: 'patch', of: 'marks', patches: marks.map((mark) => ({ id: mark.id, patch: patch(mark) })) },
  ]);

/** Takes marks away. */
export const removeMarksEdit = (ids: readonly string[]): Edit => ({ kind: 'remove', of: 'marks', ids });

const copied = (marks: readonly Mark[], newId: NewId): readonly Mark[] =>
  marks.map((mark) => ({ ...mark, id: newId() }));

const isSame = (a: Size, b: Size): boolean => a.width === b.width && a.height === b.height;

/** Copies what is drawn for a pose on a layer to another one, over what is drawn there: a start for what comes there. */
export function copyDrawingEdit(film: Film, from: DrawTarget, toPoseId: string, newId: NewId): Result<Edit> {
  const pose = poseNamed(film, from.poseId);
  const to = poseNamed(film, toPoseId);
  const drawing = pose && drawingOn(film, pose, from.layerId);
  if (!drawing || drawing.marks.length === 0) return err('Nothing is drawn here yet that could be copied.');
  if (!to) return err('There is no pose after this one.');
  const there = drawingOn(film, to, from.layerId);
  if (there === drawing) return err('The next pose shows the same drawing already.');
  const label = 'Drawing copied to the next pose';
  if (there) {
    const map = betweenDrawings(film.settings, drawing, there);
    const marks = copied(drawing.marks, newId).map((mark) =>
      isSame(drawing, there) ? mark : mappedMark(mark, map),
    );
    return drawEdit(film, { ...from, poseId: toPoseId }, marks, newId, label);
  }
  const id = newId();
  return ok(
    batch(label, [
      putAll('drawings', [{ ...drawing, id, marks: copied(drawing.marks, newId) }]),
      nameDrawing(film, [to], from.layerId, id),
    ]),
  );
}

/** The poses of a scene from one on, in their order; those of cycles once. */
function posesFrom(film: Film, poseId: string): readonly Pose[] {
  for (const { items } of film.scenes) {
    const poses = posesIn(items);
    const at = poses.findIndex(({ id }) => id === poseId);
    if (at >= 0) return poses.slice(at);
  }
  return [];
}

/** Over how many poses, from this one on, the same drawing lasts. */
export function lastsOver(film: Film, { poseId, layerId }: DrawTarget): number {
  const poses = posesFrom(film, poseId);
  const drawing = poses[0] && drawingOn(film, poses[0], layerId);
  if (!drawing) return 0;
  const end = poses.findIndex((pose) => drawingOn(film, pose, layerId) !== drawing);
  return end < 0 ? poses.length : end;
}

/** Has a drawing last over so many poses of its scene, from one on; other drawings that these have on the layer give way. */
export function lastsEdit(film: Film, target: DrawTarget, poses: number): Result<Edit> {
  const { poseId, layerId } = target;
  const from = posesFrom(film, poseId);
  const drawing = from[0] && drawingOn(film, from[0], layerId);
  if (!drawing) return err('Nothing is drawn here yet.');
  if (poses < 1) return err('A drawing is shown for one pose at least.');
  const now = lastsOver(film, target);
  const added = from.slice(now, poses);
  const left = from.slice(poses, now);
  const last = Math.min(poses, from.length);
  return ok(
    batch(`Drawing shown for ${count(last, 'pose')}`, [
      nameDrawing(film, added, layerId, drawing.id),
      nameDrawing(film, left, layerId, undefined),
    ]),
  );
}

/** Gives a pose a drawing of its own in place of one that it shares. */
export function ownDrawingEdit(film: Film, { poseId, layerId }: DrawTarget, newId: NewId): Edit | undefined {
  const pose = poseNamed(film, poseId);
  const drawing = pose && drawingOn(film, pose, layerId);
  if (!drawing || !isShared(film, drawing)) return undefined;
  const id = newId();
  return batch('Drawing unlinked', [
    putAll('drawings', [{ ...drawing, id, marks: copied(drawing.marks, newId) }]),
    nameDrawing(film, [pose], layerId, id),
  ]);
}

/** Whether several poses name a drawing. */
export const isShared = (film: Film, { id }: Drawing): boolean =>
  posesOf(film).filter(({ drawings }) => drawings?.includes(id)).length > 1;

/** Takes what is drawn on a layer off poses; drawings that no pose names any more go. */
export function takeDrawingsOffEdit(
  film: Film,
  poseIds: Iterable<string>,
  layerId: string,
): Edit | undefined {
  const ids = new Set(poseIds);
  const poses = posesOf(film).filter((pose) => ids.has(pose.id) && drawingOn(film, pose, layerId));
  if (poses.length === 0) return undefined;
  const off = new Set(poses.map((pose) => drawingOn(film, pose, layerId)?.id));
  for (const pose of posesOf(film))
    if (!ids.has(pose.id)) for (const id of pose.drawings ?? []) off.delete(id);
  return batch(`Drawing deleted from ${count(poses.length, 'pose')}`, [
    nameDrawing(film, poses, layerId, undefined),
    takeOut(
      'drawings',
      [...off].flatMap((id) => id ?? []),
    ),
  ]);
}

/** Copies of items with drawings of their own, which those share that shared one; and what puts these into the film. */
export function withOwnDrawings(
  film: Film,
  copies: readonly Item[],
  newId: NewId,
): { readonly items: readonly Item[]; readonly edits: readonly Edit[] } {
  const all = drawingsById(film);
  const made = new Map<string, Drawing>();
  const own = (id: string): readonly string[] => {
    const drawing = all.get(id);
    if (!drawing) return [];
    let copy = made.get(id);
    if (!copy) made.set(id, (copy = { ...drawing, id: newId(), marks: copied(drawing.marks, newId) }));
    return [copy.id];
  };
  const renamed = (item: Item): Item => {
    if (isCycle(item)) return { ...item, items: item.items.map(renamed) };
    if (!item.drawings) return item;
    const { drawings, ...bare } = item;
    const names = drawings.flatMap(own);
    return names.length > 0 ? { ...bare, drawings: names } : bare;
  };
  const items = copies.map(renamed);
  return { items, edits: made.size > 0 ? [putAll('drawings', [...made.values()])] : [] };
}
