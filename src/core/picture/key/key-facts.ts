import type { RoomPlan } from '../room-plan';
import type { Size } from '../size';
import type { ChannelOrder } from './colour-difference';
import { KeyBlocks } from './key-blocks';

/**
 * What is found out about a photo while its subject is cut out: its matte, and of each block what was measured. It lies in room for the picture, where the
 * built code reaches it, and is lent as long as that.
 */
export interface KeyFacts {
  readonly blocks: KeyBlocks;
  /** 0 to 255, rows top to bottom. */
  readonly alpha: Uint8Array;
  /** Of each block whether all of it goes, all of it stays, or it is mixed, as `BLOCK_KINDS` has it. */
  readonly kinds: Uint8Array;
  /** The backing at the upper left corner of each block, in light, and beyond the last ones: three numbers each. */
  readonly corners: Float32Array;
  /** At the same places what the backing's own light is divided by, turned around, and its other light in parts of that. */
  readonly scales: Float32Array;
  readonly others: Float32Array;
  /** Of each block the greatest and the least that own and other light differ by, and the largest ratio of the two that was measured. */
  readonly most: Float32Array;
  readonly least: Float32Array;
  readonly measured: Float32Array;
  /** The subject's own ratio, and the most other light; that at first as it was measured. */
  readonly ratios: Float32Array;
  readonly brightest: Float32Array;
  /** How near the edge of the subject is: 1 at it, 0 where it is further in than the spill reaches. */
  readonly near: Float32Array;
  /** Room for numbers of blocks on the way to others. */
  readonly spare: Float32Array;
  /** Room for where stretches of a row begin and end: one more than the row has pixels. */
  readonly ends: Int32Array;
}

/** What is known of a block; those that are mixed are looked at pixel by pixel. What is mixed may turn out to be all alike. */
export const BLOCK_KINDS = { goes: 0, mixed: 1, stays: 255 } as const;

/** Asks for the room of a photo's facts. */
export function planKeyFacts(size: Size, room: RoomPlan): () => KeyFacts {
  const blocks = new KeyBlocks(size);
  const { across, down } = blocks;
  const count = across * down;
  const corners = (across + 1) * (down + 1);
  const alpha = room.take(size.width * size.height);
  const kinds = room.take(count);
  const ends = room.takeWhole(size.width + 1);
  const floats = (numbers: number): (() => Float32Array) => room.takeFloats(numbers);
  const pieces = {
    ...{ corners: floats(corners * 3), scales: floats(corners), others: floats(corners) },
    ...{ most: floats(count), least: floats(count), measured: floats(count) },
    ...{ ratios: floats(count), brightest: floats(count) },
    ...{ near: floats(count), spare: floats(count) },
  };
  return () => ({
    blocks,
    alpha: alpha().subarray(0, size.width * size.height),
    kinds: kinds().subarray(0, count),
    ends: ends(),
    ...{ corners: pieces.corners(), scales: pieces.scales(), others: pieces.others() },
    ...{ most: pieces.most(), least: pieces.least(), measured: pieces.measured() },
    ...{ ratios: pieces.ratios(), brightest: pieces.brightest() },
    ...{ near: pieces.near(), spare: pieces.spare() },
  });
}

/** What is done to rows of one row of blocks. */
export interface BlockRowJob {
  readonly facts: KeyFacts;
  /** Which row of blocks. */
  readonly row: number;
  readonly order: ChannelOrder;
  /** Whether the greatest channel is the backing's own, or all but the least one are. */
  readonly isMost: boolean;
}
