import { mapped, type Affine } from '../affine';
import type { Size } from '../size';

/** Lines that a row of pixels is looked at by, and parts of a pixel along each. */
const LINES_BITS = 4;
const LINES = 1 << LINES_BITS;
const PARTS_BITS = 8;
const PARTS = 1 << PARTS_BITS;

/** Wholly covered. */
export const ALL_BITS = LINES_BITS + PARTS_BITS;
export const ALL = 1 << ALL_BITS;

/** Rows that edges are looked up by together. */
const BLOCK_BITS = 3;

/** A stretch of a row, from its first pixel up to, not with, the last. */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

const NOTHING: Stretch = { from: 0, to: 0 };

/**
 * How much of each pixel of a picture lies within rings: what they go around, however often, or an odd number of times. Each row is cut into
 * lines, and along each the parts of pixels are exact. Numbers are whole from there on, so that it is the same everywhere.
 */
export class RingsCover {
  /** Rows and columns within which it covers anything, the last not with them. */
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
  readonly #evenOdd: boolean;
  /** Four numbers an edge: x at its upper end, how far x goes on per row, its upper and its lower end. */
  readonly #edges: Float64Array;
  /** Whether it leads down or up. */
  readonly #ways: Int8Array;
  readonly #blocks: readonly (readonly number[])[];
  readonly #firstBlock: number;
  /** What each pixel has more than the one before it. */
  readonly #more: Int32Array;
  readonly #crossings: { x: number; way: number }[] = [];

  /** `map` leads from where the rings lie to pixels of the picture. */
  constructor(rings: readonly Float64Array[], map: Affine, { width, height }: Size, evenOdd = false) {
    this.#evenOdd = evenOdd;
    const edges: number[] = [];
    const ways: number[] = [];
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2) {
        const next = i + 2 < ring.length ? i + 2 : 0;
        const [x0, y0] = mapped(map, ring[i] as number, ring[i + 1] as number);
        const [x1, y1] = mapped(map, ring[next] as number, ring[next + 1] as number);
        [left, right] = [Math.min(left, x0), Math.max(right, x0)];
        [top, bottom] = [Math.min(top, y0), Math.max(bottom, y0)];
        if (y0 === y1) continue;
        const slope = (x1 - x0) / (y1 - y0);
        if (y0 < y1) edges.push(x0, slope, y0, y1);
        else edges.push(x1, slope, y1, y0);
        ways.push(y0 < y1 ? 1 : -1);
      }
    const within = (value: number, most: number): number => Math.min(most, Math.max(0, value));
    this.left = within(Math.floor(left), width);
    this.right = within(Math.ceil(right), width);
    this.top = within(Math.floor(top), height);
    this.bottom = within(Math.ceil(bottom), height);
    this.#edges = Float64Array.from(edges);
    this.#ways = Int8Array.from(ways);
    this.#more = new Int32Array(width + 2);
    this.#firstBlock = this.top >> BLOCK_BITS;
    const blocks: number[][] = [];
    for (let i = 0; i < ways.length; i++) {
      const [upper, lower] = [edges[4 * i + 2] as number, edges[4 * i + 3] as number];
      if (lower <= this.top || upper >= this.bottom) continue;
      const last = (Math.ceil(Math.min(lower, this.bottom)) - 1) >> BLOCK_BITS;
      for (let block = Math.floor(Math.max(upper, this.top)) >> BLOCK_BITS; block <= last; block++)
        (blocks[block - this.#firstBlock] ??= []).push(i);
    }
    this.#blocks = blocks;
  }

  /** Fills in how much of the pixels of a row is covered, 0 to `ALL`, and tells in which stretch; what lies outside of it is not touched. */
  row(y: number, cover: Uint16Array): Stretch {
    if (y < this.top || y >= this.bottom || this.left >= this.right) return NOTHING;
    const here = this.#blocks[(y >> BLOCK_BITS) - this.#firstBlock];
    if (!here) return NOTHING;
    for (let line = 0; line < LINES; line++) this.#addLine(y + (line + 0.5) / LINES, here);
    const { left, right } = this;
    let sum = 0;
    for (let x = left; x < right; x++) {
      sum += this.#more[x] as number;
      cover[x] = sum;
    }
    this.#more.fill(0, left, Math.min(this.#more.length, right + 2));
    return { from: left, to: right };
  }

  #addLine(y: number, edges: readonly number[]): void {
    const all = this.#edges;
    const crossings = this.#crossings;
    let count = 0;
    for (const i of edges) {
      const upper = all[4 * i + 2] as number;
      if (y < upper || y >= (all[4 * i + 3] as number)) continue;
      const x = (all[4 * i] as number) + (y - upper) * (all[4 * i + 1] as number);
      const way = this.#ways[i] as number;
      // In order from the left: there are few of them.
      const free = (crossings[count] ??= { x, way });
      let at = count++;
      for (; at > 0 && (crossings[at - 1] as { x: number }).x > x; at--)
        crossings[at] = crossings[at - 1] as { x: number; way: number };
      crossings[at] = free;
      free.x = x;
      free.way = way;
    }
    let around = 0;
    for (let k = 0; k + 1 < count; k++) {
      const { x, way } = crossings[k] as { x: number; way: number };
      around += way;
      const isInside = this.#evenOdd ? (around & 1) !== 0 : around !== 0;
      if (isInside) this.#addSpan(x, (crossings[k + 1] as { x: number }).x);
    }
  }

  #addSpan(from: number, to: number): void {
    const least = this.left * PARTS;
    const most = this.right * PARTS;
    const a = Math.min(most, Math.max(least, Math.round(from * PARTS)));
    const b = Math.min(most, Math.max(least, Math.round(to * PARTS)));
    if (a >= b) return;
    const more = this.#more;
    const [first, last] = [a >> PARTS_BITS, b >> PARTS_BITS];
    const [into, past] = [a & (PARTS - 1), b & (PARTS - 1)];
    more[first] = (more[first] as number) + PARTS - into;
    more[first + 1] = (more[first + 1] as number) + into;
    more[last] = (more[last] as number) - (PARTS - past);
    more[last + 1] = (more[last + 1] as number) - past;
  }
}
