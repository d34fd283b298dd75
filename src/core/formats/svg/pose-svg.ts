import { drawingMap, drawingOn } from '../../film/drawn-of';
import type { Film, Pose } from '../../film/film';
import type { NewMark } from '../../picture/drawn/mark';
import type { ReadDrawing, ReadLayer } from './read-svg';
import { readSvg } from './read-svg';
import { writeSvg, type SvgLayer } from './write-svg';

/** What is drawn for a pose as an SVG file, in pixels of the film's whole picture. */
export function poseSvg(film: Film, pose: Pose, title: string): string {
  // From the lowest: the list of layers begins with the uppermost.
  const layers = film.layers.toReversed().flatMap((layer): SvgLayer[] => {
    const drawing = drawingOn(film, pose, layer.id);
    if (!drawing) return [];
    const { id, name, opacity = 100, off = false } = layer;
    const map = drawingMap(drawing, layer, film.settings, undefined);
    return [{ id, name, opacity, isHidden: off, map, marks: drawing.marks }];
  });
  return writeSvg(film.settings, pose.id, title, layers);
}

const known = (marks: readonly NewMark[] | undefined): string => JSON.stringify(marks ?? []);

/** Of what came back for a pose, the layers that are drawn otherwise than in the film. */
export function changedLayers(film: Film, pose: Pose, { layers }: ReadDrawing): readonly ReadLayer[] {
  const now = readSvg(poseSvg(film, pose, ''), film.settings);
  const own = new Map(now.ok ? now.value.layers.map(({ id, marks }) => [id, known(marks)]) : []);
  return layers.filter(({ id, marks }) => id === undefined || own.get(id) !== known(marks));
}
