/**
 * EXIF orientation, tag 0x0112 (CIPA DC-008): how stored pixels are turned to stand upright.
 * 1 upright, 2 mirrored, 3 half turn, 4 flipped, 5 transposed, 6 quarter turn clockwise,
 * 7 transversed, 8 quarter turn anticlockwise.
 */
export type Orientation = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8;

export const isOrientation = (value: unknown): value is Orientation =>
  typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= 8;

/** Whether upright width and height are the stored height and width. */
export const swapsSides = (orientation: Orientation): boolean => orientation >= 5;

/**
 * Where the upright picture is read from: the stored offset of upright pixel (x, y) is
 * `origin + x * perColumn + y * perRow`, in pixels, for a stored picture of `width` × `height`.
 */
export interface Walk {
  readonly origin: number;
  readonly perColumn: number;
  readonly perRow: number;
}

export function uprightWalk(orientation: Orientation, width: number, height: number): Walk {
  const right = width - 1;
  const bottom = (height - 1) * width;
  switch (orientation) {
    case 1:
      return { origin: 0, perColumn: 1, perRow: width };
    case 2:
      return { origin: right, perColumn: -1, perRow: width };
    case 3:
      return { origin: bottom + right, perColumn: -1, perRow: -width };
    case 4:
      return { origin: bottom, perColumn: 1, perRow: -width };
    case 5:
      return { origin: 0, perColumn: width, perRow: 1 };
    case 6:
      return { origin: bottom, perColumn: -width, perRow: 1 };
    case 7:
      return { origin: bottom + right, perColumn: -width, perRow: -1 };
    case 8:
      return { origin: right, perColumn: width, perRow: -1 };
  }
}

/** Each orientation as a mirroring (left with right) followed by quarter turns clockwise. */
const STEPS: Readonly<Record<Orientation, { mirrored: boolean; quarters: number }>> = {
  1: { mirrored: false, quarters: 0 },
  2: { mirrored: true, quarters: 0 },
  3: { mirrored: false, quarters: 2 },
  4: { mirrored: true, quarters: 2 },
  5: { mirrored: true, quarters: 3 },
  6: { mirrored: false, quarters: 1 },
  7: { mirrored: true, quarters: 1 },
  8: { mirrored: false, quarters: 3 },
};

/** The one orientation that does what `first` and then `next` do. */
export function compose(first: Orientation, next: Orientation): Orientation {
  const [a, b] = [STEPS[first], STEPS[next]];
  // A mirroring turns the turns before it around.
  const quarters = (b.quarters + (b.mirrored ? 4 - a.quarters : a.quarters)) % 4;
  const mirrored = a.mirrored !== b.mirrored;
  return Number(
    Object.entries(STEPS).find(([, each]) => each.mirrored === mirrored && each.quarters === quarters)?.[0],
  ) as Orientation;
}

/** The coefficients of a canvas transform that turns a picture of `width` × `height`, so that it starts at 0, 0. */
export function turnMatrix(
  turn: Orientation,
  width: number,
  height: number,
): [a: number, b: number, c: number, d: number, e: number, f: number] {
  switch (turn) {
    case 1:
      return [1, 0, 0, 1, 0, 0];
    case 2:
      return [-1, 0, 0, 1, width, 0];
    case 3:
      return [-1, 0, 0, -1, width, height];
    case 4:
      return [1, 0, 0, -1, 0, height];
    case 5:
      return [0, 1, 1, 0, 0, 0];
    case 6:
      return [0, 1, -1, 0, height, 0];
    case 7:
      return [0, -1, -1, 0, height, width];
    case 8:
      return [0, -1, 1, 0, 0, width];
  }
}
