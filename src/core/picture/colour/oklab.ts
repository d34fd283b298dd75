import { fromLight, toLight } from '../srgb';
import type { Channels } from './colour-kind';

/** sRGB values to Oklab (CSS Color Module Level 4, section 9.2, with the matrices of 2021), in place. */
export function toOklab(colour: Channels): void {
  const [r, g, b] = [
    toLight(colour[0] as number),
    toLight(colour[1] as number),
    toLight(colour[2] as number),
  ];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  colour[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  colour[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  colour[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** The way back; what no screen shows lies beyond 0 and 1. */
export function fromOklab(colour: Channels): void {
  const [light, a, b] = [colour[0] as number, colour[1] as number, colour[2] as number];
  const l = (light + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (light - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (light - 0.0894841775 * a - 1.291485548 * b) ** 3;
  colour[0] = fromLight(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s);
  colour[1] = fromLight(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s);
  colour[2] = fromLight(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s);
}
