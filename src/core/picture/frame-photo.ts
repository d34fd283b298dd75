import type { Framing } from '../film/film';
import { toYCbCr } from './bt709';
import { fillPlain } from './fill-plain';
import { fillVector } from './fill-vector';
import { resampleKernel } from './kernel';
import { swapsSides, uprightWalk, type Orientation } from './orientation';
import { overBackground } from './over-background';
import type { Colour, I420, Pixels } from './pixels';
import { placePhoto, type Size } from './placement';

export interface FrameOptions {
  /** Size of the film's picture, in pixels; even sides. */
  readonly film: Size;
  readonly framing: Framing;
  readonly background: Colour;
}

const blank = ({ width, height }: Size, background: Colour): I420 => {
  const data = new Uint8Array((width * height * 3) / 2);
  const [y, u, v] = toYCbCr(background);
  const luma = width * height;
  data.fill(y, 0, luma);
  data.fill(u, luma, luma + luma / 4);
  data.fill(v, luma + luma / 4);
  return { width, height, data };
};

/**
 * One photo as a frame of the film: turned upright, placed, resampled (cubic, in sRGB values) and converted
 * to I420, BT.709 limited range, with the colour samples sited at the left as BT.709 has them.
 *
 * `stored` holds the pixels as the file stores them, possibly smaller than the photo by whole halvings.
 * The result is a new buffer that the caller owns. `fill` is for tests; both ways give the same bytes.
 */
export function framePhoto(
  stored: Pixels,
  orientation: Orientation,
  { film, framing, background }: FrameOptions,
  fill = fillVector ?? fillPlain,
): I420 {
  const upright = swapsSides(orientation)
    ? { width: stored.height, height: stored.width }
    : { width: stored.width, height: stored.height };
  const { source, target } = placePhoto(upright, film, framing);
  const frame = blank(film, background);
  fill({
    pixels: overBackground(stored, background),
    frame,
    target,
    walk: uprightWalk(orientation, stored.width, stored.height),
    across: resampleKernel(upright.width, source.x, source.width, target.width),
    down: resampleKernel(upright.height, source.y, source.height, target.height),
  });
  return frame;
}
