/** Pictures with more pixels than this are refused before they fill the memory. */
export const MOST_PIXELS = 250_000_000;

/** Picture data as it comes from a decoder: 8 bits a channel, sRGB, rows top to bottom without gaps. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  /** Order of the four bytes of a pixel; the fourth is alpha, not premultiplied, or meaningless in `…X`. */
  readonly order: 'RGBA' | 'RGBX' | 'BGRA' | 'BGRX';
  readonly data: Uint8Array | Uint8ClampedArray;
}

/** A finished picture: red, green, blue and 255, sRGB, rows top to bottom without gaps. */
export interface Rgba {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** A video frame: a plane of luma, then Cb and Cr at half the size; BT.709, limited range. Sides are even. */
export interface I420 {
  readonly width: number;
  readonly height: number;
  /** `width * height * 3 / 2` bytes. */
  readonly data: Uint8Array<ArrayBuffer>;
}

/** An sRGB colour, 0 to 255 each. */
export type Colour = readonly [red: number, green: number, blue: number];

/**
 * Reads `#rrggbb`.
 * @throws RangeError for anything else.
 */
export function colourOf(hex: string): Colour {
  const parts = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  if (!parts) throw new RangeError(`A colour is written as #rrggbb, not ${hex}.`);
  return [1, 2, 3].map((i) => parseInt(parts[i] as string, 16)) as unknown as Colour;
}
