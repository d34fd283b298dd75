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

/** One of the photos that lie on each other: red, green and blue a pixel. */
export interface GroundPhoto {
  readonly data: Uint8Array;
  /** For each row the first pixel that it shows, and the one behind the last: beyond its edges it says nothing. All where undefined. */
  readonly shows?: Int32Array | undefined;
}

/** What most photos agree on, red, green and blue, and which pixels are not sure: too few agree. */
export interface Ground {
  readonly data: Uint8ClampedArray;
  /** 1 where it is not sure. */
  readonly unsure: Uint8Array;
}

/** Brightness is counted in steps of a quarter of what is one thing. */
const STEP = SAME / 2;
const STEPS = Math.ceil((BRIGHTEST + 1) / STEP);

/** Around which brightness, of those counted in steps from one to another, the most of them lie within `SAME`: the middle of the fullest four steps. */
function fullest(counts: Uint16Array, first: number, last: number): number {
  let sum = 0;
  let most = 0;
  let best = first;
  // Four steps that begin before the first may hold the most, too.
  for (let step = first; step <= last + 3; step++) {
    sum += step <= last ? (counts[step] as number) : 0;
    if (step - 4 >= first) sum -= counts[step - 4] as number;
    if (sum > most) {
      most = sum;
      best = step;
    }
  }
  return (best - 1) * STEP;
}

/** Fewer photos than this that show a place are too few to say what stands there. */
const FEWEST = 3;

/**
 * The empty set from photos that lie on each other: for each pixel what most of those that show it agree on, as the mean of those that do. All
 * photos are of the same size, so many pixels wide. What none of them shows is black.
 */
export function groundOf(photos: readonly GroundPhoto[], width: number): Ground {
  const pixels = (photos[0]?.data.length ?? 0) / 3;
  const data = new Uint8ClampedArray(3 * pixels);
  const unsure = new Uint8Array(pixels);
  const bright = new Uint16Array(photos.length);
  const counts = new Uint16Array(STEPS);
  const shown = new Uint8Array(3 * photos.length);
  for (let pixel = 0, at = 0; pixel < pixels; pixel++, at += 3) {
    const y = Math.floor(pixel / width);
    const x = pixel - y * width;
    let count = 0;
    let least = BRIGHTEST;
    let most = 0;
    let red = 0;
    let green = 0;
    let blue = 0;
    for (let k = 0; k < photos.length; k++) {
      const { data: photo, shows } = photos[k] as GroundPhoto;
      if (shows && (x < (shows[2 * y] as number) || x >= (shows[2 * y + 1] as number))) continue;
      const r = photo[at] as number;
      const g = photo[at + 1] as number;
      const b = photo[at + 2] as number;
      const value = r + 2 * g + b;
      shown[3 * count] = r;
      shown[3 * count + 1] = g;
      shown[3 * count + 2] = b;
      bright[count++] = value;
      if (value < least) least = value;
      if (value > most) most = value;
      red += r;
      green += g;
      blue += b;
    }
    let agree = count;
    if (most - least > ALL_AGREE) {
      const first = Math.floor(least / STEP);
      const last = Math.floor(most / STEP);
      for (let k = 0; k < count; k++) {
        const step = Math.floor((bright[k] as number) / STEP);
        counts[step] = (counts[step] as number) + 1;
      }
      let middle = fullest(counts, first, last);
      counts.fill(0, first, last + 1);
      // Its mean, and the mean of what is near that: steps are coarse.
      for (let round = 0; round < 2; round++) {
        agree = red = green = blue = 0;
        for (let k = 0; k < count; k++) {
          if (Math.abs((bright[k] as number) - middle) > SAME) continue;
          red += shown[3 * k] as number;
          green += shown[3 * k + 1] as number;
          blue += shown[3 * k + 2] as number;
          agree++;
        }
        if (agree === 0) break;
        middle = (red + 2 * green + blue) / agree;
      }
    }
    if (agree < ENOUGH * count || count < Math.min(FEWEST, photos.length)) unsure[pixel] = 1;
    if (agree === 0) continue;
    data[at] = red / agree;
    data[at + 1] = green / agree;
    data[at + 2] = blue / agree;
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
