/** How many faults of a kind were tried, and what became of those that did harm. */
export interface Tally {
  readonly what: string;
  readonly tried: number;
  /** A sentence for each fault by which something was lost, left unsaid, or held up for over a second. */
  readonly harm: readonly string[];
}

/** Numbers from 0 up to 1 that are the same each time for the same seed (mulberry32). */
export function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** One of a list. */
export const oneOf = <T>(list: readonly T[], next: () => number): T =>
  list[Math.floor(next() * list.length)] as T;
