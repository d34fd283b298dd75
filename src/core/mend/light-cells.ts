import { fieldTerms } from '../picture/steps/light-change';
import { mapped, scaling, type Affine } from '../picture/affine';
import type { LightPicture } from './light-picture';

/** Cells along the longer side of a picture: small enough to lie beside what moves, large enough to even out grain. */
const ALONG = 48;
/** Light below and above which a value may be cut off: 4 and 250 of sRGB's 255. */
const KEPT = { from: 0.00122, to: 0.956 };
/** A cell with more than this part of its pixels cut off is left out. */
const CUT_OFF = 0.01;
/** Light that counts half, since grain is as strong as in the light and there is less to see. */
const DIM = 0.01;

/** A small part of a photo and of its reference. */
export interface Cell {
  /** Light of the photo in it, red, green and blue, as powers of two. */
  readonly bits: readonly number[];
  /** How much brighter the reference is, in stops, for each. */
  readonly stops: readonly number[];
  /** Of a field, where the cell lies in the photo. */
  readonly terms: readonly number[];
  /** How sure it is, 0 to 1. */
  readonly trust: number;
  /** Mean of the photo's light in it after a curve of this power, as a power of two, and how that grows with the power. */
  readonly curved: (channel: number, power: number) => { readonly bits: number; readonly slope: number };
}

/**
 * The cells in which both pictures can be compared: none that is black or burnt out. `toPhoto` leads from their pixels to
 * parts of the photo, where they do not show all of it.
 * @throws RangeError where the sizes differ.
 */
export function cellsOf(
  photo: LightPicture,
  reference: LightPicture,
  toPhoto: Affine = scaling(1 / photo.width, 1 / photo.height),
): readonly Cell[] {
  const { width, height } = photo;
  if (reference.width !== width || reference.height !== height)
    throw new RangeError('Light is matched between pictures of the same size.');
  const side = Math.max(1, Math.round(Math.max(width, height) / ALONG));
  const cells: Cell[] = [];
  for (let top = 0; top < height; top += side) {
    for (let left = 0; left < width; left += side) {
      const area = { left, top, right: Math.min(width, left + side), bottom: Math.min(height, top + side) };
      const cell = cellAt(photo, reference, area, toPhoto);
      if (cell) cells.push(cell);
    }
  }
  return cells;
}

interface Area {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** One pixel of so many, across and down, tells what a curve makes of a cell. */
const SPARSE = 2;

function cellAt(photo: LightPicture, reference: LightPicture, area: Area, toPhoto: Affine): Cell | undefined {
  const { left, top, right, bottom } = area;
  const { width, data: ours } = photo;
  const theirs = reference.data;
  const from = [0, 0, 0];
  const to = [0, 0, 0];
  const count = (right - left) * (bottom - top);
  let room = count * CUT_OFF;
  for (let y = top; y < bottom; y++) {
    for (let at = 3 * (y * width + left), end = at + 3 * (right - left); at < end; at += 3) {
      let out = false;
      for (let c = 0; c < 3; c++) {
        const own = ours[at + c] as number;
        const other = theirs[at + c] as number;
        out ||= own < KEPT.from || own > KEPT.to || other < KEPT.from || other > KEPT.to;
        from[c] = (from[c] as number) + own;
        to[c] = (to[c] as number) + other;
      }
      if (out && --room < 0) return undefined;
    }
  }
  const bits = from.map((sum) => Math.log2(sum / count));
  const darkest = Math.min(...from, ...to) / count;
  return {
    bits,
    stops: to.map((sum, c) => Math.log2(sum / count) - (bits[c] as number)),
    terms: fieldTerms(...mapped(toPhoto, (left + right) / 2, (top + bottom) / 2)),
    trust: darkest ** 2 / (darkest ** 2 + DIM ** 2),
    curved: curveOver(photo, area, bits),
  };
}

/**
 * How a curve changes the mean of a cell, told by some of its pixels: with powers p of its light v, log2 Σ v^p and its first and
 * second derivatives at p = 1, whose logarithms are taken once.
 */
function curveOver({ width, data }: LightPicture, area: Area, bits: readonly number[]): Cell['curved'] {
  const known: (readonly [slope: number, bend: number])[] = [];
  const derivatives = (channel: number): readonly [number, number] => {
    let [sum, first, second] = [0, 0, 0];
    for (let y = area.top; y < area.bottom; y += SPARSE) {
      for (let x = area.left; x < area.right; x += SPARSE) {
        const value = Math.max(KEPT.from / 4, data[3 * (y * width + x) + channel] as number);
        const log = Math.log2(value);
        sum += value;
        first += value * log;
        second += value * log * log;
      }
    }
    const slope = first / sum;
    return [slope, Math.LN2 * (second / sum - slope * slope)];
  };
  return (channel, power) => {
    const [slope, bend] = (known[channel] ??= derivatives(channel));
    const by = power - 1;
    return { bits: (bits[channel] as number) + by * slope + (by * by * bend) / 2, slope: slope + by * bend };
  };
}
