import type { DetailPicture } from './detail-picture';

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
