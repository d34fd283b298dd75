import type { Meant, RenderCode } from '../render-code';
import type { Size } from '../size';
import { BLOCK_KINDS, type KeyFacts } from './key-facts';

/** Stretches of rows that hang together, as sets: each knows one that it belongs to. */
class Stretches {
  readonly from: number[] = [];
  readonly to: number[] = [];
  readonly row: number[] = [];
  readonly #of: number[] = [];

  add(row: number, from: number, to: number): number {
    this.from.push(from);
    this.to.push(to);
    this.row.push(row);
    return this.#of.push(this.#of.length) - 1;
  }

  /** Which one stands for all of its set. */
  first(i: number): number {
    let at = i;
    while (this.#of[at] !== at) {
      this.#of[at] = this.#of[this.#of[at] as number] as number;
      at = this.#of[at] as number;
    }
    return at;
  }

  join(a: number, b: number): void {
    const [one, other] = [this.first(a), this.first(b)];
    this.#of[Math.max(one, other)] = Math.min(one, other);
  }
}

interface Parts {
  readonly stretches: Stretches;
  /** Pixels of each part, by the stretch that stands for it. */
  readonly sizes: Float64Array;
}

/** Finds what hangs together of the values that are meant, over sides of pixels. */
export function partsOf(
  code: RenderCode,
  { alpha, ends }: Pick<KeyFacts, 'alpha' | 'ends'>,
  { width, height }: Size,
  meant: Meant,
): Parts {
  const all = new Stretches();
  // The stretches of the row above, and from where on they are there.
  let [first, above] = [0, 0];
  for (let y = 0; y < height; y++) {
    const count = code.stretches(alpha.subarray(y * width, (y + 1) * width), meant, ends);
    const here = all.from.length;
    let next = first;
    for (let i = 0; i < count; i += 2) {
      const [from, to] = [ends[i] as number, ends[i + 1] as number];
      const made = all.add(y, from, to);
      while (next < above && (all.to[next] as number) <= from) next++;
      for (let other = next; other < above && (all.from[other] as number) < to; other++)
        all.join(other, made);
    }
    [first, above] = [here, all.from.length];
  }
  const sizes = new Float64Array(all.from.length);
  for (let i = 0; i < all.from.length; i++) {
    const part = all.first(i);
    sizes[part] = (sizes[part] as number) + (all.to[i] as number) - (all.from[i] as number);
  }
  return { stretches: all, sizes };
}

/** Sets what hangs together and is no larger than so many pixels to a value, in place: holes in the subject, or specks outside of it. */
export function setSmallParts(
  code: RenderCode,
  facts: KeyFacts,
  size: Size,
  meant: Meant,
  largest: number,
  value: number,
): void {
  if (largest < 1) return;
  const { alpha, blocks, kinds } = facts;
  const { stretches, sizes } = partsOf(code, facts, size, meant);
  for (let i = 0; i < stretches.from.length; i++) {
    if ((sizes[stretches.first(i)] as number) > largest) continue;
    const y = stretches.row[i] as number;
    const [from, to] = [stretches.from[i] as number, stretches.to[i] as number];
    alpha.fill(value, y * size.width + from, y * size.width + to);
    kinds.fill(BLOCK_KINDS.mixed, blocks.at(from, y), blocks.at(to - 1, y) + 1);
  }
}
