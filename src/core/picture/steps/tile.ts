import type { Affine } from '../affine';
import type { Size } from '../size';

/**
 * A part of a picture between decoding and the finished pixels: red, green, blue and alpha as 16-bit integers, sRGB values
 * with 6 bits below the byte (64 to each of its 255 steps). What is brighter than white is kept, up to twice its value,
 * which in light is five times as bright: a step may take back what the one before it overdid.
 *
 * Integers, because their sums do not depend on the order in which they are added: plain and vector code, browser and
 * server agree to the byte. sRGB values and not light, because 14 bits of these are fine enough in the dark.
 */
export interface Tile extends Size {
  /** Rows top to bottom, `width * height * 4` numbers; colours are not multiplied by alpha. Steps change it in place. */
  readonly data: Int16Array;
  /**
   * From the tile's pixels to parts of the whole picture: 0, 0 its upper left corner, 1, 1 its lower right; a photo's as its
   * file stands upright. So a step that knows places holds at any size, and however the picture is turned after.
   */
  readonly place: Affine;
}

/** Bits of a tile's numbers below the byte. */
export const FINE_BITS = 6;
/** White, or opaque, in a tile. */
export const FULL = 255 << FINE_BITS;
/** The largest number of a tile. */
export const MOST = 32_767;
