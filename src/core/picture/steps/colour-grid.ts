import { BRIGHTEST, type Channels, type ColourChange } from '../colour/colour-kind';
import { tableOfKept, type KeptTable } from '../colour/kept-table';
import { fromLight, toLight } from '../srgb';
import type { StepCode } from './step-kind';
import { FULL, MOST } from './tile';

/**
 * What becomes of colours, told at the points of a cube, red going fastest; between them it is interpolated. Each point has four numbers:
 * red, green, blue, and 1 where it is reckoned; of those that no colour of a picture comes near none is.
 */
export interface ColourGrid {
  readonly points: number;
  /** A value of a tile, times this and parted by `unit`, counted in points. */
  readonly times: number;
  readonly unit: number;
  readonly numbers: Int32Array;
  /** Makes a point's colour from the one that lies there; undefined where all points are reckoned from the start. */
  readonly make?: ColourChange | undefined;
  /** Part of a table that is applied, of `WHOLE`; undefined where the numbers are light, by `LIGHT_BITS`. */
  readonly part?: number | undefined;
}

/** Points along each side of the colour cube, from black to twice white; as in assembly/render.ts. */
const POINTS = 103;
/** Values of a tile from one point to the next: a whole number. */
const APART = (BRIGHTEST * FULL) / (POINTS - 1);
/** Bytes of its numbers. */
export const CUBE_BYTES = 16 * POINTS ** 3;
/** Bits of a light between two that have a value of their own, and how many of these are told apart from black to white. */
const LIGHT_BITS = 14;
const LIGHTS = 1 << 14;
/** What a weighted sum of a cube's numbers is, of a light: weights sum to `APART`. */
const A_LIGHT = (LIGHTS * (1 << LIGHT_BITS)) / APART;
const MOST_LIGHT = Math.floor(toLight(MOST / FULL) * LIGHTS) - 1;
const MOST_NUMBER = Math.floor((MOST_LIGHT * (1 << LIGHT_BITS)) / APART);
/** Bits of a weighted sum of a table's numbers below a tile's; its weights sum to `FULL`. */
const TABLE_BITS = 16;
const A_VALUE = (1 << TABLE_BITS) / FULL;
/** All of a table. */
const PART_BITS = 12;

let lights: Int16Array | undefined;
/** Values of a tile by light, made when they are first needed; one more than there are, to go on to. */
const valuesOfLight = (): Int16Array =>
  (lights ??= Int16Array.from({ length: MOST_LIGHT + 2 }, (_, light) =>
    Math.min(MOST, Math.round(fromLight(light / LIGHTS) * FULL)),
  ));

/**
 * A cube of what steps make of colours, in light, and what lies beyond black and white is kept: values bend sharply at black, where most of what
 * no screen shows is cut off.
 */
export const gridOfChange = (make: ColourChange): ColourGrid => ({
  ...{ points: POINTS, times: 1, unit: APART, make },
  numbers: new Int32Array(4 * POINTS ** 3),
});

/** A table from a file, in values: it is reckoned between its points as whoever made it does. */
export function gridOfTable(kept: KeptTable): ColourGrid {
  const { values, points } = tableOfKept(kept);
  const numbers = new Int32Array((values.length / 3) * 4).fill(1);
  values.forEach((value, i) => {
    numbers[4 * Math.floor(i / 3) + (i % 3)] = Math.round(value * FULL * A_VALUE);
  });
  const part = Math.round((kept.strength / 100) * (1 << PART_BITS));
  return { points, times: points - 1, unit: FULL, numbers, part };
}

const inside = (value: number, most: number): number => (value < 0 ? 0 : value > most ? most : value);

/** Where a colour lies in a grid: the four corners of its tetrahedron, as places among its numbers, and how much each counts. */
interface GridPlace {
  readonly corners: Int32Array;
  readonly weights: Int32Array;
}
const place: GridPlace = { corners: new Int32Array(4), weights: new Int32Array(4) };

/**
 * Finds a pixel's colour in a grid. In each cell it lies in one of the six tetrahedra that share its diagonal: from its dark corner to its light
 * one, first along the channel that has come furthest. Greys are made of greys alone.
 */
function placeIn({ points, times, unit }: ColourGrid, data: Int16Array, i: number): void {
  const brightest = ((points - 1) * unit) / times;
  const r = inside(data[i] as number, brightest) * times;
  const g = inside(data[i + 1] as number, brightest) * times;
  const b = inside(data[i + 2] as number, brightest) * times;
  const [right, down, deep] = [4, 4 * points, 4 * points * points];
  const ri = Math.min(points - 2, Math.floor(r / unit));
  const gi = Math.min(points - 2, Math.floor(g / unit));
  const bi = Math.min(points - 2, Math.floor(b / unit));
  const x = r - ri * unit;
  const y = g - gi * unit;
  const z = b - bi * unit;
  const dark = ri * right + gi * down + bi * deep;
  const most = x >= y ? (x >= z ? right : deep) : y >= z ? down : deep;
  const least = x >= y ? (y >= z ? deep : down) : x >= z ? deep : right;
  const high = Math.max(x, y, z);
  const low = Math.min(x, y, z);
  const middle = x + y + z - high - low;
  const { corners, weights } = place;
  corners[0] = dark;
  corners[1] = dark + most;
  corners[2] = dark + right + down + deep - least;
  corners[3] = dark + right + down + deep;
  weights[0] = unit - high;
  weights[1] = high - middle;
  weights[2] = middle - low;
  weights[3] = low;
}

const colour: Channels = new Float64Array(3);

/** Reckons those corners around a pixel's colour that are not yet. */
function reckon(grid: ColourGrid, data: Int16Array, i: number): void {
  const { points, numbers, make } = grid;
  placeIn(grid, data, i);
  for (const at of place.corners) {
    if (numbers[at + 3] === 1 || !make) continue;
    const point = at / 4;
    const part = BRIGHTEST / (points - 1);
    colour[0] = (point % points) * part;
    colour[1] = (Math.floor(point / points) % points) * part;
    colour[2] = Math.floor(point / points ** 2) * part;
    make(colour);
    for (let c = 0; c < 3; c++) {
      const number = Math.round(toLight(colour[c] as number) * A_LIGHT);
      numbers[at + c] = Math.min(MOST_NUMBER, Math.max(-MOST_NUMBER, number));
    }
    numbers[at + 3] = 1;
  }
}

/** The value of a tile that a weighted sum of a cube's numbers is. */
function valueOfLight(values: Int16Array, sum: number): number {
  if (sum <= 0) return 0;
  const at = sum >> LIGHT_BITS;
  const here = values[at] as number;
  const more = ((values[at + 1] as number) - here) * (sum & ((1 << LIGHT_BITS) - 1));
  return here + ((more + (1 << (LIGHT_BITS - 1))) >> LIGHT_BITS);
}

/** The value of a tile that a weighted sum of a table's numbers is, for a part of it. */
function valueOfTable(was: number, sum: number, part: number): number {
  const made = (sum + (1 << (TABLE_BITS - 1))) >> TABLE_BITS;
  return was + (((made - was) * part + (1 << (PART_BITS - 1))) >> PART_BITS);
}

/** Takes all colours through a grid. */
export function gridPlain(data: Int16Array, grid: ColourGrid): void {
  const { numbers, make, part } = grid;
  const values = valuesOfLight();
  const { corners, weights } = place;
  for (let i = 0; i < data.length; i += 4) {
    if (make) reckon(grid, data, i);
    else placeIn(grid, data, i);
    for (let c = 0; c < 3; c++) {
      let sum = 0;
      for (let k = 0; k < 4; k++)
        sum += (weights[k] as number) * (numbers[(corners[k] as number) + c] as number);
      data[i + c] =
        part === undefined ? valueOfLight(values, sum) : valueOfTable(data[i + c] as number, sum, part);
    }
  }
}

/** The same with the built code. */
export function gridVector(data: Int16Array, grid: ColourGrid, code: StepCode): void {
  const { numbers, points, part } = grid;
  const pixels = data.length / 4;
  if (part !== undefined) return code.table(data.byteOffset, pixels, code.kept(numbers), points, part);
  const values = code.kept(valuesOfLight());
  const at = code.kept(numbers);
  for (let done = 0; ;) {
    done += code.cube(data.byteOffset + 8 * done, pixels - done, at, values);
    if (done === pixels) return;
    // It stops at a colour whose points are not reckoned yet.
    reckon(grid, data, 4 * done);
    const there = new Int32Array(code.scratch.buffer, at, numbers.length);
    for (const corner of place.corners) there.set(numbers.subarray(corner, corner + 4), corner);
  }
}
