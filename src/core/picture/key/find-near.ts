import type { Size } from '../size';
import type { JobKind, StepCode } from '../steps/step-kind';
import { BLOCK_KINDS, type KeyFacts } from './key-facts';

/** A photo whose matte is found. */
export interface NearJob {
  readonly facts: KeyFacts;
  /** Pixels of the photo. */
  readonly size: Size;
  /** How many blocks the spill reaches in. */
  readonly reach: number;
}

/** How much of each block is the subject. */
function findMeans({ alpha, kinds, blocks, near }: KeyFacts, { width, height }: Size): void {
  const { side, across } = blocks;
  for (let block = 0; block < near.length; block++) {
    const kind = kinds[block] as number;
    if (kind !== BLOCK_KINDS.mixed) {
      near[block] = kind / 255;
      continue;
    }
    const left = (block % across) * side;
    const top = Math.floor(block / across) * side;
    const [right, bottom] = [Math.min(width, left + side), Math.min(height, top + side)];
    let sum = 0;
    for (let y = top; y < bottom; y++)
      for (let at = y * width + left; at < y * width + right; at++) sum += alpha[at] as number;
    near[block] = sum / (255 * (right - left) * (bottom - top));
  }
}

/** Means along a line of numbers over windows that reach so many of them to each side; beyond the ends it is as at the ends. */
function blurLine(
  from: Float32Array,
  to: Float32Array,
  at: number,
  step: number,
  count: number,
  reach: number,
): void {
  const value = (i: number): number => from[at + Math.min(count - 1, Math.max(0, i)) * step] as number;
  let sum = 0;
  for (let i = -reach; i <= reach; i++) sum += value(i);
  for (let i = 0; i < count; i++) {
    to[at + i * step] = sum / (2 * reach + 1);
    sum += value(i + reach + 1) - value(i - reach);
  }
}

function plain({ facts, size, reach }: NearJob): void {
  const { blocks, near, spare } = facts;
  const { across, down } = blocks;
  findMeans(facts, size);
  for (let y = 0; y < down; y++) blurLine(near, spare, y * across, 1, across, reach);
  for (let x = 0; x < across; x++) blurLine(spare, near, x, across, down, reach);
  for (let block = 0; block < near.length; block++)
    near[block] = Math.min(1, Math.max(0, 2 * (1 - (near[block] as number))));
}

function vector({ facts, size, reach }: NearJob, code: StepCode): void {
  const { blocks, alpha, kinds, near, spare } = facts;
  code.findNear(
    ...([alpha.byteOffset, kinds.byteOffset, size.width, size.height] as const),
    ...([blocks.side, blocks.across, blocks.down, reach, near.byteOffset, spare.byteOffset] as const),
  );
}

/** Finds how near the edge of the subject each block is: 1 at it, 0 where it is further in than the spill reaches. */
export const findNear: JobKind<NearJob> = { plain, vector };
