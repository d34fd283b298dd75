import { DEEPEST, litValue, MOST_CODE, theLogarithms, TO_A_STOP } from './light-logs';
import type { StepCode } from './step-kind';
import { FULL, MOST, type Tile } from './tile';

/** Pixels of a tile from one place to the next, as bits. */
const PITCH_BITS = 4;
const PITCH = 1 << PITCH_BITS;
/** Rows of a picture in which a field is found at least. */
const FEWEST = 64;
/** Parts of a stop that a field is told in. */
const FINER = 8;
/** So much of a field is one stop more. */
export const FIELD_STOP = TO_A_STOP << FINER;

/** Bits below one of a slope. */
const SLOPE_BITS = 13;
const ONE = 1 << SLOPE_BITS;
/** The constant of the sRGB curve, in a tile's values. */
const OFFSET = Math.round(0.055 * FULL);
/** More stops than this would not go into 32 bits as a slope. */
const MOST_STOPS = 7;

/** By how much light changes from place to place, in parts of the whole picture: for a channel, `FIELD_STOP` to a stop. */
export type FieldAt = (x: number, y: number, c: number) => number;

let slopes: Int32Array | undefined;
/** Slopes by parts of a stop, made when they are first needed. */
const theSlopes = (): Int32Array =>
  (slopes ??= Int32Array.from({ length: MOST_CODE + 1 }, (_, code) =>
    Math.round(2 ** (Math.min(MOST_STOPS, code / TO_A_STOP - DEEPEST) / 2.4) * ONE),
  ));

const slopeOf = (field: number): number =>
  theSlopes()[Math.min(MOST_CODE, Math.max(0, (field >> FINER) + DEEPEST * TO_A_STOP))] as number;

/** The value from which on the sRGB curve is a power on both sides of a slope; 0 where nothing changes. */
const leastFor = (slope: number): number =>
  Math.min(MOST, Math.ceil(Math.max(0.04045, (0.09545 * ONE) / slope - 0.055) * FULL) + 1);

/** A field along a row of a tile, at every `PITCH`-th pixel: four numbers a place, of which the last is alpha's. */
interface FieldRow {
  readonly fields: Int32Array;
  readonly slopes: Int32Array;
}
/** Between a place and the next, for two pixels: values below are looked up. */
type Leasts = Int16Array;

const placesOf = ({ width }: Tile): number => Math.ceil(width / PITCH) + 1;

const newRow = (places: number): FieldRow => ({
  fields: new Int32Array(4 * places),
  slopes: new Int32Array(4 * places),
});

/** Finds a field along a row. */
function fillRow(tile: Tile, row: number, fieldAt: FieldAt, { fields, slopes }: FieldRow): void {
  const [a, b, c, d, e, f] = tile.place;
  for (let i = 0; i < fields.length; i += 4) {
    const [x, y] = [(i / 4) * PITCH + 0.5, row + 0.5];
    const [across, down] = [a * x + c * y + e, b * x + d * y + f];
    for (let channel = 0; channel < 3; channel++) {
      const field = fieldAt(across, down, channel);
      fields[i + channel] = field;
      slopes[i + channel] = slopeOf(field);
    }
    fields[i + 3] = 0;
    slopes[i + 3] = ONE;
  }
}

/** The least of four numbers: of a place in two rows, and of the place after it. */
const leastAround = (above: Int32Array, below: Int32Array, at: number): number =>
  Math.min(above[at] as number, above[at + 4] as number, below[at] as number, below[at + 4] as number);

/** Whether nothing changes around a place. */
const isSameAround = (above: Int32Array, below: Int32Array, at: number): boolean =>
  above[at] === 0 && above[at + 4] === 0 && below[at] === 0 && below[at + 4] === 0;

function fillLeasts(above: FieldRow, below: FieldRow, leasts: Leasts): void {
  for (let i = 0; i < above.fields.length - 4; i += 4)
    for (let c = 0; c < 4; c++) {
      const at = i + c;
      let least = -MOST - 1;
      // No alpha is below its own.
      if (c < 3) {
        const isSame = isSameAround(above.fields, below.fields, at);
        least = isSame ? 0 : leastFor(leastAround(above.slopes, below.slopes, at));
      }
      leasts[2 * i + c] = least;
      leasts[2 * i + 4 + c] = least;
    }
}

/** The row at so many parts, of 1 << `PITCH_BITS`, of the way from one to another. */
function between(above: Int32Array, below: Int32Array, part: number, row: Int32Array): void {
  for (let i = 0; i < row.length; i++) {
    const here = above[i] as number;
    row[i] = here + ((((below[i] as number) - here) * part) >> PITCH_BITS);
  }
}

/** Bits of the rows from one that is found to the next: `PITCH`, or fewer where a picture has few. */
function rowBits({ place: [, , c, d] }: Tile): number {
  const most = 1 / (FEWEST * Math.hypot(c, d));
  return Math.max(0, Math.min(PITCH_BITS, Math.floor(Math.log2(most))));
}

/** Finds a field in a tile, row after row: at places of every `PITCH`-th row at least, and between these evenly. `each` is told when a row is found. */
function eachRow(
  tile: Tile,
  fieldAt: FieldAt,
  line: FieldRow,
  leasts: Leasts,
  each: (row: number) => void,
): void {
  let [above, below] = [newRow(placesOf(tile)), newRow(placesOf(tile))];
  const bits = rowBits(tile);
  const pitch = 1 << bits;
  fillRow(tile, 0, fieldAt, below);
  for (let row = 0; row < tile.height; row++) {
    const part = (row & (pitch - 1)) << (PITCH_BITS - bits);
    if (part === 0) {
      [above, below] = [below, above];
      fillRow(tile, row + pitch, fieldAt, below);
      fillLeasts(above, below, leasts);
    }
    between(above.fields, below.fields, part, line.fields);
    between(above.slopes, below.slopes, part, line.slopes);
    each(row);
  }
}

/** What a field makes of one value, `x` pixels behind a place. */
function fieldValue(
  { fields, slopes }: FieldRow,
  leasts: Leasts,
  at: number,
  x: number,
  was: number,
): number {
  const value = Math.max(0, was);
  const here = (numbers: Int32Array): number => {
    const before = numbers[at] as number;
    return before + ((((numbers[at + 4] as number) - before) * x) >> PITCH_BITS);
  };
  const c = at % 4;
  if (value < (leasts[2 * (at - c) + c] as number)) return litValue(value, 1, here(fields) >> FINER);
  const slope = here(slopes);
  return Math.min(MOST, (value * slope + (slope - ONE) * OFFSET + ONE / 2) >> SLOPE_BITS);
}

/**
 * Lights a tile by place. Where the sRGB curve is a power, of what goes in and of what comes out, so many times the light is a straight line, whose
 * slope changes evenly from place to place; what is darker is looked up.
 */
export function fieldPlain(tile: Tile, fieldAt: FieldAt): void {
  const { data, width } = tile;
  const line = newRow(placesOf(tile));
  const leasts = new Int16Array(8 * placesOf(tile));
  eachRow(tile, fieldAt, line, leasts, (row) => {
    for (let x = 0, at = row * width * 4; x < width; x++, at += 4)
      for (let c = 0; c < 3; c++) {
        const place = 4 * (x >> PITCH_BITS) + c;
        data[at + c] = fieldValue(line, leasts, place, x & (PITCH - 1), data[at + c] as number);
      }
  });
}

/** The same with the built code. */
export function fieldVector(tile: Tile, fieldAt: FieldAt, code: StepCode): void {
  const { data, width } = tile;
  const { logs, values } = theLogarithms();
  const [logsAt, valuesAt] = [code.kept(logs), code.kept(values)];
  const places = placesOf(tile);
  const { buffer, byteOffset } = code.scratch;
  const [slopesAt, leastsAt] = [byteOffset + 16 * places, byteOffset + 32 * places];
  const line = {
    fields: new Int32Array(buffer, byteOffset, 4 * places),
    slopes: new Int32Array(buffer, slopesAt, 4 * places),
  };
  eachRow(tile, fieldAt, line, new Int16Array(buffer, leastsAt, 8 * places), (row) => {
    const at = data.byteOffset + row * width * 8;
    code.lightField(at, width, byteOffset, slopesAt, leastsAt, logsAt, valuesAt, MOST_CODE);
  });
}
