import type { CodedFrame } from './coded-frame';

/**
 * Writes the pictures of a piece, each encoded once, and what holds them. A piece begins with a key frame; its pictures
 * come in order, each with as many holds behind it as it stays.
 */
export interface HoldWriter {
  /** A picture as it goes into the file: its bytes, or others where it has to say how many frames came before. */
  picture(picture: CodedFrame): Uint8Array;
  /** A frame that shows the picture before it once more, to the bit. */
  hold(): Uint8Array;
  /** Frames that one picture may be shown for, at most; only a key frame can come anew then. */
  readonly most: number;
}
