import { LeastSquares } from '../least-squares';
import type { DetailPicture } from './detail-picture';
import type { Similarity } from './similarity';

/** Places of the reference that are looked for, and what is there. */
export interface Samples {
  /** Counted from the middle of the picture. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly value: Float64Array;
  /** How much it rises to the right and down. */
  readonly right: Float64Array;
  readonly down: Float64Array;
  /** So many of them, one after the other, are of the same field of the picture. */
  readonly each: number;
}

/** Pixels at the edges that no cubic reaches beyond. */
const EDGE = 3;

/** The picture is parted into so many fields across and down, and each gives as many places. */
const FIELDS = { across: 16, down: 12 };

/**
 * Places with something to hold on to: as many from everywhere, so that a subject full of detail is no more than its part of the
 * picture; of each part the livelier; and chosen at random, since a grid would pull fractions of pixels its own way.
 */
export function samplesOf(
  { width, height, data }: DetailPicture,
  count: number,
  next: () => number,
): Samples {
  const right = (at: number): number => ((data[at + 1] as number) - (data[at - 1] as number)) / 2;
  const down = (at: number): number => ((data[at + width] as number) - (data[at - width] as number)) / 2;
  const each = Math.ceil(count / (FIELDS.across * FIELDS.down));
  const [wide, tall] = [(width - 2 * EDGE) / FIELDS.across, (height - 2 * EDGE) / FIELDS.down];
  const kept: number[] = [];
  for (let field = 0; field < FIELDS.across * FIELDS.down; field++) {
    const left = EDGE + (field % FIELDS.across) * wide;
    const top = EDGE + Math.floor(field / FIELDS.across) * tall;
    const tried = Array.from(
      { length: 2 * each },
      () => Math.floor(top + next() * tall) * width + Math.floor(left + next() * wide),
    );
    const slope = new Map(tried.map((at) => [at, Math.hypot(right(at), down(at))]));
    tried.sort((a, b) => (slope.get(b) as number) - (slope.get(a) as number));
    for (const at of tried.slice(0, each)) kept.push(at);
  }
  return {
    x: Float64Array.from(kept, (at) => (at % width) + 0.5 - width / 2),
    y: Float64Array.from(kept, (at) => Math.floor(at / width) + 0.5 - height / 2),
    value: Float64Array.from(kept, (at) => data[at] as number),
    right: Float64Array.from(kept, right),
    down: Float64Array.from(kept, down),
    each,
  };
}

/** Catmull and Rom's cubic at four places around a fraction, and how it rises there. */
function cubic(t: number, weights: Float64Array, slopes: Float64Array): void {
  weights[0] = ((-t + 2) * t - 1) * t * 0.5;
  weights[1] = ((3 * t - 5) * t * t + 2) * 0.5;
  weights[2] = ((-3 * t + 4) * t + 1) * t * 0.5;
  weights[3] = (t - 1) * t * t * 0.5;
  slopes[0] = ((-3 * t + 4) * t - 1) * 0.5;
  slopes[1] = (9 * t - 10) * t * 0.5;
  slopes[2] = ((-9 * t + 8) * t + 1) * 0.5;
  slopes[3] = (3 * t - 2) * t * 0.5;
}

/** What is left of each sample, and how it changes with what is looked for. */
interface Residuals {
  readonly left: Float64Array;
  /** `COLUMNS` numbers a sample: to the right, down, turned, grown; and a slow light over the picture. */
  readonly rows: Float64Array;
  /** Whether a sample lies in the photo. */
  readonly inside: Uint8Array;
  /** How far the photo rises otherwise than the reference there. */
  readonly slant: Float64Array;
}

function residuals(samples: Samples, photo: DetailPicture, at: Similarity, into: Residuals): void {
  const { width, height, data } = photo;
  const { left, rows, inside, slant } = into;
  const { x: xs, y: ys, value: values, right: rights, down: downs } = samples;
  const scale = Math.exp(at.growth);
  const cos = scale * Math.cos(at.turn);
  const sin = scale * Math.sin(at.turn);
  const [wx, sx, wy, sy] = [
    new Float64Array(4),
    new Float64Array(4),
    new Float64Array(4),
    new Float64Array(4),
  ];
  for (let i = 0; i < xs.length; i++) {
    const x = xs[i] as number;
    const y = ys[i] as number;
    const u = cos * x - sin * y;
    const v = sin * x + cos * y;
    const px = u + at.dx + width / 2 - 0.5;
    const py = v + at.dy + height / 2 - 0.5;
    const column = Math.floor(px);
    const row = Math.floor(py);
    const isIn = column >= 1 && row >= 1 && column < width - 2 && row < height - 2;
    inside[i] = isIn ? 1 : 0;
    if (!isIn) continue;
    cubic(px - column, wx, sx);
    cubic(py - row, wy, sy);
    let value = 0;
    let right = 0;
    let down = 0;
    for (let j = 0, from = (row - 1) * width + column - 1; j < 4; j++, from += width) {
      const a = data[from] as number;
      const b = data[from + 1] as number;
      const c = data[from + 2] as number;
      const d = data[from + 3] as number;
      const across =
        (wx[0] as number) * a + (wx[1] as number) * b + (wx[2] as number) * c + (wx[3] as number) * d;
      const rise =
        (sx[0] as number) * a + (sx[1] as number) * b + (sx[2] as number) * c + (sx[3] as number) * d;
      value += (wy[j] as number) * across;
      down += (sy[j] as number) * across;
      right += (wy[j] as number) * rise;
    }
    left[i] = value - (values[i] as number);
    const moreRight = right - (rights[i] as number);
    const moreDown = down - (downs[i] as number);
    slant[i] = Math.sqrt(moreRight * moreRight + moreDown * moreDown);
    // The mean of both pictures' slopes: steps are exact to the second order.
    const gx = right - moreRight / 2;
    const gy = down - moreDown / 2;
    const s = (2 * x) / width;
    const t = (2 * y) / width;
    const to = COLUMNS * i;
    rows[to] = gx;
    rows[to + 1] = gy;
    rows[to + 2] = (gy * u - gx * v) / TURN_UNIT;
    rows[to + 3] = (gx * u + gy * v) / TURN_UNIT;
    rows[to + 4] = 1;
    rows[to + 5] = s;
    rows[to + 6] = t;
    rows[to + 7] = s * s;
    rows[to + 8] = s * t;
    rows[to + 9] = t * t;
  }
}

/** What is looked for, and six terms of a light that changes slowly from place to place, as a lens's shade does where it was moved. */
const COLUMNS = 10;
/** Turns and growths are counted in pixels at so many pixels from the middle, so that all four are about as large. */
const TURN_UNIT = 300;

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
  const left: Residuals = {
    left: new Float64Array(count),
    rows: new Float64Array(COLUMNS * count),
    inside: new Uint8Array(count),
    slant: new Float64Array(count),
  };
  let similarity = start;
  residuals(samples, photo, similarity, left);
  // As much lighter as most of it is.
  let slow: readonly number[] = [medianOf(left), ...Array.from({ length: COLUMNS - 5 }, () => 0)];
  let [width, slant, pace] = [0, 0, 1];
  let last: readonly number[] = [];
  const square = (value: number): number => value * value;
  const offAt = (i: number): number => square((left.left[i] as number) / (FAR * width));
  const bentAt = (i: number): number => square((left.slant[i] as number) / slant);
  let fields: Float64Array = new Float64Array(0);
  takeSlow(left, slow);
  for (let step = 0; step < STEPS; step++) {
    // What counts as moving is settled early: else the steps go on from one answer to another.
    if (step < WEIGHING) {
      width = Math.max(1e-6, widthOf(someInside(left.left, left)));
      slant = FAR * Math.max(1e-6, SLANT * widthOf(someInside(left.slant, left)));
      fields = stillFields(
        count,
        samples.each,
        (i) => left.inside[i] === 1 && offAt(i) < FITS && bentAt(i) < FITS,
      );
    }
    const squares = new LeastSquares(COLUMNS, shiftsOnly ? SHIFTS_ONLY : RIDGE);
    for (let i = 0; i < count; i++) {
      const stands = fields[Math.floor(i / samples.each)] as number;
      if (left.inside[i] === 0 || stands === 0) continue;
      const [off, bent] = [offAt(i), bentAt(i)];
      if (off < 1 && bent < 1)
        squares.add(
          left.rows,
          COLUMNS * i,
          -(left.left[i] as number),
          stands * square((1 - off) * (1 - bent)),
        );
    }
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
    residuals(samples, photo, similarity, left);
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

/** Part of the samples inside that stand still. */
export function stillPart({ residuals: { left, inside }, width }: Fit): number {
  let [still, all] = [0, 0];
  for (let i = 0; i < left.length; i++) {
    if (inside[i] === 0) continue;
    all++;
    if (Math.abs(left[i] as number) < 3 * width) still++;
  }
  return all > 0 ? still / all : 0;
}
