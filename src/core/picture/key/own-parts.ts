import type { KeyBlocks } from './key-blocks';

/** What has no more of the backing than this may be the subject alone, in the backing's light; within a block it is as even as that. */
const SURELY = 0.3;
const EVEN = 0.2;
/** What is the opposite of the backing counts no further than this, as grain would otherwise. */
const LEAST = -4;
/** Blocks beyond the subject to which its own part is spread: as far as hair and motion reach. */
const SPREAD = 14;

/**
 * How much of the backing there seems to be in what is wholly the subject, by blocks: below 0 where its colours are the opposite of the backing's, which
 * its edge has to be measured against. `most` and `fewest` are the largest and the smallest part that were seen in each block. Around the subject it is as its nearest blocks have it.
 */
export function ownParts(most: Float32Array, fewest: Float32Array, blocks: KeyBlocks): Float32Array {
  const { across, down } = blocks;
  const isSubject = (at: number): boolean =>
    (most[at] as number) <= SURELY && (most[at] as number) - (fewest[at] as number) <= EVEN;
  const known = new Float32Array(most.length).fill(NaN);
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      const at = y * across + x;
      if (!isSubject(at)) continue;
      // The largest around: no place of the subject itself is taken for its edge.
      let largest = LEAST;
      for (let v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++)
        for (let u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++) {
          const near = v * across + u;
          if (isSubject(near)) largest = Math.max(largest, most[near] as number);
        }
      known[at] = largest;
    }
  return spread(known, blocks);
}

/** Fills what is not known (NaN) around what is, ring after ring, with the mean of its neighbours; what is far from all is 0. */
function spread(known: Float32Array, { across, down }: KeyBlocks): Float32Array {
  let ring: number[] = [];
  for (let at = 0; at < known.length; at++) if (Number.isNaN(known[at])) ring.push(at);
  for (let round = 0; round < SPREAD && ring.length > 0; round++) {
    const left: number[] = [];
    const filled: number[] = [];
    const values: number[] = [];
    for (const at of ring) {
      const [x, y] = [at % across, Math.floor(at / across)];
      let [sum, count] = [0, 0];
      for (let side = 0; side < 4; side++) {
        const [u, v] = [x + (SIDEWAYS[side] as number), y + (SIDEWAYS[side + 1] as number)];
        if (u < 0 || v < 0 || u >= across || v >= down) continue;
        const near = known[v * across + u] as number;
        if (Number.isNaN(near)) continue;
        sum += near;
        count++;
      }
      if (count === 0) left.push(at);
      else {
        filled.push(at);
        values.push(sum / count);
      }
    }
    filled.forEach((at, i) => (known[at] = values[i] as number));
    if (left.length === ring.length) break;
    ring = left;
  }
  for (const at of ring) known[at] = 0;
  return known;
}

/** From a block to its four neighbours, two numbers from each on. */
const SIDEWAYS = [0, 1, 0, -1, 0];
