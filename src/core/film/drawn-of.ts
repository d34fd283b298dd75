import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { chained, inverse, scaling, type Affine } from '../picture/affine';
import { cropMap, type Crop } from '../picture/crop';
import type { Drawn, DrawnLayer } from '../picture/drawn/drawn';
import type { Mark } from '../picture/drawn/mark';
import { placementMap, placePhoto } from '../picture/placement';
import type { Size } from '../picture/size';
import type { Step } from '../picture/steps/step';
import type { Drawing, Layer } from './drawing';
import type { Film, FilmSettings, Pose } from './film';

const drawingMaps = new WeakMap<readonly Drawing[], ReadonlyMap<string, Drawing>>();

/** A film's drawings by id; the same map as long as its drawings are the same. */
export function drawingsById({ drawings }: Pick<Film, 'drawings'>): ReadonlyMap<string, Drawing> {
  let known = drawingMaps.get(drawings);
  if (!known) drawingMaps.set(drawings, (known = new Map(drawings.map((each) => [each.id, each]))));
  return known;
}

/** What is drawn for a pose on a layer; undefined where nothing is. */
export function drawingOn(film: Film, pose: Pose, layerId: string): Drawing | undefined {
  const all = drawingsById(film);
  return pose.drawings?.map((id) => all.get(id)).find((each) => each?.layerId === layerId);
}

const hashOf = (text: string): string => bytesToHex(sha256(new TextEncoder().encode(text)));

const markHashes = new WeakMap<Mark, string>();
const hashes = new WeakMap<readonly Mark[], string>();

/** A short name for marks: the same for marks that look the same. Each mark is read once, however many come after it. */
function hashOfMarks(marks: readonly Mark[]): string {
  let hash = hashes.get(marks);
  if (hash === undefined) {
    const each = marks.map((mark) => {
      let own = markHashes.get(mark);
      if (own === undefined)
        markHashes.set(mark, (own = hashOf(JSON.stringify(Object.entries({ ...mark, id: '' }).sort()))));
      return own;
    });
    hashes.set(marks, (hash = hashOf(each.join(' '))));
  }
  return hash;
}

/**
 * From pixels of a drawing to those of the film: where the film has another size than when the drawing was begun it is placed as a
 * photo of that size is; and it is framed as the picture is, unless its layer stays.
 */
export function drawingMap(
  drawing: Size,
  { stays }: Pick<Layer, 'stays'>,
  { width, height, framing }: FilmSettings,
  crop: Crop | undefined,
): Affine {
  const film = { width, height };
  const placed = placementMap(placePhoto(drawing, film, framing));
  return crop && !stays ? chained(placed, cropMap(crop, film)) : placed;
}

/** From pixels of one drawing to those of another, where the film had another size when these were begun. */
export const betweenDrawings = (settings: FilmSettings, from: Size, to: Size): Affine =>
  chained(drawingMap(from, {}, settings, undefined), inverse(drawingMap(to, {}, settings, undefined)));

function layerOf(film: Film, layer: Layer, drawing: Drawing, crop: Crop | undefined): DrawnLayer {
  const { settings } = film;
  const map = chained(
    drawingMap(drawing, layer, settings, crop),
    scaling(1 / settings.width, 1 / settings.height),
  );
  return {
    hash: hashOfMarks(drawing.marks),
    data: drawing.marks,
    opacity: (layer.opacity ?? 100) / 100,
    map,
  };
}

/** What steps were made of: while that is the same, so are they, and recipes are known by them. */
interface Known {
  readonly of: readonly unknown[];
  readonly steps: readonly Step[];
}

const known = new WeakMap<readonly string[], Map<Crop | undefined, Known>>();
/** So many framings of a pose's drawings are remembered. */
const MOST_KNOWN = 64;

/** Steps of a recipe with what is drawn for a pose behind them; the same list for the same drawings, layers and steps. */
export function withDrawn(
  film: Film,
  pose: Pose,
  steps: readonly Step[],
  crop: Crop | undefined,
): readonly Step[] {
  const { drawings } = pose;
  if (!drawings || film.layers.length === 0) return steps;
  // From the lowest: the list of layers begins with the uppermost.
  const shown = film.layers.toReversed().flatMap((layer): [Layer, Drawing][] => {
    const drawing = layer.off || layer.opacity === 0 ? undefined : drawingOn(film, pose, layer.id);
    return drawing && drawing.marks.length > 0 ? [[layer, drawing]] : [];
  });
  if (shown.length === 0) return steps;
  let byCrop = known.get(drawings);
  if (!byCrop || byCrop.size > MOST_KNOWN) known.set(drawings, (byCrop = new Map<Crop | undefined, Known>()));
  const of = [film.settings, steps, ...shown.flat()];
  const found = byCrop.get(crop);
  if (found?.of.length === of.length && found.of.every((each, i) => each === of[i])) return found.steps;
  const value: Drawn = shown.map(([layer, drawing]) => layerOf(film, layer, drawing, crop));
  const made: readonly Step[] = [...steps, { step: 'drawn', value }];
  byCrop.set(crop, { of, steps: made });
  return made;
}
