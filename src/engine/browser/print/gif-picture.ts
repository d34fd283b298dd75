import { applyPalette, GIFEncoder, quantize } from 'gifenc';
import type { Palette } from '../../../core/formats/gif';
import type { Rgba } from '../../../core/picture/pixels';

/** Colours of a palette. */
const COLOURS = 256;

/** Pixels of a picture that its colours are chosen from. */
const SAMPLED = 20_000;

/** Thresholds of ordered dithering, 8 by 8 (Bayer, IEEE International Conference on Communications, 1973), from 0 up to 64. */
const THRESHOLDS = Uint8Array.from({ length: 64 }, (_, i) => {
  let value = 0;
  const [x, y] = [i & 7, i >> 3];
  for (let bit = 0; bit < 3; bit++) {
    const [a, b] = [(x >> (2 - bit)) & 1, (y >> (2 - bit)) & 1];
    value |= (((a ^ b) << 1) | b) << (2 * bit);
  }
  return value;
});

/** How far apart two shades are that dots are mixed of, in parts of 255. */
const SPREAD = 20;

/** Every so-manyth pixel of a picture. */
function sampled({ data }: Rgba): Uint8ClampedArray<ArrayBuffer> {
  const pixels = data.length / 4;
  const count = Math.min(SAMPLED, pixels);
  const out = new Uint8ClampedArray(count * 4);
  for (let i = 0; i < count; i++) {
    const at = Math.floor((i * pixels) / count) * 4;
    out.set(data.subarray(at, at + 4), i * 4);
  }
  return out;
}

/** Some pixels of each picture, one behind the other. */
export const colourSamples = (pictures: readonly Rgba[]): Uint8ClampedArray<ArrayBuffer> => {
  const parts = pictures.map(sampled);
  const out = new Uint8ClampedArray(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
};

/** The colours that suit some pixels. */
export const paletteOf = (pixels: Uint8ClampedArray): Palette =>
  quantize(pixels, COLOURS) as unknown as Palette;

/** Pixels with the pattern laid over that is at the same place in every picture, so that nothing flickers where nothing changes. */
function patterned({ width, data }: Rgba): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const pixel = i >> 2;
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    const add = ((THRESHOLDS[((y & 7) << 3) | (x & 7)] ?? 0) / 63 - 0.5) * SPREAD;
    out[i] = (data[i] ?? 0) + add;
    out[i + 1] = (data[i + 1] ?? 0) + add;
    out[i + 2] = (data[i + 2] ?? 0) + add;
    out[i + 3] = 255;
  }
  return out;
}

/** A picture as a part of a GIF: in colours that all share, or in its own, for so many hundredths of a second. */
export function gifPart(
  picture: Rgba,
  shared: Palette | undefined,
  isDithered: boolean,
  hundredths: number,
): Uint8Array<ArrayBuffer> {
  const palette = shared ?? paletteOf(sampled(picture));
  const colours = palette.map((colour) => [...colour]);
  const index = applyPalette(isDithered ? patterned(picture) : picture.data, colours);
  const gif = GIFEncoder({ auto: false });
  gif.writeFrame(index, picture.width, picture.height, {
    delay: hundredths * 10,
    ...(shared ? {} : { palette: colours }),
  });
  return new Uint8Array(gif.bytes());
}
