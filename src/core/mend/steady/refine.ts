import { LeastSquares } from '../least-squares';
import type { DetailPicture } from './detail-picture';
import { COLUMNS, roomFor, takeResiduals, TURN_UNIT, type Residuals } from './residuals';
import type { Samples } from './samples';
import type { Similarity } from './similarity';

/** Of a bell curve of width 1, three tenths lie within this. */
const THREE_TENTHS = 0.385;

/** How wide numbers around 0 lie, told by the nearer three tenths: half of them and more may lie anywhere. */
export function widthOf(values: Float32Array | Float64Array): number {
  const sizes = values.map(Math.abs).sort();
  return (sizes[Math.floor(sizes.length * 0.3)] ?? 0) / THREE_TENTHS;
}

/** Of how far two bell curves across and down lie from 0 together, three tenths lie within 0.845 widths. */
const SLANT = THREE_TENTHS / 0.845;

/** From so many samples of a field on it can be told whether the field stands still. */
const TELLING_FIELD = 50;
/** A field is moved, all of it, where this part of its samples fits, of what fits in three fields of four; and still where that one does. */
const MOVED = 0.6;
const STANDS = 0.9;
/** A sample fits within this part of what is too far off. */
const FITS = (3 / 4.685) ** 2;

/**
 * How far each field of the picture stands still, 0 to 1: what moves covers whole fields, and some of its pixels look as if they did
 * not.
 */
function stillFields(count: number, each: number, fitsAt: (i: number) => boolean): Float64Array {
  const fields = new Float64Array(Math.ceil(count / each)).fill(1);
  if (each < TELLING_FIELD) return fields;
  for (let field = 0; field < fields.length; field++) {
    let fitting = 0;
    for (let i = field * each; i < (field + 1) * each; i++) if (fitsAt(i)) fitting++;
    fields[field] = fitting / each;
  }
  const usual = fields.slice().sort()[Math.floor(fields.length * 0.75)] as number;
  return fields.map((part) => Math.min(1, Math.max(0, (part / usual - MOVED) / (STANDS - MOVED))));
}

/** Tukey's biweight gives nothing to what is further off than so many widths (Beaton and Tukey, Technometrics 16, 1974). */
const FAR = 4.685;
const STEPS = 16;
/** In so many of the first steps it is weighed anew what moves. */
const WEIGHING = 6;

/** Keeps what no sample tells of near nothing; and turns and growths at nothing where only shifts are looked for. */
const RIDGE = Array.from({ length: COLUMNS }, () => 1e-9);
const SHIFTS_ONLY = RIDGE.map((each, k) => (k === 2 || k === 3 ? 1e12 : each));

const medianOf = (all: Residuals): number => {
  const values = someInside(all.left, all).sort();
  return values[values.length >> 1] ?? 0;
};

/** Samples that tell how wide what is left lies. */
const TELLING = 4000;

/** What is left of some samples inside. */
function someInside(left: Float64Array, { inside }: Residuals): Float64Array {
  const every = Math.max(1, Math.floor(left.length / TELLING));
  const some = new Float64Array(Math.ceil(left.length / every));
  let count = 0;
  for (let i = 0; i < left.length; i += every) if (inside[i] === 1) some[count++] = left[i] as number;
  return some.subarray(0, count);
}

/** Takes a slow light out of what is left. */
function takeSlow({ left, rows, inside }: Residuals, slow: readonly number[]): void {
  for (let i = 0; i < left.length; i++) {
    if (inside[i] === 0) continue;
    let light = 0;
    for (let k = 0; k < slow.length; k++)
      light += (slow[k] as number) * (rows[COLUMNS * i + 4 + k] as number);
    left[i] = (left[i] as number) - light;
  }
}

const square = (value: number): number => value * value;

/** What counts as standing still: how far each field does, and from where on a sample is too far off, and too slanted. */
interface Still {
  readonly fields: Float64Array;
  readonly each: number;
  readonly far: number;
  readonly slant: number;
}

/** Where there are many samples, which way a step goes is told by all of them, and how far by one of so many: that decides only how soon it ends. */
const MANY = 5000;
const ONE_OF = 4;

/** Adds what is left of samples that stand still. */
function addStill(
  squares: LeastSquares,
  { left, rows, inside, slant: slants }: Residuals,
  { fields, each, far, slant }: Still,
): void {
  const every = left.length < MANY ? 1 : ONE_OF;
  for (let field = 0, i = 0; field < fields.length; field++) {
    const stands = fields[field] as number;
    const end = Math.min(left.length, (field + 1) * each);
    if (stands === 0) i = end;
    for (; i < end; i++) {
      if (inside[i] === 0) continue;
      const value = left[i] as number;
      const off = square(value / far);
      if (off >= 1) continue;
      const bent = square((slants[i] as number) / slant);
      if (bent >= 1) continue;
      const weight = stands * square((1 - off) * (1 - bent));
      squares.addValue(rows, COLUMNS * i, -value, weight);
      if (i % every === 0) squares.addRow(rows, COLUMNS * i, every * weight);
    }
  }
}

/** How much of the step before a step goes on with: below 0 it goes back. */
function goesOn(step: readonly number[], before: readonly number[]): number {
  let [both, own] = [0, 0];
  for (let k = 0; k < 4; k++) {
    const was = before[k] ?? 0;
    both += (step[k] as number) * was;
    own += was * was;
  }
  return own > 0 ? both / own : 0;
}

/** Steps that go on with more of the one before than this are too short. */
const SHORT = 0.25;
/** A step is made no more than so many times as long. */
const LONGEST = 3;

/** Least width of what is left, as a part of the least slope of an edge. */
const MIN_WIDTH_PART = 1 / 3;

/**
 * Least width of what is left. On edges without grain half of the samples fit to the last bit, and the others would all
 * count as moving.
 */
const minWidthOf = ({ edgeSlope }: Samples): number => Math.max(1e-6, MIN_WIDTH_PART * (edgeSlope ?? 0));

/** Where a picture was found. */
export interface Fit {
  readonly similarity: Similarity;
  /** Width of what is left of samples that stand still. */
  readonly width: number;
  readonly residuals: Residuals;
}

/**
 * Moves on from a start to where still samples fit best, until a step is shorter than `settled` pixels; turn and growth stay those
 * of the start where only shifts are looked for. Undefined where there is nothing to hold on to.
 */
export function refine(
  samples: Samples,
  photo: DetailPicture,
  start: Similarity,
  settled: number,
  shiftsOnly = false,
): Fit | undefined {
  const count = samples.x.length;
  const left = roomFor(count);
  let similarity = start;
  takeResiduals(samples, photo, similarity, left);
  // As much lighter as most of it is.
  let slow: readonly number[] = [medianOf(left), ...Array.from({ length: COLUMNS - 5 }, () => 0)];
  let [width, slant, pace] = [0, 0, 1];
  let last: readonly number[] = [];
  const offAt = (i: number): number => square((left.left[i] as number) / (FAR * width));
  const bentAt = (i: number): number => square((left.slant[i] as number) / slant);
  let fields: Float64Array = new Float64Array(0);
  takeSlow(left, slow);
  const minWidth = minWidthOf(samples);
  for (let step = 0; step < STEPS; step++) {
    // What counts as moving is settled early: else the steps go on from one answer to another.
    if (step < WEIGHING) {
      width = Math.max(minWidth, widthOf(someInside(left.left, left)));
      slant = FAR * Math.max(minWidth, SLANT * widthOf(someInside(left.slant, left)));
      fields = stillFields(
        count,
        samples.each,
        (i) => left.inside[i] === 1 && offAt(i) < FITS && bentAt(i) < FITS,
      );
    }
    const squares = new LeastSquares(COLUMNS, shiftsOnly ? SHIFTS_ONLY : RIDGE);
    addStill(squares, left, { fields, each: samples.each, far: FAR * width, slant });
    const by = squares.solve();
    if (!by) return undefined;
    // Where fine detail is seen as slopes too gentle, steps go too far and back again: half of them is right then. Where grain is seen as
    // slopes too steep, each goes on with a part of the one before: what all of them would come to is done at once (Aitken).
    const on = goesOn(by, last);
    if (on < -0.5) pace /= 2;
    const isShort = on > SHORT && pace === 1;
    const times = isShort ? Math.min(LONGEST, 1 / (1 - Math.min(on, 0.99))) : pace;
    // After a long step the next tells nothing of the one before.
    last = isShort ? [] : by;
    const [dx = 0, dy = 0, turn = 0, growth = 0, ...more] = by.map((each) => each * times);
    slow = slow.map((each, k) => each - (more[k] ?? 0));
    similarity = {
      dx: similarity.dx + dx,
      dy: similarity.dy + dy,
      turn: similarity.turn + turn / TURN_UNIT,
      growth: similarity.growth + growth / TURN_UNIT,
    };
    takeResiduals(samples, photo, similarity, left);
    takeSlow(left, slow);
    if (Math.max(Math.abs(dx), Math.abs(dy), Math.abs(turn), Math.abs(growth)) < settled) break;
  }
  return { similarity, width, residuals: left };
}

/** What a fit costs, 0 to 1 a sample: what is off by more than a few widths costs all, and so does what is outside. */
export function costOf({ residuals: { left, inside } }: Fit, width: number): number {
  let cost = 0;
  for (let i = 0; i < left.length; i++) {
    const off = (left[i] as number) / (FAR * width);
    cost += inside[i] === 0 || Math.abs(off) >= 1 ? 1 : 1 - (1 - off * off) ** 3;
  }
  return cost / left.length;
}

/** True for a sample inside the photo whose residual is that of a still one. */
export const isStill = ({ residuals: { left, inside }, width }: Fit, i: number): boolean =>
  inside[i] === 1 && Math.abs(left[i] as number) < 3 * width;

/** Part of the samples inside that stand still. */
export function stillPart(fit: Fit): number {
  const { inside } = fit.residuals;
  let [still, all] = [0, 0];
  for (let i = 0; i < inside.length; i++) {
    if (inside[i] === 0) continue;
    all++;
    if (isStill(fit, i)) still++;
  }
  return all > 0 ? still / all : 0;
}
