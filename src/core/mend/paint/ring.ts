import type { Size } from '../../picture/size';
import type { StrokePath } from '../../picture/paint/stroke';
import { COVERED, StrokeCover } from '../../picture/paint/stroke-cover';
import type { Affine } from '../../picture/affine';

/** How much of each pixel of a small picture a stroke covers, 0 to 1. `toPhoto` leads from its pixels to parts of the photo. */
export function coverOf(path: StrokePath, size: Size, toPhoto: Affine): Float32Array {
  const cover = new StrokeCover(path, size, toPhoto);
  const row = new Uint16Array(size.width);
  const all = new Float32Array(size.width * size.height);
  for (let y = 0; y < size.height; y++) {
    if (!cover.isNear(y, y + 1)) continue;
    const { from, to } = cover.row(y, 0, size.width, row);
    for (let x = from; x < to; x++) all[y * size.width + x] = (row[x] as number) / COVERED;
  }
  return all;
}

/** Which pixels have one that is marked no further away than `reach`, across and down. */
export function near({ width, height }: Size, marked: (i: number) => boolean, reach: number): Uint8Array {
  const across = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0, left = -Infinity, i = y * width; x < width; x++, i++) {
      if (marked(i)) {
        left = x;
        across.fill(1, i - Math.min(x, reach), i + 1);
      } else if (x - left <= reach) across[i] = 1;
    }
  const all = new Uint8Array(width * height);
  for (let x = 0; x < width; x++)
    for (let y = 0, top = -Infinity; y < height; y++) {
      if (across[y * width + x] === 1) {
        for (let up = Math.max(0, y - reach, top + 1); up <= y; up++) all[up * width + x] = 1;
        top = y;
      } else if (y - top <= reach) all[y * width + x] = 1;
    }
  return all;
}
