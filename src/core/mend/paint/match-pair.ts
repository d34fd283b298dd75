import { chained, inverse, mapped, scaling, type Affine } from '../../picture/affine';
import type { Pixels } from '../../picture/pixels';
import { renderPicture } from '../../picture/render-picture';
import type { Size } from '../../picture/size';
import { evenChange, type LightChange } from '../../picture/steps/light-change';
import { lightOf } from '../light-picture';
import { matchLight } from '../match-light';
import { detailOf } from '../steady/detail-picture';
import { matchPlace, placedReference, type PlacedReference } from '../steady/match-place';
import { similarityMap } from '../steady/similarity';

/** What lies nearer than so many pixels lies there: what is painted in is not resampled for less. */
const SAME_PLACE = 0.04;

/** How a picture lies on another one, and in which light. */
export interface Pair {
  /** From the pixels of the photo's small picture to those of the other's. */
  readonly map: Affine;
  /** What brings the other's light to the photo's, by places of the photo. */
  readonly light: LightChange;
  /** Whether their places were found, or they are laid over each other by their middles. */
  readonly isFound: boolean;
}

const sameSize = (one: Size, other: Size): boolean =>
  Math.abs(one.width - other.width) <= 1 && Math.abs(one.height - other.height) <= 1;

/** Middle on middle, all of the smaller one within the other. */
function byMiddles(own: Size, other: Size): Affine {
  const scale = Math.max(other.width / own.width, other.height / own.height);
  return [scale, 0, 0, scale, (other.width - scale * own.width) / 2, (other.height - scale * own.height) / 2];
}

const isSamePlace = (map: Affine, { width, height }: Size): boolean =>
  [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ].every(([x = 0, y = 0]) => {
    const [u, v] = mapped(map, x, y);
    return Math.abs(u - x) < SAME_PLACE && Math.abs(v - y) < SAME_PLACE;
  });

/** A small picture as it lies on another one of a size; `map` leads from that one's pixels to its own. */
export function laidOn(other: Pixels, map: Affine, { width, height }: Size): Pixels {
  const size = { width, height };
  const file = { ...other, hash: '', type: '', orientation: 1 } as const;
  const recipe = {
    ...{ file, photoSteps: [], geometry: inverse(map), film: size, background: '#000000', filmSteps: [] },
  };
  const { data } = renderPicture({ pixels: other, orientation: 1 }, recipe, size);
  return { ...size, order: 'RGBA', data };
}

/** Light is compared in pictures so many times smaller: it has no detail. */
const LIGHT_TIMES = 4;

/** Which of two pictures is the same for many others; what is made of it need not be made again. */
export interface FixedPicture {
  readonly is: 'own' | 'other';
  readonly placed: PlacedReference;
}

/** The map from one picture's pixels to another's, as it was found; undefined where it was not. */
function placeOf(own: Pixels, other: Pixels, fixed: FixedPicture | undefined): Affine | undefined {
  if (!sameSize(own, other)) return undefined;
  // Where what stands still in the reference lies in the one that is compared with it.
  const isOwn = fixed?.is === 'own';
  const reference = fixed?.placed ?? placedReference(detailOf(other));
  const found = matchPlace(detailOf(isOwn ? other : own), reference, { isFine: false });
  if (!found.ok) return undefined;
  const map = similarityMap(found.value.similarity, own);
  return isOwn ? map : inverse(map);
}

/** A picture so many times smaller. */
function smaller(picture: Pixels, times: number): Pixels {
  const size = {
    width: Math.max(1, Math.round(picture.width / times)),
    height: Math.max(1, Math.round(picture.height / times)),
  };
  return laidOn(picture, scaling(picture.width / size.width, picture.height / size.height), size);
}

/**
 * Finds how another picture of the same set lies on a photo's, and in which light, from what stands still in both. Both are small, and
 * stand as they are shown; `toPhoto` leads from the pixels of the first to parts of its photo.
 */
export function matchPair(
  own: Pixels,
  other: Pixels,
  toPhoto: Affine = partsOf(own),
  fixed?: FixedPicture,
): Pair {
  const size = { width: own.width, height: own.height };
  const found = placeOf(own, other, fixed);
  const place = found ?? byMiddles(own, other);
  const map: Affine = isSamePlace(place, size) ? [1, 0, 0, 1, 0, 0] : place;
  const lit = smaller(own, LIGHT_TIMES);
  const wider = scaling(size.width / lit.width, size.height / lit.height);
  const laid = laidOn(other, chained(wider, map), lit);
  const light = matchLight(lightOf(laid), lightOf(lit), { toPhoto: chained(wider, toPhoto) });
  return { map, light: light.ok ? light.value.change : evenChange(0), isFound: found !== undefined };
}

/** A map between the pixels of two small pictures as one between parts of the photos; each leads from its pixels to parts of its photo. */
export const mapInParts = (map: Affine, ownToParts: Affine, otherToParts: Affine): Affine =>
  [map, otherToParts].reduce(chained, inverse(ownToParts));

/** From the pixels of an upright picture to parts of it. */
export const partsOf = ({ width, height }: Size): Affine => scaling(1 / width, 1 / height);
