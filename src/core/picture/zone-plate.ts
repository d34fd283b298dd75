import type { Pixels } from './pixels';

/** For tests, a zone plate: rings that are finer the further out, up to what a picture of `most` pixels across can hold at the rim of a disc. */
export function zonePlate(width: number, height: number, most: number): Pixels {
  const data = new Uint8Array(width * height * 4).fill(255);
  const reach = Math.min(width, height) / 2;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const r2 = (x + 0.5 - width / 2) ** 2 + (y + 0.5 - height / 2) ** 2;
      const wave = r2 > reach ** 2 ? 0 : Math.cos((Math.PI * r2 * most) / (width * 2 * reach));
      data.fill(127.5 + 127.5 * wave, (y * width + x) * 4, (y * width + x) * 4 + 3);
    }
  return { width, height, order: 'RGBX', data };
}
