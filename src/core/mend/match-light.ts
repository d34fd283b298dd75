import { err, ok, type Result } from '../time/result';
import { cellsOf, type Cell } from './light-cells';
import type { Affine } from '../picture/affine';
import { fromLight } from '../picture/srgb';
import {
  changeAfter,
  evenChange,
  fieldAt,
  FIELD_TERMS,
  type ChannelChange,
  type LightChange,
} from '../picture/steps/light-change';
import type { LightPicture } from './light-picture';
import { median } from './median';
import { LeastSquares } from './least-squares';

/** What is reckoned with: the same gain everywhere, a rising curve too, and a field that changes slowly over the picture too. */
const MODELS = [
  { columns: 1, curve: false },
  { columns: 2, curve: true },
  { columns: 2 + FIELD_TERMS, curve: true },
] as const;
type Model = (typeof MODELS)[number];

/** Fewer cells than this say nothing about a picture. */
const FEWEST = 24;
/** A picture of which less than this part stands still is not matched. */
const LEAST_STILL = 0.2;
/** As near, in stops, two cells that show the same are at least: finer differences are grain. */
const FINEST = 0.004;
/** What is further from it than this, in stops, does not show the same, however badly all the rest fits. */
const FURTHEST = 0.12;
/** No camera and no cloud bends light by more than this power, or by more stops from place to place: it would be another picture. */
const BENT = { curve: 0.7, field: 2 };
/** A model with more to it has to leave a tenth less. */
const WORTH = 0.9;
/** So often gain and curve are settled anew on what they make. */
const ROUNDS = 2;
/** So much alike, of 1, cells beside each other may be by chance. */
const ALIKE = 0.1;
/** Keeps curve and field from what no cell tells of. */
const RIDGE = { curve: 1e-3, field: 3e-3 };

/** What was found for a photo. */
export interface LightMatch {
  readonly change: LightChange;
  /** Part of the picture that stands still, 0 to 1, by what can be compared. */
  readonly still: number;
  /** What is left between still cells of photo and reference, in stops, the root of the mean square. */
  readonly left: number;
  /** Mean luma of what stands still, 0 to 255, before and after, counted from that of the whole reference. */
  readonly before: number;
  readonly after: number;
}

/** What may be said of the two pictures besides. */
export interface MatchOptions {
  /** From their pixels to parts of the photo. */
  readonly toPhoto?: Affine;
  /** What is done to the light of the reference: the photo is brought to how that looks. */
  readonly look?: LightChange;
}

/** So many values are enough to tell how they lie. */
const ENOUGH = 400;

/** The value below which about a part of all values lies. */
function partOf(values: Float64Array, part: number): number {
  const every = Math.max(1, Math.floor(values.length / ENOUGH));
  const some = values.filter((_, i) => i % every === 0).sort();
  return some[Math.min(some.length - 1, Math.floor(some.length * part))] ?? 0;
}

/** A fit of a model: so much of each column for each channel, and how much each cell counted, 0 to 1. */
interface Fit {
  readonly model: Model;
  readonly amounts: readonly (readonly number[])[];
  readonly weights: Float64Array;
  /** How far each cell is from it, in stops. */
  readonly away: Float64Array;
}

const CHANNELS = [0, 1, 2] as const;

/** The most columns: a gain, a curve, and the terms of a field. */
const WIDEST = 2 + FIELD_TERMS;

/** Cells as they are reckoned with, channel by channel. */
interface Design {
  readonly cells: readonly Cell[];
  /** `WIDEST` columns a cell; the curve around the middle of what there is, so that it leaves the gain alone. */
  readonly rows: readonly Float64Array[];
  /** What they should give: stops. */
  readonly stops: readonly Float64Array[];
  readonly middle: readonly number[];
}

function designOf(cells: readonly Cell[]): Design {
  const middle = CHANNELS.map((c) => median(cells.map(({ bits }) => bits[c] as number)));
  const rows = CHANNELS.map((c) => {
    const all = new Float64Array(cells.length * WIDEST);
    cells.forEach(({ bits, terms }, i) => {
      all.set([1, (bits[c] as number) - (middle[c] as number), ...terms], i * WIDEST);
    });
    return all;
  });
  const stops = CHANNELS.map((c) => Float64Array.from(cells, (cell) => cell.stops[c] as number));
  return { cells, rows, stops, middle };
}

const ridgeOf = ({ columns }: Model): readonly number[] =>
  Array.from({ length: columns }, (_, i) => (i === 0 ? 0 : i === 1 ? RIDGE.curve : RIDGE.field));

/** So much of each column of a row. */
function sumAt(rows: Float64Array, at: number, amounts: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < amounts.length; i++) sum += (rows[at + i] as number) * (amounts[i] as number);
  return sum;
}

/** How far each cell is from what a fit makes of it, in stops: over its three channels. */
function distances({ cells, rows, stops }: Design, amounts: Fit['amounts']): Float64Array {
  const squares = new Float64Array(cells.length);
  for (const c of CHANNELS) {
    const [row, wanted, own] = [rows[c] as Float64Array, stops[c] as Float64Array, amounts[c] as number[]];
    for (let i = 0; i < squares.length; i++)
      squares[i] = (squares[i] as number) + (sumAt(row, i * WIDEST, own) - (wanted[i] as number)) ** 2 / 3;
  }
  return squares.map(Math.sqrt);
}

function weighted(
  { cells, rows, stops }: Design,
  model: Model,
  weights: Float64Array,
): readonly number[][] | undefined {
  const amounts: number[][] = [];
  for (const c of CHANNELS) {
    const squares = new LeastSquares(model.columns, ridgeOf(model));
    const [row, wanted] = [rows[c] as Float64Array, stops[c] as Float64Array];
    cells.forEach(({ trust }, i) => {
      squares.add(row, i * WIDEST, wanted[i] as number, (weights[i] as number) * trust);
    });
    const found = squares.solve();
    if (!found) return undefined;
    amounts.push(found);
  }
  return amounts;
}

const isLikely = (amounts: readonly (readonly number[])[]): boolean =>
  amounts.every(
    ([, curve = 0, ...field]) =>
      Math.abs(curve) <= BENT.curve && field.reduce((sum, each) => sum + Math.abs(each), 0) <= BENT.field,
  );

/**
 * Fits a model to what stands still, whatever moves: cells count less the further they are from the fit, and what is far is
 * reckoned ever nearer (Geman and McClure's weights, made stricter step by step: graduated non-convexity).
 */
function fitStill(design: Design, model: Model, start: readonly number[]): Fit | undefined {
  let amounts: Fit['amounts'] = start.map((each) => [
    each,
    ...Array.from({ length: model.columns - 1 }, () => 0),
  ]);
  let away = distances(design, amounts);
  let scale = Math.max(FINEST, 2 * partOf(away, 0.5));
  for (;;) {
    const near = scale;
    const weights = away.map((each) => 1 / (1 + (each / near) ** 2) ** 2);
    const next = weighted(design, model, weights);
    if (!next) return undefined;
    amounts = next;
    away = distances(design, amounts);
    // Of what stands still even the middle is within the nearer part of all.
    const strict = Math.max(FINEST, 2.5 * partOf(away, 0.3));
    if (scale <= strict * 1.001) return isLikely(amounts) ? { model, amounts, weights, away } : undefined;
    scale = Math.max(strict, scale * 0.7);
  }
}

/**
 * Whether what a fit leaves of what stands still is nothing but grain: then cells beside each other have nothing in common, and
 * no further model finds more.
 */
function isGrain({ rows, stops }: Design, { amounts, weights }: Fit): boolean {
  let [together, alone] = [0, 0];
  for (const c of CHANNELS) {
    const [row, wanted, own] = [rows[c] as Float64Array, stops[c] as Float64Array, amounts[c] as number[]];
    let before = 0;
    for (let i = 0; i < weights.length; i++) {
      const left = (weights[i] as number) * (sumAt(row, i * WIDEST, own) - (wanted[i] as number));
      together += left * before;
      alone += left * left;
      before = left;
    }
  }
  return together < ALIKE * alone;
}

/** What a fit leaves, cell for cell no more than at a distance from which on all are equally far. */
const leaves = (away: Float64Array, far: number): number =>
  away.reduce((sum, each) => sum + Math.min(1, (each / far) ** 2), 0) / away.length;

/**
 * Settles gain and curve on the mean of each cell as it will come out. The mean of what a curve makes of many values is not what
 * it makes of their mean.
 */
function settle({ cells, rows, stops, middle }: Design, fit: Fit): Fit['amounts'] {
  const { model, weights } = fit;
  if (!model.curve) return fit.amounts;
  const { columns } = model;
  return CHANNELS.map((c) => {
    let amounts = [...(fit.amounts[c] as readonly number[])];
    const middleBits = middle[c] as number;
    for (let round = 0; round < ROUNDS; round++) {
      const squares = new LeastSquares(columns, ridgeOf(model));
      cells.forEach((cell, i) => {
        if ((weights[i] as number) < 0.1) return;
        const curve = amounts[1] as number;
        const { bits, slope } = cell.curved(c, 1 + curve);
        const row = (rows[c] as Float64Array).slice(i * WIDEST, i * WIDEST + columns);
        row[1] = 0;
        // As it comes out now, but for the curve's way from the middle, which is one of the columns.
        const now = sumAt(row, 0, amounts) + bits - curve * middleBits;
        const wanted = (cell.bits[c] as number) + ((stops[c] as Float64Array)[i] as number);
        row[1] = slope - middleBits;
        squares.add(row, 0, wanted - now + sumAt(row, 0, amounts), (weights[i] as number) * cell.trust);
      });
      amounts = squares.solve() ?? amounts;
    }
    return amounts;
  });
}

const channelOf = (amounts: readonly number[], middle: number): ChannelChange => {
  const [gain = 0, curve = 0, ...field] = amounts;
  return { stops: gain - curve * middle, power: 1 + curve, field };
};

/** Luma of a colour in light, 0 to 255 (BT.709). */
const lumaOf = (colour: readonly number[]): number =>
  [0.2126, 0.7152, 0.0722].reduce(
    (sum, part, c) => sum + 255 * part * Math.min(1, fromLight(colour[c] as number)),
    0,
  );

/** One pixel of so many is looked at for the mean of a picture; no side of one is a multiple of it. */
const SPARSE = 37;

/** Mean luma of a picture; what is wholly black is no part of it. */
function meanLuma({ data }: LightPicture): number {
  let [sum, count] = [0, 0];
  // Some of the pixels tell as much.
  for (let i = 0; i < data.length; i += 3 * SPARSE) {
    const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number];
    if (r + g + b === 0) continue;
    sum += lumaOf([r, g, b]);
    count++;
  }
  return count > 0 ? sum / count : 0;
}

/** Mean luma of what stands still, as it came and changed, counted from that of the reference. */
function levels(
  cells: readonly Cell[],
  weights: Float64Array,
  change: LightChange,
): Pick<LightMatch, 'before' | 'after'> {
  let [before, after, count] = [0, 0, 0];
  cells.forEach((cell, i) => {
    if ((weights[i] as number) < 0.5) return;
    const reference = lumaOf(cell.bits.map((bits, c) => 2 ** (bits + (cell.stops[c] as number))));
    before += lumaOf(cell.bits.map((bits) => 2 ** bits)) - reference;
    after +=
      lumaOf(
        change.map(
          (channel, c) =>
            2 ** (channel.stops + fieldAt(channel, cell.terms) + cell.curved(c, channel.power).bits),
        ),
      ) - reference;
    count++;
  });
  return count > 0 ? { before: before / count, after: after / count } : { before: 0, after: 0 };
}

/**
 * Finds what brings the light of a photo to that of another one, from what does not move between them. Both are of the same size;
 * what is black or burnt out in either is left out of the reckoning.
 * @throws RangeError where the sizes differ.
 */
export function matchLight(
  photo: LightPicture,
  reference: LightPicture,
  { toPhoto, look = evenChange(0) }: MatchOptions = {},
): Result<LightMatch> {
  const cells = cellsOf(photo, reference, toPhoto);
  if (cells.length < FEWEST) return err('Too much of it is black or white to compare.');
  const design = designOf(cells);
  const start = CHANNELS.map((c) => median([...(design.stops[c] as Float64Array)]));
  const fits: Fit[] = [];
  for (const model of MODELS) {
    if (fits.length > 0 && isGrain(design, fits.at(-1) as Fit)) break;
    const fit = fitStill(design, model, start);
    if (fit) fits.push(fit);
  }
  const richest = fits.at(-1);
  if (!richest) return err('It has too little detail to compare.');
  const far = Math.min(FURTHEST, Math.max(FINEST * 2, 4 * partOf(richest.away, 0.3)));
  const scores = fits.map(({ away }) => leaves(away, far));
  const best = scores.findIndex((score) => score * WORTH <= Math.min(...scores) + 0.002);
  const fit = fits[best] as Fit;
  const stands = fit.away.filter((each) => each < far);
  const still = stands.length / cells.length;
  if (still < LEAST_STILL) return err('Too little of it stays still.');
  const [red, green, blue] = settle(design, fit).map((each, c) =>
    channelOf(each, design.middle[c] as number),
  );
  const change = changeAfter([red as ChannelChange, green as ChannelChange, blue as ChannelChange], look);
  const base = meanLuma(reference);
  const { before, after } = levels(cells, fit.weights, change);
  return ok({
    change,
    before: base + before,
    after: base + after,
    still,
    left: Math.sqrt(stands.reduce((sum, each) => sum + each * each, 0) / stands.length),
  });
}
