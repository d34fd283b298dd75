import { inverse, mapped, type Affine } from '../affine';
import type { Size } from '../size';
import { PLACE, placesIn, type StrokePath } from './stroke';

/** Wholly covered. */
export const COVERED_BITS = 14;
export const COVERED = 1 << COVERED_BITS;

/** From the middle of a pixel to its corner. */
const HALF_ACROSS = Math.SQRT1_2;

/** Rows that are looked up together. */
const BLOCK_BITS = 5;

/** A stretch of a row, from its first pixel up to, not with, the last. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** A part of 0 to 1, eased at both ends. */
function faded(part: number): number {
  return part <= 0 ? 0 : part >= 1 ? 1 : part * part * (3 - 2 * part);
}

/** How much of a pixel lies on this side of a straight edge, so far beyond its middle, at a right angle to (right, down). */
function cutOff(depth: number, right: number, down: number): number {
  if (depth >= HALF_ACROSS) return 1;
  if (depth <= -HALF_ACROSS) return 0;
  const [long, short] = [
    Math.max(Math.abs(right), Math.abs(down)),
    Math.min(Math.abs(right), Math.abs(down)),
  ];
  const half = (long + short) / 2;
  const far = Math.abs(depth);
  if (far <= half - short) return 0.5 + depth / long;
  const corner = far >= half ? 0 : (half - far) ** 2 / (2 * long * short);
  return depth > 0 ? 1 - corner : corner;
}

/**
 * How much of each pixel of a picture a stroke covers: 0 to `COVERED`. Around the way of a brush that fades from the middle of the fade by so
 * many pixels; the edge of a hard one is the part of the pixel that it covers.
 */
export class StrokeCover {
  readonly #size: Size;
  readonly #isOutline: boolean;
  readonly #keeps: boolean;
  readonly #xs: Float64Array;
  readonly #ys: Float64Array;
  /** At each place: how far from it a pixel is half covered, over how many pixels that fades, and how much is covered at most. */
  readonly #middles: Float64Array;
  readonly #fades: Float64Array;
  readonly #most: Float64Array;
  readonly #segments = new Map<number, number[]>();
  /** Segments of an outline, by rows. */
  readonly #crossed = new Map<number, number[]>();
  readonly #reach: number;
  readonly #top: number;
  readonly #bottom: number;

  /** `toPhoto` leads from the picture's pixels to parts of the upright photo. */
  constructor(path: StrokePath, size: Size, toPhoto: Affine) {
    const count = placesIn(path);
    const { points, shape, softness } = path;
    const back = inverse(toPhoto);
    this.#size = size;
    this.#isOutline = shape !== 'brush';
    this.#keeps = shape === 'keep' && count > 2;
    const diameter = path.size * Math.max(size.width, size.height);
    // An outline leads back to where it begins.
    const corners = this.#isOutline ? (count > 2 ? count + 1 : 0) : count;
    this.#xs = new Float64Array(corners);
    this.#ys = new Float64Array(corners);
    this.#middles = new Float64Array(corners);
    this.#fades = new Float64Array(corners);
    this.#most = new Float64Array(corners);
    let [reach, top, bottom] = [0, Infinity, -Infinity];
    for (let i = 0; i < corners; i++) {
      const at = (i % count) * PLACE;
      const [x, y] = mapped(back, points[at] as number, points[at + 1] as number);
      const radius = (diameter / 2) * (this.#isOutline ? 1 : (points[at + 2] as number));
      const fade = Math.max(1, radius * softness);
      this.#xs[i] = x;
      this.#ys[i] = y;
      this.#fades[i] = fade;
      this.#middles[i] = this.#isOutline ? (fade - 1) / 2 : Math.max(0.5, radius - (radius * softness) / 2);
      this.#most[i] = this.#isOutline ? 1 : Math.min(1, 2 * radius);
      reach = Math.max(reach, (this.#middles[i] as number) + Math.max(fade / 2, HALF_ACROSS));
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
    this.#reach = reach;
    this.#top = top - reach;
    this.#bottom = bottom + reach;
    this.#sort(corners);
  }

  /** Notes which segments are near which rows. */
  #sort(corners: number): void {
    const note = (list: Map<number, number[]>, i: number, top: number, bottom: number): void => {
      const last = Math.min(this.#size.height - 1, Math.floor(bottom)) >> BLOCK_BITS;
      for (let block = Math.max(0, Math.floor(top)) >> BLOCK_BITS; block <= last; block++) {
        const known = list.get(block);
        if (known) known.push(i);
        else list.set(block, [i]);
      }
    };
    for (let i = 0; i < Math.max(corners - 1, corners === 1 ? 1 : 0); i++) {
      const [a, b] = [this.#ys[i] as number, this.#ys[Math.min(i + 1, corners - 1)] as number];
      note(this.#segments, i, Math.min(a, b) - this.#reach, Math.max(a, b) + this.#reach);
      if (this.#isOutline) note(this.#crossed, i, Math.min(a, b), Math.max(a, b));
    }
  }

  /** Whether it may cover anything in rows from one up to, not with, another. */
  isNear(from: number, to: number): boolean {
    return this.#keeps || (this.#top < to && this.#bottom > from);
  }

  /** Fills in how much of the pixels of a row it covers, from `from` up to `to`, and tells in which stretch it covers any. */
  row(y: number, from: number, to: number, cover: Uint16Array): Stretch {
    cover.fill(0, from, to);
    let [first, last] = [to, from];
    const widen = (a: number, b: number): void => {
      if (a < b) [first, last] = [Math.min(first, a), Math.max(last, b)];
    };
    const block = Math.floor(y) >> BLOCK_BITS;
    if (this.#isOutline) this.#inside(y, from, to, cover, widen);
    for (const i of this.#segments.get(block) ?? []) this.#along(i, y, from, to, cover, widen);
    if (!this.#keeps) return { from: first, to: last };
    for (let x = from; x < to; x++) cover[x] = COVERED - (cover[x] as number);
    return { from, to };
  }

  /** What lies inside an outline: places that it goes around, however often. */
  #inside(
    y: number,
    from: number,
    to: number,
    cover: Uint16Array,
    widen: (a: number, b: number) => void,
  ): void {
    const middle = y + 0.5;
    const crossings: { x: number; way: number }[] = [];
    for (const i of this.#crossed.get(Math.floor(y) >> BLOCK_BITS) ?? []) {
      const [ya, yb] = [this.#ys[i] as number, this.#ys[i + 1] as number];
      if (ya <= middle === yb <= middle) continue;
      const [xa, xb] = [this.#xs[i] as number, this.#xs[i + 1] as number];
      crossings.push({ x: xa + ((middle - ya) / (yb - ya)) * (xb - xa), way: yb > ya ? 1 : -1 });
    }
    crossings.sort((a, b) => a.x - b.x);
    let around = 0;
    crossings.forEach(({ x, way }, k) => {
      around += way;
      if (around === 0) return;
      const a = Math.max(from, Math.ceil(x - 0.5));
      const b = Math.min(to, Math.ceil((crossings[k + 1]?.x ?? x) - 0.5));
      if (a >= b) return;
      cover.fill(COVERED, a, b);
      widen(a, b);
    });
  }

  /** What lies near a segment. */
  #along(
    i: number,
    y: number,
    from: number,
    to: number,
    cover: Uint16Array,
    widen: (a: number, b: number) => void,
  ): void {
    const j = Math.min(i + 1, this.#xs.length - 1);
    const [xa, ya] = [this.#xs[i] as number, this.#ys[i] as number];
    const [dx, dy] = [(this.#xs[j] as number) - xa, (this.#ys[j] as number) - ya];
    const reach = this.#reach;
    const down = y + 0.5 - ya;
    if (down < Math.min(0, dy) - reach || down > Math.max(0, dy) + reach) return;
    let [left, right] = [Math.min(0, dx) - reach, Math.max(0, dx) + reach];
    const squared = dx * dx + dy * dy;
    if (Math.abs(dy) > 1e-9) {
      // No further from the line than it reaches.
      const [middle, half] = [(down * dx) / dy, (reach * Math.sqrt(squared)) / Math.abs(dy)];
      [left, right] = [Math.max(left, middle - half), Math.min(right, middle + half)];
    }
    const first = Math.max(from, Math.floor(xa + left));
    const last = Math.min(to, Math.ceil(xa + right));
    if (first >= last) return;
    const [c0, w0, m0] = [this.#middles[i] as number, this.#fades[i] as number, this.#most[i] as number];
    const [c1, w1, m1] = [
      (this.#middles[j] as number) - c0,
      (this.#fades[j] as number) - w0,
      (this.#most[j] as number) - m0,
    ];
    for (let x = first; x < last; x++) {
      const known = cover[x] as number;
      if (known === COVERED) continue;
      const across = x + 0.5 - xa;
      const along = squared > 0 ? (across * dx + down * dy) / squared : 0;
      const t = along < 0 ? 0 : along > 1 ? 1 : along;
      const [ex, ey] = [across - t * dx, down - t * dy];
      const fade = w0 + t * w1;
      const away = Math.sqrt(ex * ex + ey * ey);
      const depth = c0 + t * c1 - away;
      const inside = fade > 1 ? faded(depth / fade + 0.5) : cutOff(depth, ex / away, ey / away);
      if (inside === 0) continue;
      const value = Math.round(inside * (m0 + t * m1) * COVERED);
      if (value > known) cover[x] = value;
    }
    widen(first, last);
  }
}
