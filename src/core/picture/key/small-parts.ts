import type { Size } from '../size';

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
  readonly sizes: ReadonlyMap<number, number>;
}

/** Finds what hangs together of the values that are meant, over sides of pixels. */
function partsOf(matte: Uint8Array, { width, height }: Size, belongs: (value: number) => boolean): Parts {
  const meant = Uint8Array.from({ length: 256 }, (_, i) => (belongs(i) ? 1 : 0));
  const all = new Stretches();
  let above: number[] = [];
  for (let y = 0; y < height; y++) {
    const here: number[] = [];
    const line = y * width;
    let next = 0;
    for (let x = 0; x < width; x++) {
      if (meant[matte[line + x] as number] === 0) continue;
      const from = x;
      while (x < width && meant[matte[line + x] as number] === 1) x++;
      const made = all.add(y, from, x);
      here.push(made);
      while (next < above.length && (all.to[above[next] as number] as number) <= from) next++;
      for (let i = next; i < above.length && (all.from[above[i] as number] as number) < x; i++)
        all.join(above[i] as number, made);
    }
    above = here;
  }
  const sizes = new Map<number, number>();
  for (let i = 0; i < all.from.length; i++) {
    const first = all.first(i);
    sizes.set(first, (sizes.get(first) ?? 0) + (all.to[i] as number) - (all.from[i] as number));
  }
  return { stretches: all, sizes };
}

/**
 * Sets what hangs together and is no larger than so many pixels to a value, in place: holes in the subject, or specks outside of it. `belongs` tells which
 * values are meant.
 */
export function setSmallParts(
  matte: Uint8Array,
  size: Size,
  belongs: (value: number) => boolean,
  largest: number,
  value: number,
): void {
  if (largest < 1) return;
  const { stretches, sizes } = partsOf(matte, size, belongs);
  for (let i = 0; i < stretches.from.length; i++) {
    if ((sizes.get(stretches.first(i)) as number) > largest) continue;
    const line = (stretches.row[i] as number) * size.width;
    matte.fill(value, line + (stretches.from[i] as number), line + (stretches.to[i] as number));
  }
}

/** See-through by half. */
const HALF = 128;

/** Pixels that go though the subject is all around them. */
export function enclosedPixels(matte: Uint8Array, size: Size): number {
  const { stretches, sizes } = partsOf(matte, size, (value) => value < HALF);
  const { from, to, row } = stretches;
  const outside = new Set<number>();
  for (let i = 0; i < from.length; i++)
    if (from[i] === 0 || to[i] === size.width || row[i] === 0 || row[i] === size.height - 1)
      outside.add(stretches.first(i));
  let pixels = 0;
  for (const [part, count] of sizes) if (!outside.has(part)) pixels += count;
  return pixels;
}
