import type { Affine } from '../affine';
import type { JobKind, StepCode } from '../steps/step-kind';
import type { ChannelOrder } from './colour-difference';
import { BACKING_TERMS, type Backing } from './key-cut';
import type { KeyFacts } from './key-facts';

/** What a photo is measured by. */
export interface BackingJob {
  readonly facts: KeyFacts;
  readonly backing: Backing;
  /** From pixels to parts of the upright photo. */
  readonly toPhoto: Affine;
  readonly order: ChannelOrder;
  readonly isMost: boolean;
}

/** No backing is as dark as black: what is measured against it would be endless. */
const DARKEST = 1e-4;

/** All terms of the fields of the three channels, one after the other. */
function termsOf({ red, green, blue }: Backing): Float64Array {
  const terms = new Float64Array(3 * BACKING_TERMS);
  [red, green, blue].forEach((field, i) => terms.set(field, i * BACKING_TERMS));
  return terms;
}

/** A field's value at a place, x and y from -1 to 1; its terms from `at` on. */
function valueAt(terms: Float64Array, at: number, x: number, y: number): number {
  const t = (i: number): number => terms[at + i] as number;
  const across = t(0) + x * (t(1) + x * (t(3) + x * t(6)));
  return across + y * (t(2) + x * (t(4) + x * t(7)) + y * (t(5) + x * t(8) + y * t(9)));
}

function plain({ facts, backing, toPhoto, order: [p, m, l], isMost }: BackingJob): void {
  const { blocks, corners, scales, others } = facts;
  const { across, side } = blocks;
  const terms = termsOf(backing);
  const [a, b, c, d, e, f] = toPhoto;
  for (let corner = 0; corner < scales.length; corner++) {
    const u = (corner % (across + 1)) * side;
    const v = Math.floor(corner / (across + 1)) * side;
    const x = 2 * (a * u + c * v + e) - 1;
    const y = 2 * (b * u + d * v + f) - 1;
    const at = 3 * corner;
    for (let i = 0; i < 3; i++) corners[at + i] = Math.max(DARKEST, valueAt(terms, i * BACKING_TERMS, x, y));
    const [most, middle, least] = [corners[at + p], corners[at + m], corners[at + l]] as [
      number,
      number,
      number,
    ];
    const own = isMost ? most : Math.min(most, middle);
    scales[corner] = 1 / own;
    others[corner] = (isMost ? Math.max(middle, least) : least) / own;
  }
}

function vector({ facts, backing, toPhoto, order, isMost }: BackingJob, code: StepCode): void {
  const { blocks, corners, scales, others } = facts;
  const { byteOffset, buffer } = code.scratch;
  new Float64Array(buffer, byteOffset, 3 * BACKING_TERMS).set(termsOf(backing));
  code.layBacking(
    ...([corners.byteOffset, scales.byteOffset, others.byteOffset, scales.length] as const),
    ...([blocks.across + 1, blocks.side, ...toPhoto, byteOffset, ...order, Number(isMost)] as const),
  );
}

/** Finds the backing at the corners of all blocks, and what is measured by it. */
export const layBacking: JobKind<BackingJob> = { plain, vector };
