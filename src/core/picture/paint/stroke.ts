import type { LightChange } from '../steps/light-change';

/** How the places of a stroke are taken: as the way of a brush, as an outline that is filled, or as an outline around what stays. */
export const STROKE_SHAPES = ['brush', 'fill', 'keep'] as const;
export type StrokeShape = (typeof STROKE_SHAPES)[number];

/** Where a stroke lies on a photo, in the proportions of its upright picture, so that it holds at any size. */
export interface StrokePath {
  readonly shape: StrokeShape;
  /**
   * Places one behind the other, three numbers each: x and y in parts of the picture's width and height, and the part of its size
   * that the brush has there, 0 to 1, as the pen was pressed.
   */
  readonly points: readonly number[];
  /** How wide the brush is at its widest, in parts of the picture's longer side. */
  readonly size: number;
  /** The part of its radius, from the edge inwards, in which a brush fades, 0 to 1; an outline fades so far outwards. */
  readonly softness: number;
}

/** One stroke of what is painted on a photo. */
export interface PaintedStroke extends StrokePath {
  /** Which of the pictures it paints in; undefined where it paints the photo back. */
  readonly from?: number | undefined;
  /** What brings the light of that picture to the photo's around the stroke, by places of the photo. */
  readonly light?: LightChange | undefined;
}

/** How far outside the picture places may lie, in parts of it, and how wide a brush may be. */
export const STROKE_BOUNDS = { least: -2, most: 3, thinnest: 0.0001, widest: 0.5 };

/** Numbers to a place of a stroke. */
export const PLACE = 3;

/** How many places a stroke has. */
export const placesIn = ({ points }: Pick<StrokePath, 'points'>): number => Math.floor(points.length / PLACE);
