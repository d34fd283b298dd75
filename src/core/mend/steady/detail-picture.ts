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

/** A row softened by 1 4 6 4 1, from a place on, into another picture; what is outside is as its edge. */
function softenRow(data: Float32Array, into: Float32Array, from: number, width: number): void {
  const last = from + width - 1;
  let [b, c, d] = [data[from], data[from], data[Math.min(last, from + 1)]] as [number, number, number];
  let a = b;
  for (let i = from; i <= last; i++) {
    const e = data[Math.min(last, i + 2)] as number;
    into[i] = (a + e + 4 * (b + d) + 6 * c) / 16;
    [a, b, c, d] = [b, c, d, e];
  }
}

/** Softened by 1 4 6 4 1, across and down, once. */
export function softened({ width, height, data }: DetailPicture): DetailPicture {
  const across = new Float32Array(data.length);
  for (let y = 0; y < height; y++) softenRow(data, across, y * width, width);
  const out = new Float32Array(data.length);
  // Row by row: columns one after the other would fetch each line of memory anew.
  for (let y = 0; y < height; y++) {
    const row = (by: number): number => Math.min(height - 1, Math.max(0, y + by)) * width;
    const [a, b, c, d, e] = [row(-2), row(-1), row(0), row(1), row(2)];
    for (let x = 0; x < width; x++)
      out[c + x] =
        ((across[a + x] as number) +
          (across[e + x] as number) +
          4 * ((across[b + x] as number) + (across[d + x] as number)) +
          6 * (across[c + x] as number)) /
        16;
  }
  return { width, height, data: out };
}

/** Parts of a step of luma that are told apart. */
const FINE = 64;
let logsOfLuma: Float32Array | undefined;
const theLogs = (): Float32Array =>
  (logsOfLuma ??= Float32Array.from({ length: 255 * FINE + 2 }, (_, luma) => Math.log(luma / FINE + BLACK)));

/** Decoded pixels as their place is looked for. */
export function detailOf({ width, height, order, data: bytes }: Pixels): DetailPicture {
  const [redAt, blueAt] = order.startsWith('BGR') ? [2, 0] : [0, 2];
  const logs = new Float32Array(width * height);
  const known = theLogs();
  for (let i = 0, at = 0; i < logs.length; i++, at += 4) {
    const luma =
      0.2126 * (bytes[at + redAt] as number) +
      0.7152 * (bytes[at + 1] as number) +
      0.0722 * (bytes[at + blueAt] as number);
    logs[i] = known[(luma * FINE + 0.5) | 0] as number;
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
