import type { Approximate } from '../../../../core/film/film';
import type { Pixels } from '../../../../core/picture/pixels';

/** A decoded picture in sRGB, or near it: `approximate` says why its colours cannot be told exactly. */
export interface ForeignPicture extends Pixels {
  readonly approximate?: Approximate;
}

/** Pixels in sRGB by their profile; as they are, and said to be approximate, where it cannot be used. */
export async function inSrgb(pixels: Pixels, profile: Uint8Array): Promise<ForeignPicture> {
  const { toSrgb } = await import('./to-srgb');
  return (await toSrgb(pixels, profile)) ?? { ...pixels, approximate: 'profile' };
}
