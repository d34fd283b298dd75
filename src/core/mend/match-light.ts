import { err, ok, type Result } from '../time/result';
import { cellsOf, type Cell } from './light-cells';
import { FIELD_TERMS, type ChannelChange, type LightChange } from './light-change';
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
/** Keeps curve and field from what no cell tells of. */
const RIDGE = { curve: 1e-3, field: 3e-3 };

/** What was found for a photo. */
export interface LightMatch {
  readonly change: LightChange;
  /** Part of the picture that stands still, 0 to 1, by what can be compared. */
  readonly still: number;
  /** What is left between still cells of photo and reference, in stops, the root of the mean square. */
  readonly left: number;
}

/** The value below which a part of all values lies. */
const partOf = (values: readonly number[], part: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * part))] ?? 0;

/** A fit of a model: so much of each column for each channel, and how much each cell counted, 0 to 1. */
interface Fit {
  readonly model: Model;
  readonly amounts: readonly (readonly number[])[];
  readonly weights: readonly number[];
}

const CHANNELS = [0, 1, 2] as const;

/** The columns of a model for a channel of a cell; the curve around the middle of what there is, so that it leaves the gain alone. */
const rowOf = (
  { columns }: Model,
  { bits, terms }: Cell,
  channel: number,
  middle: number,
): readonly number[] => [1, (bits[channel] as number) - middle, ...terms].slice(0, columns);

const ridgeOf = ({ columns }: Model): readonly number[] =>
  Array.from({ length: columns }, (_, i) => (i === 0 ? 0 : i === 1 ? RIDGE.curve : RIDGE.field));

const dot = (row: readonly number[], amounts: readonly number[]): number =>
  row.reduce((sum, each, i) => sum + each * (amounts[i] as number), 0);

/** How far each cell is from what a fit makes of it, in stops: over its three channels. */
function distances(
  cells: readonly Cell[],
  fit: Pick<Fit, 'model' | 'amounts'>,
  middle: readonly number[],
): number[] {
  return cells.map((cell) => {
    const squares = CHANNELS.map(
      (c) =>
        (dot(rowOf(fit.model, cell, c, middle[c] as number), fit.amounts[c] as number[]) -
          (cell.stops[c] as number)) **
        2,
    );
    return Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / 3);
  });
}

function weighted(
  cells: readonly Cell[],
  model: Model,
  weights: readonly number[],
  middle: readonly number[],
): readonly number[][] | undefined {
  const amounts: number[][] = [];
  for (const c of CHANNELS) {
    const squares = new LeastSquares(model.columns, ridgeOf(model));
    cells.forEach((cell, i) => {
      const weight = (weights[i] as number) * cell.trust;
      squares.add(rowOf(model, cell, c, middle[c] as number), cell.stops[c] as number, weight);
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
function fitStill(
  cells: readonly Cell[],
  model: Model,
  middle: readonly number[],
  start: readonly number[],
): Fit | undefined {
  let amounts: readonly (readonly number[])[] = start.map((each) => [
    each,
    ...Array.from({ length: model.columns - 1 }, () => 0),
  ]);
  let away = distances(cells, { model, amounts }, middle);
  let scale = Math.max(FINEST, 2 * median(away));
  let weights: readonly number[] = [];
  for (;;) {
    weights = away.map((each) => 1 / (1 + (each / scale) ** 2) ** 2);
    const next = weighted(cells, model, weights, middle);
    if (!next) return undefined;
    amounts = next;
    away = distances(cells, { model, amounts }, middle);
    // Of what stands still even the middle is within the nearer part of all.
    const strict = Math.max(FINEST, 2.5 * partOf(away, 0.3));
    if (scale <= strict * 1.001) return isLikely(amounts) ? { model, amounts, weights } : undefined;
    scale = Math.max(strict, scale * 0.8);
  }
}

/** What a fit leaves, cell for cell no more than at a distance from which on all are equally far. */
const leaves = (away: readonly number[], far: number): number =>
  away.reduce((sum, each) => sum + Math.min(1, (each / far) ** 2), 0) / away.length;

/**
 * Settles gain and curve on the mean of each cell as it will come out. The mean of what a curve makes of many values is not what
 * it makes of their mean.
 */
function settle(cells: readonly Cell[], fit: Fit, middle: readonly number[]): readonly (readonly number[])[] {
  const { model, weights } = fit;
  if (!model.curve) return fit.amounts;
  return CHANNELS.map((c) => {
    let amounts = [...(fit.amounts[c] as readonly number[])];
    for (let round = 0; round < 3; round++) {
      const squares = new LeastSquares(model.columns, ridgeOf(model));
      cells.forEach((cell, i) => {
        if ((weights[i] as number) < 0.1) return;
        const power = 1 + (amounts[1] as number);
        const { bits, slope } = cell.curved(c, power);
        const row = [1, slope - (middle[c] as number), ...cell.terms].slice(0, model.columns);
        // As it comes out now, but for the curve's way from the middle, which is one of the columns.
        const now =
          dot([1, 0, ...cell.terms].slice(0, model.columns), amounts) +
          bits -
          (amounts[1] as number) * (middle[c] as number);
        const wanted = (cell.bits[c] as number) + (cell.stops[c] as number);
        squares.add(row, wanted - now + dot(row, amounts), (weights[i] as number) * cell.trust);
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

/**
 * Finds what brings the light of a photo to that of another one, from what does not move between them. Both are of the same size;
 * what is black or burnt out in either is left out of the reckoning.
 * @throws RangeError where the sizes differ.
 */
export function matchLight(photo: LightPicture, reference: LightPicture): Result<LightMatch> {
  const cells = cellsOf(photo, reference);
  if (cells.length < FEWEST) return err('Too little of it is neither black nor burnt out.');
  const middle = CHANNELS.map((c) => median(cells.map(({ bits }) => bits[c] as number)));
  const start = CHANNELS.map((c) => median(cells.map(({ stops }) => stops[c] as number)));
  const fits = MODELS.map((model) => fitStill(cells, model, middle, start)).filter(
    (fit) => fit !== undefined,
  );
  const away = fits.map((fit) => distances(cells, fit, middle));
  const richest = away.at(-1);
  if (!richest) return err('Nothing in it can be compared.');
  const far = Math.min(FURTHEST, Math.max(FINEST * 2, 4 * partOf(richest, 0.3)));
  const scores = away.map((each) => leaves(each, far));
  const best = scores.findIndex((score) => score * WORTH <= Math.min(...scores) + 0.002);
  const fit = fits[best] as Fit;
  const stands = (away[best] as readonly number[]).filter((each) => each < far);
  const still = stands.length / cells.length;
  if (still < LEAST_STILL) return err('Too little of it stands still.');
  const amounts = settle(cells, fit, middle);
  const [red, green, blue] = amounts.map((each, c) => channelOf(each, middle[c] as number));
  return ok({
    change: [red as ChannelChange, green as ChannelChange, blue as ChannelChange],
    still,
    left: Math.sqrt(stands.reduce((sum, each) => sum + each * each, 0) / stands.length),
  });
}
