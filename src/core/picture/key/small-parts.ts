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

/**
 * Sets what hangs together and is no larger than so many pixels to a value, in place: holes in the subject, or specks outside of it. `belongs` tells which
 * values are meant.
 */
export function setSmallParts(
  matte: Uint8Array,
  { width, height }: Size,
  belongs: (value: number) => boolean,
  largest: number,
  value: number,
): void {
  if (largest < 1) return;
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
  for (let i = 0; i < all.from.length; i++) {
    if ((sizes.get(all.first(i)) as number) > largest) continue;
    const line = (all.row[i] as number) * width;
    matte.fill(value, line + (all.from[i] as number), line + (all.to[i] as number));
  }
}
