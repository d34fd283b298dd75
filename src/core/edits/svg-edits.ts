import { betweenDrawings, drawingOn } from '../film/drawn-of';
import type { Drawing, Layer } from '../film/drawing';
import type { Film, Pose } from '../film/film';
import { posesOf } from '../film/items';
import { mappedMark, type NewMark } from '../picture/drawn/mark';
import { count } from '../time/format';
import { namesWith, nextLayerName } from './draw-edits';
import { batch, putAll, type Edit } from './edit';

/** What came for a layer of a pose: in the place of what is drawn there, or, where it says no layer, over it. */
export interface ArrivedLayer {
  readonly id: string | undefined;
  readonly name: string;
  readonly marks: readonly NewMark[];
}

export interface ArrivedDrawing {
  readonly poseId: string;
  /** From the lowest. */
  readonly layers: readonly ArrivedLayer[];
}

/** Puts drawings in that came from elsewhere, in pixels of the film's picture; what says no layer goes on one of these. */
export function arrivedEdit(
  film: Film,
  arrived: readonly ArrivedDrawing[],
  looseLayerId: string,
  newId: () => string,
): Edit {
  const { width, height } = film.settings;
  const poses = new Map(posesOf(film).map((pose) => [pose.id, pose]));
  const layers: Layer[] = [...film.layers];
  const drawings = new Map<string, Drawing>();
  const named = new Map<string, Pose>();
  const layerFor = ({ id, name }: ArrivedLayer): string => {
    const known =
      layers.find((each) => each.id === id) ?? layers.find((each) => name !== '' && each.name === name);
    if (known) return known.id;
    const fresh = id === undefined ? looseLayerId : newId();
    if (layers.every((each) => each.id !== fresh))
      layers.unshift({ id: fresh, name: name === '' ? nextLayerName({ ...film, layers }) : name });
    return fresh;
  };
  for (const { poseId, layers: came } of arrived)
    for (const layer of came) {
      const pose = named.get(poseId) ?? poses.get(poseId);
      if (!pose) continue;
      const layerId = layerFor(layer);
      const now = drawingOn({ ...film, drawings: [...film.drawings, ...drawings.values()] }, pose, layerId);
      const there = now && (drawings.get(now.id) ?? now);
      const isOver = layer.id === undefined && there !== undefined;
      const map = isOver ? betweenDrawings(film.settings, film.settings, there) : undefined;
      const marks = layer.marks.map((mark) => {
        const own = { ...mark, id: newId() };
        return map && (there?.width !== width || there.height !== height) ? mappedMark(own, map) : own;
      });
      const id = there?.id ?? newId();
      drawings.set(id, {
        ...{ id, layerId },
        ...(isOver ? there : { width, height }),
        marks: isOver ? [...there.marks, ...marks] : marks,
      });
      if (!there)
        named.set(poseId, { ...pose, drawings: namesWith(film, pose, layerId, id, drawings) ?? [] });
    }
  const added = layers.slice(0, layers.length - film.layers.length);
  return batch(`Drawings of ${count(arrived.length, 'pose')} added`, [
    { kind: 'insert', of: 'layers', places: added.map((item, index) => ({ item, index })) },
    putAll('drawings', [...drawings.values()]),
    {
      kind: 'patch',
      of: 'items',
      patches: [...named].map(([id, { drawings: names }]) => ({ id, patch: { drawings: names } })),
    },
  ]);
}
