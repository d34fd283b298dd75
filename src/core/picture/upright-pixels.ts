import { swapsSides, uprightWalk, type Orientation } from './orientation';
import type { Pixels } from './pixels';

/** A picture turned to stand upright; the same object where it does already. */
export function uprightPixels(pixels: Pixels, orientation: Orientation): Pixels {
  if (orientation === 1) return pixels;
  const { origin, perColumn, perRow } = uprightWalk(orientation, pixels.width, pixels.height);
  const [width, height] = swapsSides(orientation)
    ? [pixels.height, pixels.width]
    : [pixels.width, pixels.height];
  const data = new Uint8Array(width * height * 4);
  for (let y = 0, out = 0; y < height; y++) {
    for (let x = 0, at = origin + y * perRow; x < width; x++, at += perColumn, out += 4)
      for (let c = 0; c < 4; c++) data[out + c] = pixels.data[at * 4 + c] as number;
  }
  return { ...pixels, width, height, data };
}
