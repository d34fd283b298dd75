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

/** Brightness of a colour whose red, green and blue are one number. */
const brightness = (colour: number): number =>
  (colour & 255) + 2 * ((colour >> 8) & 255) + ((colour >> 16) & 255);

/** The step that each brightness is in. */
const STEP_OF = Uint8Array.from({ length: BRIGHTEST + 1 }, (_, value) => Math.floor(value / STEP));

/** A row of all photos: what is seen of each of its pixels lies together, as numbers of red, green and blue. */
interface RowSeen {
  /** So many a pixel as there are photos; those that do not show it are left out. */
  readonly colours: Int32Array;
  readonly counts: Uint16Array;
}

/** Reads a row, pixel by pixel of photo after photo: their bytes lie far apart. */
function readRow(
  photos: readonly GroundPhoto[],
  y: number,
  width: number,
  { colours, counts }: RowSeen,
): void {
  counts.fill(0);
  for (const { data, shows } of photos) {
    const from = shows?.[2 * y] ?? 0;
    const to = Math.min(width, shows?.[2 * y + 1] ?? width);
    for (let x = from, at = 3 * (y * width + from); x < to; x++, at += 3) {
      const count = counts[x] as number;
      colours[x * photos.length + count] =
        (data[at] as number) | ((data[at + 1] as number) << 8) | ((data[at + 2] as number) << 16);
      counts[x] = count + 1;
    }
  }
}

/**
 * The empty set from photos that lie on each other: for each pixel what most of those that show it agree on, as the mean of those that do. All
 * photos are of the same size, so many pixels wide. What none of them shows is black.
 */
export function groundOf(photos: readonly GroundPhoto[], width: number): Ground {
  const pixels = (photos[0]?.data.length ?? 0) / 3;
  const data = new Uint8ClampedArray(3 * pixels);
  const unsure = new Uint8Array(pixels);
  const row: RowSeen = {
    colours: new Int32Array(photos.length * width),
    counts: new Uint16Array(width),
  };
  const steps = new Uint16Array(STEPS);
  const fewest = Math.min(FEWEST, photos.length);
  for (let y = 0; y * width < pixels; y++) {
    readRow(photos, y, width, row);
    for (let x = 0, pixel = y * width; x < width; x++, pixel++) {
      const count = row.counts[x] as number;
      const agree = agreeOn(row.colours, x * photos.length, count, steps, data, 3 * pixel);
      if (agree < ENOUGH * count || count < fewest) unsure[pixel] = 1;
    }
  }
  return { data, unsure };
}

/**
 * Writes what most of some colours agree on, and tells how many do. `steps` are all 0, before and after. What is near is masked in place of
 * asking: grain goes either way, and guesses of the processor would be wrong half of the time.
 */
function agreeOn(
  colours: Int32Array,
  from: number,
  count: number,
  steps: Uint16Array,
  into: Uint8ClampedArray,
  at: number,
): number {
  const end = from + count;
  let least = BRIGHTEST;
  let most = 0;
  for (let i = from; i < end; i++) {
    const value = brightness(colours[i] as number);
    least += (value - least) & ((value - least) >> 31);
    most += (value - most) & ((most - value) >> 31);
  }
  let middle = (least + most) / 2;
  let rounds = 1;
  if (most - least > ALL_AGREE) {
    for (let i = from; i < end; i++) {
      const step = STEP_OF[brightness(colours[i] as number)] as number;
      steps[step] = (steps[step] as number) + 1;
    }
    const first = STEP_OF[least] as number;
    const last = STEP_OF[most] as number;
    middle = fullest(steps, first, last);
    for (let step = first; step <= last; step++) steps[step] = 0;
    // Its mean, and the mean of what is near that: steps are coarse.
    rounds = 2;
  }
  let agree = 0;
  for (let round = 0; round < rounds; round++) {
    let red = 0;
    let green = 0;
    let blue = 0;
    agree = 0;
    const darkest = Math.ceil(middle - SAME);
    const lightest = Math.floor(middle + SAME);
    for (let i = from; i < end; i++) {
      const colour = colours[i] as number;
      const value = brightness(colour);
      const near = ~(((value - darkest) | (lightest - value)) >> 31);
      red += colour & 255 & near;
      green += (colour >> 8) & 255 & near;
      blue += (colour >> 16) & 255 & near;
      agree -= near;
    }
    if (agree === 0) break;
    middle = (red + 2 * green + blue) / agree;
    into[at] = red / agree;
    into[at + 1] = green / agree;
    into[at + 2] = blue / agree;
  }
  return agree;
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
