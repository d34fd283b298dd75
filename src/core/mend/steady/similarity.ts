import type { Affine } from '../../picture/affine';
import type { Size } from '../../picture/size';

/**
 * Where what stands still in a picture lies in another one: moved, turned and made larger about the middle of the picture, and never
 * bent. Pixels are those of the pictures that were compared, counted by their middles.
 */
export interface Similarity {
  /** Pixels to the right and down. */
  readonly dx: number;
  readonly dy: number;
  /** Radians, clockwise as rows go down. */
  readonly turn: number;
  /** Natural logarithm of how many times as large. */
  readonly growth: number;
}

export const STILL: Similarity = { dx: 0, dy: 0, turn: 0, growth: 0 };

/** As a map between pixels, counted from the outer corner of the first. */
export function similarityMap({ dx, dy, turn, growth }: Similarity, { width, height }: Size): Affine {
  const scale = Math.exp(growth);
  const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)];
  const [x, y] = [width / 2, height / 2];
  return [cos, sin, -sin, cos, x + dx - cos * x + sin * y, y + dy - sin * x - cos * y];
}

/** The same in a picture of so many times the size. */
export const scaledSimilarity = (similarity: Similarity, times: number): Similarity => ({
  ...similarity,
  dx: similarity.dx * times,
  dy: similarity.dy * times,
});

/** How far a similarity takes a place of a picture, in pixels. */
export function wayAt(similarity: Similarity, size: Size, x: number, y: number): readonly [number, number] {
  const [a, b, c, d, e, f] = similarityMap(similarity, size);
  return [a * x + c * y + e - x, b * x + d * y + f - y];
}
