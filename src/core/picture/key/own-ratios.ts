import type { KeyBlocks } from './key-blocks';

/** What has no more of the backing than this may be the subject alone, in the backing's light; within a block it is as even as that. */
const SURELY = 0.3;
const EVEN = 0.2;
/** Blocks beyond the subject to which its own ratio is spread: as far as hair and motion reach. */
const SPREAD = 7;
/** From block to block towards the edge so much more of the backing's light falls on it. */
const RISE = 1.05;

/** What was seen in each block: the largest and the smallest part of the backing, and the largest ratio. */
export interface BlockFacts {
  readonly most: Float32Array;
  readonly fewest: Float32Array;
  readonly ratios: Float32Array;
}

/**
 * The ratio of the backing's own channel to the others in the subject's colours, by blocks: 1 where they are grey, less where they are the opposite of the
 * backing's, more where the backing's light falls on them. Between the backing and a colour of a known ratio the matte is settled, however bright
 * that is. Around the subject it is as its nearest blocks have it.
 */
export function ownRatios({ most, fewest, ratios }: BlockFacts, blocks: KeyBlocks): Float32Array {
  const { across, down } = blocks;
  const isSubject = (at: number): boolean =>
    (most[at] as number) <= SURELY && (most[at] as number) - (fewest[at] as number) <= EVEN;
  const known = new Float32Array(most.length).fill(NaN);
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      const at = y * across + x;
      if (!isSubject(at)) continue;
      // The largest around: no place of the subject itself is taken for its edge.
      let largest = 0;
      for (let v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++)
        for (let u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++) {
          const near = v * across + u;
          if (isSubject(near)) largest = Math.max(largest, ratios[near] as number);
        }
      known[at] = largest;
    }
  return spread(known, blocks);
}

/** From a block to its four neighbours, two numbers from each on. */
const SIDEWAYS = [0, 1, 0, -1, 0];

/** Fills what is not known (NaN) around what is, ring after ring, with the largest of its neighbours, since more and more of the backing's light falls on what is near it; what is far from all is 1. */
function spread(known: Float32Array, { across, down }: KeyBlocks): Float32Array {
  const isKnown = (at: number): boolean => !Number.isNaN(known[at]);
  // Those that are in a ring, or were.
  const seen = new Uint8Array(known.length);
  let ring: number[] = [];
  const look = (at: number, next: number[]): void => {
    const [x, y] = [at % across, Math.floor(at / across)];
    for (let side = 0; side < 4; side++) {
      const [u, v] = [x + (SIDEWAYS[side] as number), y + (SIDEWAYS[side + 1] as number)];
      const near = v * across + u;
      if (u < 0 || v < 0 || u >= across || v >= down || seen[near] === 1 || isKnown(near)) continue;
      seen[near] = 1;
      next.push(near);
    }
  };
  for (let at = 0; at < known.length; at++) if (isKnown(at)) look(at, ring);
  for (let round = 0; round < SPREAD && ring.length > 0; round++) {
    const values = ring.map((at) => {
      const [x, y] = [at % across, Math.floor(at / across)];
      let most = 0;
      for (let side = 0; side < 4; side++) {
        const [u, v] = [x + (SIDEWAYS[side] as number), y + (SIDEWAYS[side + 1] as number)];
        if (u < 0 || v < 0 || u >= across || v >= down || !isKnown(v * across + u)) continue;
        most = Math.max(most, known[v * across + u] as number);
      }
      return RISE * most;
    });
    const next: number[] = [];
    ring.forEach((at, i) => (known[at] = values[i] as number));
    for (const at of ring) look(at, next);
    ring = next;
  }
  for (let at = 0; at < known.length; at++) if (!isKnown(at)) known[at] = 1;
  return known;
}
