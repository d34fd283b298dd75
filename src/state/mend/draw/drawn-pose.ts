import { framingOf } from '../../../core/film/crop-of';
import type { Drawing, Layer } from '../../../core/film/drawing';
import { drawingMap, drawingOn } from '../../../core/film/drawn-of';
import type { Film, Pose } from '../../../core/film/film';
import { frameOfPose, poseAt, scheduleOf, type ScheduledPose } from '../../../core/film/schedule';
import { chained, inverse, scaling, type Affine } from '../../../core/picture/affine';
import type { Mark } from '../../../core/picture/drawn/mark';
import { drawNow } from './draw';

/** What is drawn for a pose, and where it lies in the picture that is seen. */
export interface DrawnPose {
  readonly here: ScheduledPose;
  readonly pose: Pose;
  /** The layer that is drawn on; undefined where the film has none yet. */
  readonly layer: Layer | undefined;
  readonly drawing: Drawing | undefined;
  readonly marks: readonly Mark[];
  /** From parts of the picture, as it is seen, to pixels of the drawing. */
  readonly toDrawing: Affine;
  /** How many times as wide a line is in parts of the picture's width. */
  readonly scale: number;
}

const NONE: readonly Mark[] = [];

/** The layer that is drawn on. */
export const activeLayer = ({ layers }: Film, layerId = drawNow().layerId): Layer | undefined =>
  layers.find(({ id }) => id === layerId) ?? layers[0];

/** From pixels of a pose's drawing on a layer, or of one that is begun there, to parts of the picture that is seen. */
export function toPicture(film: Film, here: ScheduledPose, frame: number, layer: Layer | undefined): Affine {
  const { settings } = film;
  const drawing = layer && drawingOn(film, here.pose, layer.id);
  const { crop } = framingOf(film, here.pose, frameOfPose(here, frame));
  const size = drawing ?? { ...settings, id: '', layerId: '', marks: NONE };
  return chained(
    drawingMap(size, layer ?? {}, settings, crop),
    scaling(1 / settings.width, 1 / settings.height),
  );
}

/** What is drawn for the pose at a frame, on the layer that is drawn on; undefined where there is no pose. */
export function drawnPose(film: Film, frame: number, layerId = drawNow().layerId): DrawnPose | undefined {
  const here = poseAt(scheduleOf(film), frame);
  if (!here) return undefined;
  const layer = activeLayer(film, layerId);
  const drawing = layer && drawingOn(film, here.pose, layer.id);
  const map = toPicture(film, here, frame, layer);
  return {
    ...{ here, pose: here.pose, layer, drawing },
    marks: drawing?.marks ?? NONE,
    toDrawing: inverse(map),
    scale: Math.hypot(map[0], map[1]),
  };
}
