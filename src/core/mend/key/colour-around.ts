import type { Pixels } from '../../picture/pixels';

/** Pixels to each side of a place that are looked at: one by itself is grain. */
const AROUND = 2;

/** The mean colour around a place of a picture, as far as it goes: sRGB, 0 to 255. */
export function colourAround(
  { width, height, order, data }: Pixels,
  [x, y]: readonly [number, number],
): readonly [red: number, green: number, blue: number] {
  const redAt = order.startsWith('B') ? 2 : 0;
  const sums: [number, number, number] = [0, 0, 0];
  const within = (at: number, side: number): number => Math.min(side - 1, Math.max(0, Math.floor(at)));
  for (let v = -AROUND; v <= AROUND; v++)
    for (let u = -AROUND; u <= AROUND; u++) {
      const at = (within(y + v, height) * width + within(x + u, width)) * 4;
      sums[0] += data[at + redAt] as number;
      sums[1] += data[at + 1] as number;
      sums[2] += data[at + 2 - redAt] as number;
    }
  const count = (2 * AROUND + 1) ** 2;
  return sums.map((sum) => Math.round((10 * sum) / count) / 10) as unknown as [number, number, number];
}
