import { mapped, type Affine } from '../affine';

/** How a mark is made: a line of one width, one as wide as the pen was pressed, an ellipse, or what lies within rings. */
export const MARK_KINDS = ['pencil', 'brush', 'ellipse', 'area'] as const;

/** What was erased of a mark: the way of a round pen, as that of a pencil. */
export interface Erased {
  readonly points: readonly number[];
  readonly width: number;
}

/**
 * One mark of a drawing, in pixels of the picture that the drawing was made on. `points` are places, three numbers each: x, y, and how hard the pen was
 * pressed, 0 to 1, which counts for a brush. Of an ellipse they are its middle and the ends of two radii that stand upright on each other.
 */
export type Mark = {
  readonly id: string;
  /** sRGB as `#rrggbb`. */
  readonly colour: string;
  /** Per cent, from 1; covers all where nothing is said. */
  readonly opacity?: number | undefined;
  readonly erased?: readonly Erased[] | undefined;
} & MarkShape;

export type MarkShape =
  | { readonly kind: 'pencil' | 'brush'; readonly points: readonly number[]; readonly width: number }
  | {
      readonly kind: 'ellipse';
      readonly points: readonly number[];
      readonly width: number;
      readonly filled?: true | undefined;
    }
  | {
      readonly kind: 'area';
      /** Each its corners, two numbers a corner; what they go around, by how often, is inside. */
      readonly rings: readonly (readonly number[])[];
      /** Inside is what is gone around an odd number of times, as SVG calls `evenodd`. */
      readonly evenOdd?: true | undefined;
    };

/** A mark that has no id yet. */
export type NewMark = Mark extends infer M ? (M extends Mark ? Omit<M, 'id'> : never) : never;

/** What marks may be: how far out places lie, and how wide lines are, in pixels; how many numbers tell the places of one. */
export const MARK_BOUNDS = {
  place: 20_000,
  thinnest: 0.1,
  widest: 2000,
  numbers: 12_000,
  rings: 500,
  erased: 200,
};

/** Places need no more digits than this. */
export const markNumber = (value: number): number =>
  Math.round(Math.min(MARK_BOUNDS.place, Math.max(-MARK_BOUNDS.place, value)) * 100) / 100;

const widthOf = (width: number): number =>
  Math.min(MARK_BOUNDS.widest, Math.max(MARK_BOUNDS.thinnest, Math.round(width * 1000) / 1000));

function mappedPlaces(points: readonly number[], map: Affine, stride: number): readonly number[] {
  const moved: number[] = [];
  for (let i = 0; i + 1 < points.length; i += stride) {
    const [x, y] = mapped(map, points[i] as number, points[i + 1] as number);
    moved.push(markNumber(x), markNumber(y), ...points.slice(i + 2, i + stride));
  }
  return moved;
}

/** What tells where a mark lies, moved, turned and sized by a map that keeps shapes: lines become wider with it. */
export function mappedParts(mark: Mark, map: Affine) {
  const scale = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]));
  const erased = mark.erased?.map((each) => ({
    points: mappedPlaces(each.points, map, 3),
    width: widthOf(each.width * scale),
  }));
  const more = erased && { erased };
  return mark.kind === 'area'
    ? { ...more, rings: mark.rings.map((ring) => mappedPlaces(ring, map, 2)) }
    : { ...more, points: mappedPlaces(mark.points, map, 3), width: widthOf(mark.width * scale) };
}

/** A mark moved, turned and sized by a map that keeps shapes. */
export const mappedMark = (mark: Mark, map: Affine): Mark => ({ ...mark, ...mappedParts(mark, map) });

/** How many numbers tell where a mark lies. */
export const numbersIn = (mark: NewMark): number =>
  (mark.kind === 'area' ? mark.rings.reduce((sum, { length }) => sum + length, 0) : mark.points.length) +
  (mark.erased ?? []).reduce((sum, { points }) => sum + points.length, 0);
