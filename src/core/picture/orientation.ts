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
