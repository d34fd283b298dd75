import type { Affine } from '../picture/affine';
import type { LightChange } from '../picture/steps/light-change';

/** How another photo of the same set lies on a photo, and in which light: found once for the two. */
export interface PhotoPair {
  /** From parts of the upright photo to parts of the other one's upright picture. */
  readonly map: Affine;
  /** What brings the other's light to the photo's, by places of the photo. */
  readonly light: LightChange;
  /** Whether their places were found, or they are laid over each other by their middles. */
  readonly isFound: boolean;
}

/** From where beside it in the same photo a place is filled. */
export interface Aside {
  /** In parts of the longer side. */
  readonly right: number;
  readonly down: number;
  readonly light: LightChange;
}
