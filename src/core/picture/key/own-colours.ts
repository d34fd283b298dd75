import type { KeyBlocks } from './key-blocks';

/** What has no more of the backing than this may be the subject alone, in the backing's light; within a block it is as even as that. */
export const SURELY = 0.3;
const EVEN = 0.2;
/** Blocks beyond the subject to which its own ratio is spread: as far as hair and motion reach. */
const SPREAD = 7;
/** From block to block towards the edge so much more of the backing's light falls on it. */
const RISE = 1.05;
/** Edges are so many blocks wide at most; further out each block is by a part nearer to grey that the backing shines on. */
const NEAR_EDGE = 2;
const TOWARDS_GREY = 0.15;
const GREY = 1.1;
/** Far from the subject nothing is too bright to be a mixture. */
const ENDLESS = 1000;

/** A ratio one block further out: first a little more of the backing's light falls on it; hair and what is blurred is nearly grey. */
const further = (ratio: number, ring: number): number =>
  ring < NEAR_EDGE ? RISE * ratio : ratio + TOWARDS_GREY * (GREY - ratio);

/** What was seen in each block: the largest and the smallest part of the backing, the largest ratio, and the most light in the other channels. */
export interface BlockFacts {
  readonly most: Float32Array;
  readonly fewest: Float32Array;
  readonly ratios: Float32Array;
  readonly brightest: Float32Array;
}

/** What the subject's own colours are like in each block, and around it as in the nearest ones. */
export interface OwnColours {
  /**
   * The ratio of the backing's own channel to the others: 1 where they are grey, less where they are the opposite of the backing's, more where the
   * backing's light falls on them. Between the backing and a colour of a known ratio the matte is settled, however bright that is.
   */
  readonly ratios: Float32Array;
  /** The most light in the other channels, in parts of the backing's own: what is as bright is no mixture. */
  readonly brightest: Float32Array;
}

/** Blocks around one that are wholly within a picture, with itself. */
function around(at: number, { across, down }: KeyBlocks, visit: (near: number) => void): void {
  const [x, y] = [at % across, Math.floor(at / across)];
  for (let v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++)
    for (let u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++) visit(v * across + u);
}

/** Blocks that are the subject alone: as even as it is in the backing's light, or with nothing of the backing around them either. */
function subjectBlocks({ most, fewest }: BlockFacts, blocks: KeyBlocks): Uint8Array {
  return Uint8Array.from(most, (largest, at) => {
    if (largest > SURELY) return 0;
    if (largest - (fewest[at] as number) <= EVEN) return 1;
    let isInside = 1;
    around(at, blocks, (near) => {
      if ((most[near] as number) > SURELY) isInside = 0;
    });
    return isInside;
  });
}

/** What the subject's own colours are like, by blocks. */
export function ownColours(facts: BlockFacts, blocks: KeyBlocks): OwnColours {
  const { ratios, brightest } = facts;
  const isSubject = subjectBlocks(facts, blocks);
  const known = { ratios: blocks.numbers(NaN), brightest: blocks.numbers(NaN) };
  for (let at = 0; at < isSubject.length; at++) {
    if (isSubject[at] === 0) continue;
    // The largest around: no place of the subject itself is taken for its edge.
    let [ratio, bright] = [0, 0];
    around(at, blocks, (near) => {
      if (isSubject[near] === 0) return;
      ratio = Math.max(ratio, ratios[near] as number);
      bright = Math.max(bright, brightest[near] as number);
    });
    known.ratios[at] = ratio;
    known.brightest[at] = bright;
  }
  return {
    ratios: spread(known.ratios, blocks, further, 1),
    brightest: spread(known.brightest, blocks, (value) => value, ENDLESS),
  };
}

/** From a block to its four neighbours, two numbers from each on. */
const SIDEWAYS = [0, 1, 0, -1, 0];

/** Fills what is not known (NaN) around what is, ring after ring, with the largest of its neighbours, so many times as much; what is far from all is as `far` says. */
function spread(
  known: Float32Array,
  { across, down }: KeyBlocks,
  step: (value: number, ring: number) => number,
  far: number,
): Float32Array {
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
      return step(most, round);
    });
    const next: number[] = [];
    ring.forEach((at, i) => (known[at] = values[i] as number));
    for (const at of ring) look(at, next);
    ring = next;
  }
  for (let at = 0; at < known.length; at++) if (!isKnown(at)) known[at] = far;
  return known;
}
