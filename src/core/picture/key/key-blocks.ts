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

  /** A number for each block, all the same at first. */
  numbers(value: number): Float32Array {
    return new Float32Array(this.across * this.down).fill(value);
  }

  /** What lies between the middles of blocks at a pixel. */
  between(numbers: Float32Array, x: number, y: number): number {
    const { side, across, down } = this;
    const u = Math.min(across - 1, Math.max(0, (x + 0.5) / side - 0.5));
    const v = Math.min(down - 1, Math.max(0, (y + 0.5) / side - 0.5));
    const [left, top] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - left, v - top];
    const at = top * across + left;
    const right = left + 1 < across ? 1 : 0;
    const below = top + 1 < down ? across : 0;
    const a = numbers[at] as number;
    const b = numbers[at + right] as number;
    const c = numbers[at + below] as number;
    const d = numbers[at + below + right] as number;
    return (a + (b - a) * s) * (1 - t) + (c + (d - c) * s) * t;
  }
}

/** The means of numbers over squares that reach so many blocks to each side. */
export function blurredBlocks(
  numbers: Float32Array,
  { across, down }: KeyBlocks,
  reach: number,
): Float32Array {
  const pass = (
    from: Float32Array,
    count: number,
    step: number,
    lines: number,
    stride: number,
  ): Float32Array => {
    const to = new Float32Array(from.length);
    for (let line = 0; line < lines; line++) {
      const at = line * stride;
      let sum = windowSum(from, at, step, count, reach);
      for (let i = 0; i < count; i++) {
        to[at + i * step] = sum / (2 * reach + 1);
        sum +=
          (from[at + Math.min(count - 1, i + reach + 1) * step] as number) -
          (from[at + Math.max(0, i - reach) * step] as number);
      }
    }
    return to;
  };
  return pass(pass(numbers, across, 1, down, across), down, across, across, 1);
}

/** The sum around the first of a line, with the edge repeated. */
function windowSum(from: Float32Array, at: number, step: number, count: number, reach: number): number {
  let sum = 0;
  for (let i = -reach; i <= reach; i++)
    sum += from[at + Math.min(count - 1, Math.max(0, i)) * step] as number;
  return sum;
}
