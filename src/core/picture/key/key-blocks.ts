import type { Size } from '../size';

/** Blocks along the longer side of a picture, about: the subject's own colours and how far it reaches are known by blocks. */
const ALONG = 250;
const LEAST = 4;

/** A picture in square blocks. */
export class KeyBlocks {
  readonly side: number;
  readonly across: number;
  readonly down: number;

  constructor({ width, height }: Size) {
    this.side = Math.max(LEAST, Math.round(Math.max(width, height) / ALONG));
    this.across = Math.ceil(width / this.side);
    this.down = Math.ceil(height / this.side);
  }

  /** Which block a pixel is in. */
  at(x: number, y: number): number {
    return Math.floor(y / this.side) * this.across + Math.floor(x / this.side);
  }
}
