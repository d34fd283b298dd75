import { chanceNumbers } from '../../chance/chance-numbers';
import { err, ok, type Result } from '../../time/result';
import { likelyStarts } from './block-votes';
import { halved, type DetailPicture } from './detail-picture';
import { areEdgesSpread } from './edge-spread';
import { costOf, refine, stillPart, widthOf, type Fit } from './refine';
import { samplesOf, type Samples } from './samples';
import { scaledSimilarity, STILL, type Similarity } from './similarity';

/** A picture in a few sizes, and places to look for in two of them. */
export interface PlacedReference {
  readonly small: DetailPicture;
  readonly coarse: Samples;
  readonly middle: Samples;
  /** Of the reference itself: fewer, by which a photo is nearly found, and all. */
  readonly some: Samples;
  readonly full: Samples;
  /** Contrast of the reference: how wide its values lie around their middle. */
  readonly contrast: number;
  /** How steeply it rises from pixel to pixel, in the mean. */
  readonly steepness: number;
  readonly size: { readonly width: number; readonly height: number };
}

const STARTS = 3;
const SAMPLES = { coarse: 1800, middle: 5000, some: 10_000, full: 30_000 };
/** Where the search ends in each of them, in pixels of its own. */
const SETTLED = { coarse: 0.05, middle: 0.02, some: 0.02, full: 4e-3 };
/** Turns, in radians, and growths below these are none: they move what is far from the middle by a twentieth of a pixel. */
const LEAST = { turn: 2e-4, growth: 3e-4 };
/** A picture of which less than this stands still is not steadied. */
const LEAST_STILL = 0.3;
/** With less contrast than this a picture has nothing in it. */
const FLAT = 1e-4;
/** What is left of two pictures of different sets has as much contrast as they have; of the same set it has less than this part. */
const ALIKE = 0.45;

/** What was found of a photo. */
export interface PlaceMatch {
  /** Where what stands still in the reference lies in the photo, in pixels of the pictures compared. */
  readonly similarity: Similarity;
  /** Part of the places looked at that stand still, 0 to 1. */
  readonly still: number;
}

/** Of what is tried: what is found is the same each time. */
const SEED = 20_011;

/** One pixel of so many tells the contrast of a picture. */
const CONTRAST_EVERY = 13;

/** Width of the values of a picture around their median. */
function contrastOf(values: Float32Array | Float64Array): number {
  const some = values.filter((_, i) => i % CONTRAST_EVERY === 0);
  const middle = some.toSorted()[some.length >> 1] as number;
  return widthOf(some.map((value) => value - middle));
}

/** How steeply a picture rises to the right, in the mean. */
function steepnessOf({ data }: DetailPicture): number {
  let [sum, count] = [0, 0];
  for (let i = 1; i < data.length; i += CONTRAST_EVERY, count++)
    sum += Math.abs((data[i] as number) - (data[i - 1] as number));
  return sum / count;
}

/** Makes a reference ready: photo after photo is compared with it. */
export function placedReference(reference: DetailPicture): PlacedReference {
  const next = chanceNumbers(SEED);
  const half = halved(reference);
  const small = halved(half);
  const coarse = samplesOf(small, SAMPLES.coarse, next);
  const middle = samplesOf(half, SAMPLES.middle, next);
  const some = samplesOf(reference, SAMPLES.some, next);
  const full = samplesOf(reference, SAMPLES.full, next);
  return {
    small,
    coarse,
    // Most of a plain picture is one value: there its edges tell.
    contrast: contrastOf(full.edgeSlope === undefined ? reference.data : full.value),
    steepness: steepnessOf(reference),
    middle,
    some,
    full,
    size: { width: reference.width, height: reference.height },
  };
}

/** The fits that cost least, all measured by the narrowest of them. */
function bestOf(fits: readonly Fit[], count: number): readonly Fit[] {
  const width = Math.min(...fits.map((fit) => fit.width));
  return fits.toSorted((a, b) => costOf(a, width) - costOf(b, width)).slice(0, count);
}

/** A bump of less than this, in pixels of half the size, of which so much stands still then, is not looked for from afar: nothing else could be it. */
const HARDLY = { pixels: 1.5, turn: 3e-3, growth: 3e-3, still: 0.75 };

/** What a stand that was hardly bumped did; undefined where it was bumped more, or too much moves to tell. */
function hardlyMoved(half: DetailPicture, { middle }: PlacedReference): Fit | undefined {
  const fit = refine(middle, half, STILL, SETTLED.middle);
  if (!fit) return undefined;
  const { dx, dy, turn, growth } = fit.similarity;
  const isLittle =
    Math.hypot(dx, dy) < HARDLY.pixels && Math.abs(turn) < HARDLY.turn && Math.abs(growth) < HARDLY.growth;
  return isLittle && stillPart(fit) > HARDLY.still ? fit : undefined;
}

/** What blocks of the picture agree on that moved, more closely. */
function found(half: DetailPicture, reference: PlacedReference): Fit | undefined {
  const small = halved(half);
  const rough = likelyStarts(reference.small, small, STARTS, chanceNumbers(SEED))
    .map((start) => refine(reference.coarse, small, start, SETTLED.coarse))
    .filter((fit) => fit !== undefined);
  const closer = bestOf(rough, 2)
    .map((fit) => refine(reference.middle, half, scaledSimilarity(fit.similarity, 2), SETTLED.middle))
    .filter((fit) => fit !== undefined);
  return bestOf(closer, 1)[0];
}

/** Turns and growths below this part of the least are none before all samples have told so. */
const SURELY = 0.5;

/** The last and finest fit. Lamps that go on look a little like a picture that grows: a stand that was not bumped does neither. */
function finest(
  photo: DetailPicture,
  { some, full }: PlacedReference,
  start: Similarity,
  isFine: boolean,
): Fit | undefined {
  const last = isFine ? full : some;
  const near = refine(some, photo, start, SETTLED.some);
  if (!near) return undefined;
  const stays = ({ similarity: { turn, growth } }: Fit, part: number): boolean =>
    Math.abs(turn) <= part * LEAST.turn && Math.abs(growth) <= part * LEAST.growth;
  const fit = stays(near, SURELY) ? near : refine(last, photo, near.similarity, SETTLED.full);
  if (!fit || !stays(fit, 1)) return fit;
  return refine(last, photo, { ...fit.similarity, turn: 0, growth: 0 }, SETTLED.full, true);
}

/** A photo that rises by less than this part of the reference is out of focus: that looks like a move of a pixel, and less than that is taken for none. */
const BLURRED = { part: 0.75, pixels: 1, turn: 1e-3, growth: 3e-3 };

function isBlurredOnly(photo: DetailPicture, reference: PlacedReference, { similarity }: Fit): boolean {
  const { dx, dy, turn, growth } = similarity;
  return (
    Math.hypot(dx, dy) < BLURRED.pixels &&
    Math.abs(turn) < BLURRED.turn &&
    Math.abs(growth) < BLURRED.growth &&
    steepnessOf(photo) < BLURRED.part * reference.steepness
  );
}

/**
 * Finds where what stands still in a reference lies in a photo of the same size: moved, turned, and larger or smaller, whatever
 * moves in front of it and however much lighter it is. By fewer places where it need not be as fine: to a fiftieth of a pixel.
 * @throws RangeError where the sizes differ.
 */
export function matchPlace(
  photo: DetailPicture,
  reference: PlacedReference,
  { isFine = true }: { readonly isFine?: boolean } = {},
): Result<PlaceMatch> {
  if (photo.width !== reference.size.width || photo.height !== reference.size.height)
    throw new RangeError('Places are matched between pictures of the same size.');
  const { some, full } = reference;
  if (reference.contrast < FLAT) return err('It has too little detail to steady by.');
  const half = halved(photo);
  const best = hardlyMoved(half, reference) ?? found(half, reference);
  const fit = best && finest(photo, reference, scaledSimilarity(best.similarity, 2), isFine);
  if (!fit) return err('It has too little detail to steady by.');
  const still = stillPart(fit);
  const isHeld = full.edgeSlope === undefined || areEdgesSpread(isFine ? full : some, fit, photo);
  if (still < LEAST_STILL || fit.width > ALIKE * reference.contrast || !isHeld)
    return err('Too little of it stays still.');
  return ok({ similarity: isBlurredOnly(photo, reference, fit) ? STILL : fit.similarity, still });
}
