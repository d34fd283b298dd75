import type { Pixels } from '../picture/pixels';
import { toLight } from '../picture/srgb';
import type { Size } from '../picture/size';

/** A small picture in light (IEC 61966-2-1): three numbers a pixel, 0 to 1 from black to white, rows top to bottom. */
export interface LightPicture extends Size {
  readonly data: Float32Array;
}

const LIGHT = Float32Array.from({ length: 256 }, (_, value) => toLight(value / 255));

/** Decoded pixels in light. */
export function lightOf({ width, height, order, data: bytes }: Pixels): LightPicture {
  const redAt = order.startsWith('BGR') ? 2 : 0;
  const data = new Float32Array(3 * width * height);
  for (let i = 0, at = 0; i < data.length; i += 3, at += 4) {
    data[i] = LIGHT[bytes[at + redAt] as number] as number;
    data[i + 1] = LIGHT[bytes[at + 1] as number] as number;
    data[i + 2] = LIGHT[bytes[at + 2 - redAt] as number] as number;
  }
  return { width, height, data };
}
