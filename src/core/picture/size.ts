export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A rectangle in pixels, from the top left. */
export interface Rect extends Size {
  readonly x: number;
  readonly y: number;
}

/** The size of a picture with sides of at most `most`, never larger than it is. */
export function sizeWithin({ width, height }: Size, most: number): Size {
  const scale = Math.min(1, most / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
}
