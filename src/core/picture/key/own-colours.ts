import type { JobKind, StepCode } from '../steps/step-kind';
import type { KeyFacts } from './key-facts';
import { SURELY } from './measure-rows';

const f = Math.fround;

/** Within a block the subject alone is as even as this, in parts of the backing. */
const EVEN = f(0.2);
/** Blocks beyond the subject to which its own ratio is spread: as far as hair and motion reach. */
const SPREAD = 7;
/** From block to block towards the edge so much more of the backing's light falls on it. */
const RISE = f(1.05);
/** Edges are so many blocks wide at most; further out each block is by a part nearer to grey that the backing shines on. */
const NEAR_EDGE = 2;
const TOWARDS_GREY = f(0.15);
const GREY = f(1.1);
/** Far from the subject nothing is too bright to be a mixture, and colours are grey. */
const ENDLESS = 1000;
const FAR_RATIO = 1;
/** Not known. */
const UNKNOWN = -1;

/** A ratio one block further out: first a little more of the backing's light falls on it; hair and what is blurred is nearly grey. */
const further = (ratio: number, ring: number): number =>
  ring < NEAR_EDGE ? f(RISE * ratio) : f(ratio + f(TOWARDS_GREY * f(GREY - ratio)));

/** The largest of a block and those around it, as far as they lie in the picture; those that `isMeant` is 0 for count as 0. */
function largestAround(
  numbers: Float32Array,
  at: number,
  { blocks }: KeyFacts,
  isMeant?: Uint8Array,
): number {
  const { across, down } = blocks;
  const x = at % across;
  const y = Math.floor(at / across);
  let largest = isMeant ? 0 : -Infinity;
  for (let v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v++)
    for (let u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u++) {
      const near = v * across + u;
      if (!isMeant || isMeant[near] === 1) largest = Math.max(largest, numbers[near] as number);
    }
  return largest;
}

/** Fills what is not known around what is, ring after ring, from the largest of its neighbours; what is far from all is as `far` says. */
function spread(facts: KeyFacts, known: Float32Array, isRatio: boolean, far: number): void {
  const { across } = facts.blocks;
  const next = facts.spare;
  for (let ring = 0; ring < SPREAD; ring++) {
    for (let at = 0; at < known.length; at++) {
      let value = known[at] as number;
      if (value < 0) {
        const x = at % across;
        if (x > 0) value = Math.max(value, known[at - 1] as number);
        if (x + 1 < across) value = Math.max(value, known[at + 1] as number);
        if (at >= across) value = Math.max(value, known[at - across] as number);
        if (at + across < known.length) value = Math.max(value, known[at + across] as number);
        if (isRatio && value >= 0) value = further(value, ring);
      }
      next[at] = value;
    }
    known.set(next);
  }
  for (let at = 0; at < known.length; at++) if ((known[at] as number) < 0) known[at] = far;
}

function plain(facts: KeyFacts): void {
  const { blocks, most, least, others, measured, ratios, brightest, kinds, spare } = facts;
  const { across } = blocks;
  const behindOf = (at: number): number =>
    f(1 - (others[Math.floor(at / across) * (across + 1) + (at % across)] as number));
  for (let at = 0; at < most.length; at++) spare[at] = f((most[at] as number) / behindOf(at));
  // Blocks that are the subject alone: as even as it is in the backing's light, or with nothing of the backing around them either.
  for (let at = 0; at < most.length; at++) {
    const largest = spare[at] as number;
    const fewest = f((least[at] as number) / behindOf(at));
    const isEven = largest <= f(SURELY) && f(largest - fewest) <= EVEN;
    kinds[at] = isEven || largestAround(spare, at, facts) <= f(SURELY) ? 1 : 0;
  }
  // The largest around: no place of the subject itself is taken for its edge.
  for (let at = 0; at < most.length; at++) {
    ratios[at] = kinds[at] === 1 ? largestAround(measured, at, facts, kinds) : UNKNOWN;
    spare[at] = kinds[at] === 1 ? largestAround(brightest, at, facts, kinds) : UNKNOWN;
  }
  brightest.set(spare);
  spread(facts, ratios, true, FAR_RATIO);
  spread(facts, brightest, false, ENDLESS);
}

function vector(facts: KeyFacts, code: StepCode): void {
  const { blocks, most, least, others, measured, ratios, brightest, kinds, spare } = facts;
  code.findOwnColours(
    ...([blocks.across, blocks.down, most.byteOffset, least.byteOffset, others.byteOffset] as const),
    ...([measured.byteOffset, ratios.byteOffset, brightest.byteOffset] as const),
    ...([kinds.byteOffset, spare.byteOffset] as const),
  );
}

/**
 * Finds what the subject's own colours are like in each block that was measured, and around it as in the nearest ones: the ratio of the backing's own channel
 * to the others, which is 1 where they are grey, less where they are the opposite of the backing's, more where the backing's light falls on them; and the most
 * light in the other channels, in parts of the backing's own. Between the backing and a colour of a known ratio the matte is settled, however bright that is;
 * what is as bright as the brightest is no mixture. What the blocks are is written where their kinds will be.
 */
export const findOwnColours: JobKind<KeyFacts> = { plain, vector };
