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

/** How light comes out in a picture: how many times as bright in all, and in red and blue beside green. */
export interface ShotLight {
  readonly gain: number;
  readonly red: number;
  readonly blue: number;
}

/** Brightness and tint that a camera which sets itself takes on, at most: parts of the light. */
const DRIFT = { gain: 0.09, tint: 0.05 };

/**
 * What the stand-in's own automatics make of the light: where exposure or white balance set themselves, they go by where the puppet stands,
 * as those of a camera go by what is in front of it.
 */
export const driftOf = (
  { x }: { readonly x: number },
  auto: { readonly exposure: boolean; readonly whiteBalance: boolean },
): ShotLight => {
  const way = Math.sin(x / 210);
  const tint = auto.whiteBalance ? DRIFT.tint * Math.cos(x / 170) : 0;
  return { gain: auto.exposure ? 1 + DRIFT.gain * way : 1, red: 1 + tint, blue: 1 - tint };
};
