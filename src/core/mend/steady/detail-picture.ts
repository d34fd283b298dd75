import type { Pixels } from '../../picture/pixels';
import type { Size } from '../../picture/size';

/**
 * A picture as its place is looked for: the logarithm of its luma, a little softened, so that more light and the shade that a lens has
 * at its edges only add to it. Rows top to bottom.
 */
export interface DetailPicture extends Size {
  readonly data: Float32Array;
}

/** Luma that counts as black, of 255: below it the logarithm would be all grain. */
const BLACK = 12;

const clamp = (value: number, most: number): number => (value < 0 ? 0 : value > most ? most : value);

/** Softened by 1 4 6 4 1, across and down, once. */
export function softened({ width, height, data }: DetailPicture): DetailPicture {
  const across = new Float32Array(data.length);
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      const at = (i: number): number => data[row + clamp(x + i, width - 1)] as number;
      across[row + x] = (at(-2) + at(2) + 4 * (at(-1) + at(1)) + 6 * at(0)) / 16;
    }
  }
  for (let y = 0; y < height; y++) {
    const rows = [-2, -1, 0, 1, 2].map((i) => clamp(y + i, height - 1) * width) as [
      ...[number, number, number, number, number],
    ];
    for (let x = 0; x < width; x++) {
      const at = (i: 0 | 1 | 2 | 3 | 4): number => across[rows[i] + x] as number;
      out[y * width + x] = (at(0) + at(4) + 4 * (at(1) + at(3)) + 6 * at(2)) / 16;
    }
  }
  return { width, height, data: out };
}

/** Decoded pixels as their place is looked for. */
export function detailOf({ width, height, order, data: bytes }: Pixels): DetailPicture {
  const [redAt, blueAt] = order.startsWith('BGR') ? [2, 0] : [0, 2];
  const logs = new Float32Array(width * height);
  for (let i = 0, at = 0; i < logs.length; i++, at += 4) {
    const luma =
      0.2126 * (bytes[at + redAt] as number) +
      0.7152 * (bytes[at + 1] as number) +
      0.0722 * (bytes[at + blueAt] as number);
    logs[i] = Math.log(luma + BLACK);
  }
  // Grain inflates the slopes of a soft set: steps would stop too early.
  return softened(softened({ width, height, data: logs }));
}

/** Half as large: each pixel the mean of four. */
export function halved({ width, height, data }: DetailPicture): DetailPicture {
  const [across, down] = [width >> 1, height >> 1];
  const out = new Float32Array(across * down);
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      const at = 2 * y * width + 2 * x;
      out[y * across + x] =
        ((data[at] as number) +
          (data[at + 1] as number) +
          (data[at + width] as number) +
          (data[at + width + 1] as number)) /
        4;
    }
  return { width: across, height: down, data: out };
}
