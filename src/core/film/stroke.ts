import type { Affine } from '../picture/affine';
import type { StrokePath } from '../picture/paint/stroke';
import type { LightChange } from '../picture/steps/light-change';

/** What a stroke paints in: the photo itself again, a clean plate, a photo beside it in the film, or the same photo from a little aside. */
export type PaintFrom =
  | { readonly kind: 'photo' }
  | {
      readonly kind: 'plate' | 'neighbour';
      readonly photoId: string;
      /** From parts of the upright photo to parts of that upright picture: where what stands still in both was found. */
      readonly map: Affine;
    }
  /** In parts of the longer side. */
  | { readonly kind: 'around'; readonly right: number; readonly down: number };

/** One stroke painted on a photo's file. */
export interface Stroke extends StrokePath {
  readonly id: string;
  readonly from: PaintFrom;
  /** What brings the light of what is painted in to the photo's, found around the stroke when it was made. */
  readonly light?: LightChange | undefined;
}

/** Parts of a clean plate for which no photo showed the ground, in cells over the plate. */
export interface UnsureCells {
  readonly across: number;
  readonly down: number;
  /** Numbers of cells, row by row. */
  readonly cells: readonly number[];
}

/** The photo of a scene's empty set. */
export interface Plate {
  readonly photoId: string;
  readonly unsure?: UnsureCells | undefined;
}
