/** IEC 61966-2-1: from sRGB values to light and back, both 0 to 1, going on above white. */
export const toLight = (value: number): number =>
  value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
/** The way back. */
export const fromLight = (light: number): number =>
  light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;
