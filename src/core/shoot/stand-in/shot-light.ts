import { chanceNumbers } from '../../chance/chance-numbers';

/** Lamps are brighter or darker by so much from photo to photo, at most: a part of their light. */
const FLICKER = 0.015;
/** Pixels of a tile of grain along its sides, and how much of a pixel is grain at most, of 255. */
const TILE = 256;
const STRONGEST = 22;

/** How much of its light the set has in a picture, about 1: the same for the same picture. */
export const lightOfPicture = (number: number): number => {
  const next = chanceNumbers(1 + (number % 100_000));
  next();
  return 1 + FLICKER * (2 * next() - 1);
};

/** Grain to be laid over a picture tile by tile: black and white pixels of little strength, RGBA, `side` across and down. */
export function grainTile(seed: number): {
  readonly side: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
} {
  const next = chanceNumbers(seed);
  const data = new Uint8ClampedArray(4 * TILE * TILE);
  for (let at = 0; at < data.length; at += 4) {
    const grain = next() + next() - 1;
    data.fill(grain > 0 ? 255 : 0, at, at + 3);
    data[at + 3] = Math.abs(grain) * STRONGEST;
  }
  return { side: TILE, data };
}
