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

/** Parts of a step of luma that are told apart, and how much of each colour is in one of them (BT.709), in parts of `PARTS`. */
const FINE = 64;
const PARTS = 64;
const [RED, GREEN, BLUE] = [871, 2929, 296];
let logsOfLuma: Float64Array | undefined;
const theLogs = (): Float64Array =>
  (logsOfLuma ??= Float64Array.from({ length: 255 * FINE + 1 }, (_, luma) => Math.log(luma / FINE + BLACK)));

/** The binomial of eight, from the middle outwards, and how far it reaches. */
const [W0, W1, W2, W3, W4] = [70 / 256, 56 / 256, 28 / 256, 8 / 256, 1 / 256];
const REACH = 4;

/**
 * Decoded pixels as their place is looked for: softened across and down, since grain inflates the slopes of a soft set, and steps would stop too
 * early. What is outside is as the edge.
 */
export function detailOf({ width, height, order, data: bytes }: Pixels): DetailPicture {
  const [redAt, blueAt] = order.startsWith('BGR') ? [2, 0] : [0, 2];
  const known = theLogs();
  const across = new Float32Array(width * height);
  const row = new Float64Array(width + 2 * REACH);
  for (let y = 0; y < height; y++) {
    const from = y * width;
    for (let x = 0, at = 4 * from; x < width; x++, at += 4) {
      const luma =
        RED * (bytes[at + redAt] as number) +
        GREEN * (bytes[at + 1] as number) +
        BLUE * (bytes[at + blueAt] as number);
      row[x + REACH] = known[(luma + PARTS / 2) >> 6] as number;
    }
    row.fill(row[REACH] as number, 0, REACH);
    row.fill(row[width + REACH - 1] as number, width + REACH);
    for (let x = 0; x < width; x++)
      across[from + x] =
        W0 * (row[x + 4] as number) +
        W1 * ((row[x + 3] as number) + (row[x + 5] as number)) +
        W2 * ((row[x + 2] as number) + (row[x + 6] as number)) +
        W3 * ((row[x + 1] as number) + (row[x + 7] as number)) +
        W4 * ((row[x] as number) + (row[x + 8] as number));
  }
  const data = new Float32Array(width * height);
  const rowAt = (y: number): number => Math.min(height - 1, Math.max(0, y)) * width;
  // Row by row: columns one after the other would fetch each line of memory anew.
  for (let y = 0; y < height; y++) {
    const [a, b, c, d, to] = [rowAt(y - 4), rowAt(y - 3), rowAt(y - 2), rowAt(y - 1), rowAt(y)];
    const [e, f, g, h] = [rowAt(y + 1), rowAt(y + 2), rowAt(y + 3), rowAt(y + 4)];
    for (let x = 0; x < width; x++)
      data[to + x] =
        W0 * (across[to + x] as number) +
        W1 * ((across[d + x] as number) + (across[e + x] as number)) +
        W2 * ((across[c + x] as number) + (across[f + x] as number)) +
        W3 * ((across[b + x] as number) + (across[g + x] as number)) +
        W4 * ((across[a + x] as number) + (across[h + x] as number));
  }
  return { width, height, data };
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
