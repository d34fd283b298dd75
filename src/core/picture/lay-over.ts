import { lightTables, valueOfLight } from './key/light-tables';
import { FULL, MOST } from './steps/tile';

/**
 * Lays pixels that are multiplied by their alpha over a line that is opaque, from its pixel `at` on. `cover`, 0 to 1, is
 * how much of each is inside the photo.
 */
export function layOver(
  line: Int16Array,
  at: number,
  pixels: Int16Array,
  from: number,
  to: number,
  cover: (i: number) => number,
): void {
  for (let i = from; i < to; i++) {
    const part = Math.round(cover(i) * 256);
    if (part === 0) continue;
    const alpha = Math.min(FULL, Math.max(0, pixels[i * 4 + 3] as number));
    const left = FULL - ((alpha * part) >> 8);
    for (let c = 0; c < 3; c++) {
      const here = (at + i) * 4 + c;
      line[here] =
        (((pixels[i * 4 + c] as number) * part) >> 8) + Math.round(((line[here] as number) * left) / FULL);
    }
  }
}

const f = Math.fround;

/** The same, with edges mixed as light is: half of a white edge before black is as bright as half of the light. */
export function layOverInLight(
  line: Int16Array,
  at: number,
  pixels: Int16Array,
  from: number,
  to: number,
  cover: (i: number) => number,
): void {
  const { light, values } = lightTables();
  for (let i = from; i < to; i++) {
    const alpha = Math.min(FULL, Math.max(0, pixels[i * 4 + 3] as number));
    if (alpha === 0) continue;
    const opaque = f(alpha / FULL);
    const part = f(opaque * cover(i));
    for (let c = 0; c < 3; c++) {
      const here = (at + i) * 4 + c;
      const pixel = pixels[i * 4 + c] as number;
      if (part === 1) {
        line[here] = pixel;
        continue;
      }
      // What it is by itself, without what is see-through.
      const own = Math.trunc(Math.max(0, Math.min(MOST, f(f(pixel / opaque) + 0.5))));
      const behind = light[Math.max(0, line[here] as number)] as number;
      line[here] = valueOfLight(f(f((light[own] as number) * part) + f(behind * f(1 - part))), values);
    }
  }
}
