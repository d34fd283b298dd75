import type { Affine } from '../affine';
import type { RecipeFile } from '../recipe';
import type { PaintedStroke } from './stroke';

/** A picture that strokes paint in. */
export interface PaintPicture {
  readonly file: RecipeFile;
  /** What is painted on it in turn. */
  readonly paint?: Paint | undefined;
  /** From the pixels of the upright photo that is painted on to those of this upright picture. */
  readonly map: Affine;
}

/** What is painted on a photo before anything else is done to it, in the photo's own pixels. */
export interface Paint {
  readonly pictures: readonly PaintPicture[];
  /** In the order in which they were painted: later ones lie over earlier ones. */
  readonly strokes: readonly PaintedStroke[];
}
