import { MOST_CELLS } from '../../film/bounds';
import type { UnsureCells } from '../../film/stroke';
import type { Size } from '../../picture/size';

/** Brightness as it is compared: red, twice green and blue, 0 to 1020. */
const BRIGHTEST = 4 * 255;
/** What lies so near together is one thing and its grain; four to a step of 8 bits. */
const SAME = 26;
/** All photos agree where they differ by no more than this. */
const ALL_AGREE = 34;
/** Fewer photos than this part of them agreeing is no agreement. */
const ENOUGH = 0.55;

/** What most photos agree on, red, green and blue, and which pixels are not sure: too few agree. */
export interface Ground {
  readonly data: Uint8ClampedArray;
  /** 1 where it is not sure. */
  readonly unsure: Uint8Array;
}

/** Sorts the first numbers of a list, of which there are few: by insertion. */
function sortFew(values: Uint16Array, count: number): void {
  for (let i = 1; i < count; i++) {
    const value = values[i] as number;
    let j = i - 1;
    for (; j >= 0 && (values[j] as number) > value; j--) values[j + 1] = values[j] as number;
    values[j + 1] = value;
  }
}

/**
 * Where sorted values lie closest together: the shortest half of them, the shortest half of that, and so on (the half-sample mode,
 * Bickel and Frühwirth 2006). What covers the ground from one side pulls a median, and not this.
 */
export function halfSampleMode(sorted: ArrayLike<number>, count: number): number {
  let [from, size] = [0, count];
  while (size > 3) {
    const half = Math.ceil(size / 2);
    let [best, shortest] = [from, Infinity];
    for (let at = from; at + half <= from + size; at++) {
      const width = (sorted[at + half - 1] as number) - (sorted[at] as number);
      if (width < shortest) [best, shortest] = [at, width];
    }
    [from, size] = [best, half];
  }
  const [a, b = a, c = b] = Array.from({ length: size }, (_, i) => sorted[from + i] as number);
  if (a === undefined || b === undefined || c === undefined) return 0;
  if (size < 3) return (a + b) / 2;
  return b - a < c - b ? (a + b) / 2 : b - a > c - b ? (b + c) / 2 : b;
}

/**
 * The empty set from photos that lie on each other: for each pixel what most of them agree on, as the mean of those that do. Red, green and
 * blue a pixel, all photos of the same size.
 */
export function groundOf(photos: readonly Uint8Array[]): Ground {
  const count = photos.length;
  const pixels = (photos[0]?.length ?? 0) / 3;
  const data = new Uint8ClampedArray(3 * pixels);
  const unsure = new Uint8Array(pixels);
  const bright = new Uint16Array(count);
  const sorted = new Uint16Array(count);
  for (let pixel = 0, at = 0; pixel < pixels; pixel++, at += 3) {
    let [least, most, red, green, blue] = [BRIGHTEST, 0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      const photo = photos[k] as Uint8Array;
      const [r, g, b] = [photo[at] as number, photo[at + 1] as number, photo[at + 2] as number];
      const value = r + 2 * g + b;
      bright[k] = value;
      if (value < least) least = value;
      if (value > most) most = value;
      red += r;
      green += g;
      blue += b;
    }
    let agree = count;
    if (most - least > ALL_AGREE) {
      sorted.set(bright);
      sortFew(sorted, count);
      let middle = halfSampleMode(sorted, count);
      // Its mean, and the mean of what is near that: where grain is not even, the first lies a little aside.
      for (let round = 0; round < 2; round++) {
        [agree, red, green, blue] = [0, 0, 0, 0];
        for (let k = 0; k < count; k++) {
          if (Math.abs((bright[k] as number) - middle) > SAME) continue;
          const photo = photos[k] as Uint8Array;
          red += photo[at] as number;
          green += photo[at + 1] as number;
          blue += photo[at + 2] as number;
          agree++;
        }
        if (agree === 0) break;
        middle = (red + 2 * green + blue) / agree;
      }
    }
    if (agree < ENOUGH * count) unsure[pixel] = 1;
    data[at] = agree > 0 ? red / agree : (photos[0]?.[at] as number);
    data[at + 1] = agree > 0 ? green / agree : (photos[0]?.[at + 1] as number);
    data[at + 2] = agree > 0 ? blue / agree : (photos[0]?.[at + 2] as number);
  }
  return { data, unsure };
}

/** A cell is marked when more than this part of it is not sure: grain alone leaves single pixels. */
const MARKED = 0.15;
/** Cells along the longer side of a plate. */
const ALONG = 48;

/** Which cells of a plate are not sure; undefined where all are. */
export function unsureCells({ width, height }: Size, unsure: Uint8Array): UnsureCells | undefined {
  const side = Math.max(width, height) / Math.min(ALONG, MOST_CELLS);
  const across = Math.max(1, Math.round(width / side));
  const down = Math.max(1, Math.round(height / side));
  const [counts, totals] = [new Float64Array(across * down), new Float64Array(across * down)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const cell = Math.floor((y * down) / height) * across + Math.floor((x * across) / width);
      counts[cell] = (counts[cell] as number) + (unsure[y * width + x] as number);
      totals[cell] = (totals[cell] as number) + 1;
    }
  const cells = [...counts.keys()].filter((i) => (counts[i] as number) > MARKED * (totals[i] as number));
  return cells.length > 0 ? { across, down, cells } : undefined;
}
