import type { Rgba } from '../picture/pixels';
import { fromLight, toLight } from '../picture/srgb';

/** Light is added up in so many steps from black to white. */
const STEPS = 0xffff;
/** Frames that are taken together: more than this takes longer than a hand stands still. */
export const MOST_FRAMES = 8;

let light: Uint16Array | undefined;
let back: Uint8Array | undefined;

/** The light of each value, in steps (IEC 61966-2-1). */
const lightOfValue = (): Uint16Array =>
  (light ??= Uint16Array.from({ length: 256 }, (_, value) => Math.round(toLight(value / 255) * STEPS)));

/** The value of each step of light. */
const valueOfLight = (): Uint8Array =>
  (back ??= Uint8Array.from({ length: STEPS + 1 }, (_, step) => Math.round(255 * fromLight(step / STEPS))));

/**
 * The mean of frames that show the same, in light: grain is the less the more there are, and nothing becomes brighter.
 * @throws RangeError where there are none, too many, or of several sizes.
 */
export function meanOfFrames(frames: readonly Rgba[]): Rgba {
  const [first] = frames;
  if (!first || frames.length > MOST_FRAMES)
    throw new RangeError(`A mean is made of 1 to ${MOST_FRAMES} frames.`);
  const { width, height } = first;
  if (frames.some((frame) => frame.width !== width || frame.height !== height))
    throw new RangeError('A mean is made of frames of the same size.');
  const sums = new Uint32Array(first.data.length);
  const toSteps = lightOfValue();
  for (const { data } of frames)
    for (let i = 0; i < sums.length; i++)
      sums[i] = (sums[i] as number) + (toSteps[data[i] as number] as number);
  const toValue = valueOfLight();
  const half = frames.length >> 1;
  const data = new Uint8ClampedArray(sums.length);
  for (let i = 0; i < data.length; i++)
    data[i] =
      i % 4 === 3 ? 255 : (toValue[Math.floor(((sums[i] as number) + half) / frames.length)] as number);
  return { width, height, data };
}
