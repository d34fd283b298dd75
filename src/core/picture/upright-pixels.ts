import { swapsSides, uprightWalk, type Orientation } from './orientation';
import type { Pixels } from './pixels';
import type { Size } from './size';

/** Rows of `channels` bytes a pixel, turned to stand upright: a new buffer, and its size. */
export function turnUpright(
  { width, height }: Size,
  data: Uint8Array | Uint8ClampedArray,
  channels: number,
  orientation: Orientation,
): Size & { readonly data: Uint8Array } {
  const { origin, perColumn, perRow } = uprightWalk(orientation, width, height);
  const upright = swapsSides(orientation) ? { width: height, height: width } : { width, height };
  const turned = new Uint8Array(data.length);
  for (let y = 0, out = 0; y < upright.height; y++) {
    for (let x = 0, at = origin + y * perRow; x < upright.width; x++, at += perColumn)
      for (let c = 0; c < channels; c++) turned[out++] = data[at * channels + c] as number;
  }
  return { ...upright, data: turned };
}

/** A picture turned to stand upright; the same object where it does already. */
export const uprightPixels = (pixels: Pixels, orientation: Orientation): Pixels =>
  orientation === 1 ? pixels : { ...pixels, ...turnUpright(pixels, pixels.data, 4, orientation) };
