import { colourOf, type Rgba } from './pixels';
import type { Size } from './size';
import { FINE_BITS, FULL } from './steps/tile';

/** Two colours, and where in the picture the one ends and the other is reached, in parts of it. */
export interface Gradient {
  /** sRGB as `#rrggbb`. */
  readonly from: string;
  readonly to: string;
  /** Places at which they are pure; beyond they stay so. */
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** A line of one colour, as the numbers of a tile. */
export function lineOf(hex: string, width: number): Int16Array {
  const [red, green, blue] = colourOf(hex).map((each) => each << FINE_BITS) as [number, number, number];
  const pixel = [red, green, blue, FULL];
  return Int16Array.from({ length: width * 4 }, (_, i) => pixel[i % 4] as number);
}

/** The shades that were made last, of which colours: pictures of a run mostly have the same behind them. */
let known: { readonly from: string; readonly to: string; readonly shades: Int32Array } | undefined;

/** All shades of a gradient, as the numbers of a tile: two of them in each number. */
function shadesOf({ from, to }: Gradient): Int32Array {
  if (known?.from === from && known.to === to) return known.shades;
  const colours = new Int16Array((SHADES + 1) * 4);
  const [first, last] = [colourOf(from), colourOf(to)];
  for (let shade = 0, at = 0; shade <= SHADES; shade++, at += 4) {
    const part = shade / SHADES;
    for (let c = 0; c < 3; c++) {
      const value = (first[c] as number) * (1 - part) + (last[c] as number) * part;
      colours[at + c] = Math.round((1 << FINE_BITS) * value);
    }
    colours[at + 3] = FULL;
  }
  known = { from, to, shades: new Int32Array(colours.buffer) };
  return known.shades;
}

/** Gives lines of a gradient, in a picture of a size, as the numbers of a tile, aligned to 4 bytes. It goes evenly in sRGB values, as eyes see it. */
export function gradientLines(
  gradient: Gradient,
  { width, height }: Size,
): (y: number, line: Int16Array) => void {
  const { x0, y0, x1, y1 } = gradient;
  const [dx, dy] = [(x1 - x0) * width, (y1 - y0) * height];
  const long = Math.max(1e-9, dx * dx + dy * dy);
  const colours = shadesOf(gradient);
  const shadeAt = (along: number): number => 2 * Math.round(SHADES * Math.min(1, Math.max(0, along)));
  return (y, { buffer, byteOffset }) => {
    const line = new Int32Array(buffer, byteOffset, 2 * width);
    const start = ((0.5 - x0 * width) * dx + (y + 0.5 - y0 * height) * dy) / long;
    if (dx === 0) {
      const shade = shadeAt(start);
      line.set(colours.subarray(shade, shade + 2));
      // Twice as much each time.
      for (let done = 2; done < line.length; done *= 2) line.copyWithin(done, 0, done);
      return;
    }
    for (let x = 0, at = 0; x < width; x++, at += 2) {
      const shade = shadeAt(start + (x * dx) / long);
      line[at] = colours[shade] as number;
      line[at + 1] = colours[shade + 1] as number;
    }
  };
}

/** Shades between the two colours of a gradient: more than a picture has values. */
const SHADES = 1 << 14;

/** Passes of a box that come close to a bell. */
const PASSES = 3;

/** A picture out of focus by a bell of so many pixels' deviation: three boxes one after the other (common practice). A new one. */
export function blurred(picture: Rgba, deviation: number): Rgba {
  const { width, height } = picture;
  // Boxes of these reaches together deviate as much as was asked.
  const reach = (Math.sqrt((12 * deviation * deviation) / PASSES + 1) - 1) / 2;
  if (reach < 0.05) return picture;
  const from = Float32Array.from(picture.data);
  const to = new Float32Array(from.length);
  for (let pass = 0; pass < PASSES; pass++) {
    boxes(from, to, { lines: height, count: width, step: 4, next: width * 4 }, reach);
    boxes(to, from, { lines: width, count: height, step: width * 4, next: 4 }, reach);
  }
  return { width, height, data: Uint8ClampedArray.from(from) };
}

interface Walk {
  readonly lines: number;
  readonly count: number;
  readonly step: number;
  readonly next: number;
}

/** Means along lines over a box that reaches so many pixels to each side, the outermost by a part; beyond the edge is as the edge. */
function boxes(
  from: Float32Array,
  to: Float32Array,
  { lines, count, step, next }: Walk,
  reach: number,
): void {
  const whole = Math.floor(reach);
  const part = reach - whole;
  const all = 2 * reach + 1;
  for (let line = 0; line < lines; line++)
    for (let c = 0; c < 4; c++) {
      const at = line * next + c;
      const value = (i: number): number =>
        from[at + (i < 0 ? 0 : i >= count ? count - 1 : i) * step] as number;
      let sum = 0;
      for (let i = -whole; i <= whole; i++) sum += value(i);
      for (let i = 0; i < count; i++) {
        to[at + i * step] = (sum + part * (value(i - whole - 1) + value(i + whole + 1))) / all;
        sum += value(i + whole + 1) - value(i - whole);
      }
    }
}
