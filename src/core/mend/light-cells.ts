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

const isCutOff = (value: number): boolean => value < KEPT.from || value > KEPT.to;

function cellAt(photo: LightPicture, reference: LightPicture, area: Area, toPhoto: Affine): Cell | undefined {
  const { width } = photo;
  const from = [0, 0, 0];
  const to = [0, 0, 0];
  let cut = 0;
  const each = (act: (at: number) => void): void => {
    for (let y = area.top; y < area.bottom; y++)
      for (let x = area.left; x < area.right; x++) act(3 * (y * width + x));
  };
  each((at) => {
    let out = false;
    for (let c = 0; c < 3; c++) {
      const ours = photo.data[at + c] as number;
      const theirs = reference.data[at + c] as number;
      out ||= isCutOff(ours) || isCutOff(theirs);
      from[c] = (from[c] as number) + ours;
      to[c] = (to[c] as number) + theirs;
    }
    if (out) cut++;
  });
  const count = (area.right - area.left) * (area.bottom - area.top);
  if (cut > count * CUT_OFF) return undefined;
  const bits = from.map((sum) => Math.log2(sum / count));
  const darkest = Math.min(...from, ...to) / count;
  return {
    bits,
    stops: to.map((sum, c) => Math.log2(sum / count) - (bits[c] as number)),
    terms: fieldTerms(...mapped(toPhoto, (area.left + area.right) / 2, (area.top + area.bottom) / 2)),
    trust: darkest ** 2 / (darkest ** 2 + DIM ** 2),
    curved: (channel, power) => {
      let sum = 0;
      let slope = 0;
      each((at) => {
        const value = Math.max(KEPT.from / 4, photo.data[at + channel] as number);
        const bent = value ** power;
        sum += bent;
        slope += bent * Math.log2(value);
      });
      return { bits: Math.log2(sum / count), slope: slope / sum };
    },
  };
}
