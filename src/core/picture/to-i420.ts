import { convertRows } from './fill-plain';
import { convertVector } from './fill-vector';
import type { I420, Rgba } from './pixels';

/**
 * A finished picture as a video frame: BT.709 limited range, colour halved by 1-2-1 around each even column and the mean of
 * two lines. Sides are even. The result is a new buffer that the caller owns. `convert` is for tests.
 */
export function toI420(picture: Rgba, convert = convertVector ?? convertRows): I420 {
  const { width, height } = picture;
  const frame: I420 = { width, height, data: new Uint8Array((width * height * 3) / 2) };
  convert(picture, frame);
  return frame;
}
