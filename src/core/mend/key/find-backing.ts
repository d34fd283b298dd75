import { BACKING_BOUND } from '../../film/bounds';
import { mapped, type Affine } from '../../picture/affine';
import { backingTerms } from '../../picture/key/backing-terms';
import { channelOrder, ownLight } from '../../picture/key/colour-difference';
import { evenBacking, meanColour, type LightColour } from '../../picture/key/even-backing';
import { BACKING_TERMS, type SeenBacking } from '../../picture/key/key-cut';
import { err, ok, type Result } from '../../time/result';
import { LeastSquares } from '../least-squares';
import type { LightPicture } from '../light-picture';
import { median } from '../median';

/** A backing that was found, how much of it there seems to be from pixel to pixel (the robust deviation from 1), and in what part of the picture. */
export interface FoundBacking extends SeenBacking {
  readonly spread: number;
  readonly share: number;
}

/** How much darker and brighter than what was picked the backing may be elsewhere. */
const LIT = { least: 0.3, most: 2.5 };
/** By what part of the greatest channel a colour may differ from what was picked, once it is as bright. */
const ALIKE = 0.22;
/** Places that are looked at, about. */
const LOOKED_AT = 8000;
const ROUNDS = 8;
/** What is further off than so many deviations counts for nothing. */
const OFF = 4.5;
/** From the median of distances to the deviation of a normal distribution. */
const TO_DEVIATION = 1.4826;
/** No grain is finer: what was saved as whole numbers is that rough. */
const FINEST = 0.004;
/** A backing has to be seen in this part of the picture. */
const LEAST_SHARE = 0.01;
/** Cells along each side of the picture: where the backing is seen in few of them its field is kept simple. */
const CELLS = 8;

/** Whether a colour is one that was picked, in more or less light. */
function isAlike(colour: LightColour, picked: LightColour): boolean {
  const [p] = channelOrder(picked);
  const most = picked[p] as number;
  const lit = (colour[p] as number) / Math.max(1e-4, most);
  if (lit < LIT.least || lit > LIT.most) return false;
  return colour.every((each, c) => Math.abs(each / lit - (picked[c] as number)) < ALIKE * most);
}

/** How many terms a field may have where the backing is seen in so many of all cells. */
function termsFor(cells: number): number {
  const part = cells / CELLS ** 2;
  return part > 0.5 ? BACKING_TERMS : part > 0.3 ? 6 : part > 0.12 ? 3 : 1;
}

interface Places {
  readonly count: number;
  readonly terms: Float64Array;
  readonly colours: Float64Array;
  /** How many terms they settle. */
  readonly settled: number;
  readonly share: number;
}

/** The places of a picture that look like what was picked. */
function alikePlaces(picture: LightPicture, toParts: Affine, picked: readonly LightColour[]): Places {
  const { width, height, data } = picture;
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / LOOKED_AT)));
  const terms: number[] = [];
  const colours: number[] = [];
  const cells = new Set<number>();
  const own = new Float64Array(BACKING_TERMS);
  let looked = 0;
  for (let y = Math.floor(step / 2); y < height; y += step)
    for (let x = Math.floor(step / 2); x < width; x += step) {
      looked++;
      const at = (y * width + x) * 3;
      const colour: LightColour = [data[at] as number, data[at + 1] as number, data[at + 2] as number];
      if (!picked.some((each) => isAlike(colour, each))) continue;
      const [u, v] = mapped(toParts, x + 0.5, y + 0.5);
      backingTerms(u, v, own);
      terms.push(...own);
      colours.push(...colour);
      cells.add(Math.floor((y / height) * CELLS) * CELLS + Math.floor((x / width) * CELLS));
    }
  const count = colours.length / 3;
  return {
    count,
    terms: Float64Array.from(terms),
    colours: Float64Array.from(colours),
    settled: termsFor(cells.size),
    share: looked > 0 ? count / looked : 0,
  };
}

/** Fields of all channels that fit places best, each counting as much as its weight. */
function fit(places: Places, weights: Float64Array): readonly (readonly number[])[] {
  const { count, settled, terms, colours } = places;
  return [0, 1, 2].map((c) => {
    const squares = new LeastSquares(
      settled,
      Array.from({ length: settled }, (_, i) => (i === 0 ? 1e-9 : 1e-3)),
    );
    for (let i = 0; i < count; i++)
      if ((weights[i] as number) > 0)
        squares.add(terms, i * BACKING_TERMS, colours[i * 3 + c] as number, weights[i] as number);
    return squares.solve() ?? [0];
  });
}

/** The robust deviation of numbers around 0. */
const deviation = (numbers: Float64Array): number =>
  Math.max(FINEST, TO_DEVIATION * median([...numbers].map(Math.abs)));

/**
 * What the backing of a photo looks like, wherever it lies, from colours that were picked on it, or on another photo of the same run: what looks like
 * them is fitted by a field of low order, reweighted (bisquare), so that shadows on it and a subject of about its colour do not count.
 * `toParts` leads from the picture's pixels to parts of the upright photo.
 */
export function findBacking(
  picture: LightPicture,
  toParts: Affine,
  picked: readonly LightColour[],
): Result<FoundBacking> {
  const { way } = evenBacking(picked);
  const places = alikePlaces(picture, toParts, picked);
  if (places.share < LEAST_SHARE) return err('The picked colour is hardly seen in it.');
  const { count, colours, terms } = places;
  const order = channelOrder(meanColour(picked));
  const weights = new Float64Array(count).fill(1);
  const own = (r: readonly number[] | Float64Array, at: number): number =>
    ownLight(
      way === 'distance' ? 'most' : way,
      r[at + order[0]] as number,
      r[at + order[1]] as number,
      r[at + order[2]] as number,
    );
  const parts = new Float64Array(count);
  const lits = new Float64Array(count);
  let fields = fit(places, weights);
  let spread = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const here = [0, 0, 0];
    for (let i = 0; i < count; i++) {
      fields.forEach((field, c) => {
        let sum = 0;
        for (let k = 0; k < field.length; k++)
          sum += (field[k] as number) * (terms[i * BACKING_TERMS + k] as number);
        here[c] = Math.max(1e-4, sum);
      });
      lits[i] = (colours[i * 3 + order[0]] as number) / (here[order[0]] as number) - 1;
      parts[i] =
        way === 'distance' ? (lits[i] as number) : own(colours, i * 3) / Math.max(1e-4, own(here, 0)) - 1;
    }
    spread = deviation(parts);
    const lit = deviation(lits);
    for (let i = 0; i < count; i++) {
      const off = Math.max(
        Math.abs(parts[i] as number) / (OFF * spread),
        Math.abs(lits[i] as number) / (OFF * lit),
      );
      weights[i] = off < 1 ? (1 - off * off) ** 2 : 0;
    }
    fields = fit(places, weights);
  }
  const [red, green, blue] = fields.map((field) => field.map((each) => Math.round(each * 1e6) / 1e6));
  if (!red || !green || !blue) return err('Its backing could not be found.');
  if ([red, green, blue].flat().some((each) => Math.abs(each) > BACKING_BOUND))
    return err('Its backing could not be found.');
  return ok({ way, backing: { red, green, blue }, spread, share: places.share });
}
