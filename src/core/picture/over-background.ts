import type { Colour, Pixels } from './pixels';

/** The picture with its see-through parts laid over a colour; the same object where there are none. */
export function overBackground(pixels: Pixels, [red, green, blue]: Colour): Pixels {
  const { order, data } = pixels;
  if (order === 'RGBX' || order === 'BGRX') return pixels;
  const back = order === 'RGBA' ? [red, green, blue] : [blue, green, red];
  let flat: Uint8Array | undefined;
  for (let i = 3; i < data.length; i += 4) {
    const alpha = data[i] as number;
    if (alpha === 255) continue;
    flat ??= Uint8Array.from(data);
    for (let c = 0; c < 3; c++) {
      const at = i - 3 + c;
      flat[at] = Math.round(((data[at] as number) * alpha + (back[c] as number) * (255 - alpha)) / 255);
    }
  }
  return flat ? { ...pixels, data: flat } : pixels;
}
