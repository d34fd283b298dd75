import type { Colour } from './pixels';

/**
 * R′G′B′ to Y′CbCr by ITU-R BT.709-6, 8 bits, limited range: luma 16 to 235, colour difference 16 to 240.
 * Coefficients are in fixed point, small enough for 16-bit vector arithmetic. sRGB values are taken as R′G′B′ as they stand, as is the
 * practice for video made from still pictures.
 */
const KR = 0.2126;
const KB = 0.0722;
/** Fixed-point places of the coefficients. */
export const COLOUR_BITS = 14;
const fixed = (x: number): number => Math.round(x * (1 << COLOUR_BITS));
const luma = 219 / 255;
const chroma = 224 / 255;

export const BT709 = {
  yr: fixed(luma * KR),
  yg: fixed(luma) - fixed(luma * KR) - fixed(luma * KB),
  yb: fixed(luma * KB),
  ur: fixed((chroma * -KR) / (2 * (1 - KB))),
  ug: -fixed(chroma / 2) - fixed((chroma * -KR) / (2 * (1 - KB))),
  ub: fixed(chroma / 2),
  vr: fixed(chroma / 2),
  vg: -fixed(chroma / 2) + fixed((chroma * KB) / (2 * (1 - KR))),
  vb: -fixed((chroma * KB) / (2 * (1 - KR))),
} as const;

/** Offsets with the half that rounds. */
const ROUND = 1 << (COLOUR_BITS - 1);
export const LUMA_ZERO = (16 << COLOUR_BITS) + ROUND;
export const CHROMA_ZERO = (128 << COLOUR_BITS) + ROUND;

/** One colour as Y′, Cb, Cr. */
export function toYCbCr([r, g, b]: Colour): [number, number, number] {
  const { yr, yg, yb, ur, ug, ub, vr, vg, vb } = BT709;
  return [
    (yr * r + yg * g + yb * b + LUMA_ZERO) >> COLOUR_BITS,
    (ur * r + ug * g + ub * b + CHROMA_ZERO) >> COLOUR_BITS,
    (vr * r + vg * g + vb * b + CHROMA_ZERO) >> COLOUR_BITS,
  ];
}
