/**
 * A map of the plane: x′ = a·x + c·y + e, y′ = b·x + d·y + f, the numbers in the order that a canvas transform has. Places
 * are counted in pixels from the outer corner of the first one, whose middle lies at 0.5, 0.5.
 */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const scaling = (across: number, down: number): Affine => [across, 0, 0, down, 0, 0];

/** The one map that does what `first` and then `next` do. */
export const chained = ([a, b, c, d, e, f]: Affine, next: Affine): Affine => {
  const [A, B, C, D, E, F] = next;
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F];
};

/** The map that takes a map back; it must not press the plane flat. */
export const inverse = ([a, b, c, d, e, f]: Affine): Affine => {
  const det = a * d - b * c;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
};

/** Where a place comes to lie. */
export const mapped = ([a, b, c, d, e, f]: Affine, x: number, y: number): readonly [x: number, y: number] => [
  a * x + c * y + e,
  b * x + d * y + f,
];
