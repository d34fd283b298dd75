import { chained, inverse, scaling, type Affine } from '../picture/affine';
import { turnMatrix } from '../picture/orientation';
import { placementMap, placePhoto } from '../picture/placement';
import type { PlainRecipe } from '../picture/recipe';
import type { Photo } from './film';
import { fileOf, recipeFile, shownSize, turnOf } from './photo-picture';

/**
 * A photo as photos are compared by a job: without its mends, standing as it is shown, whole, in the middle of a black square. So
 * photos of several shapes lie on each other in their own proportions.
 */
export function analysisRecipe(photo: Photo, side: number): PlainRecipe {
  const { width, height } = fileOf(photo);
  const film = { width: side, height: side };
  return {
    file: recipeFile(photo),
    photoSteps: [],
    geometry: chained(
      turnMatrix(turnOf(photo), width, height),
      placementMap(placePhoto(shownSize(photo), film, 'whole')),
    ),
    film,
    background: '#000000',
    filmSteps: [],
  };
}

/** The same, in its own shape, so that its longer side has so many pixels. */
export function analysisRecipeAlone(photo: Photo, side: number): PlainRecipe {
  const recipe = analysisRecipe(photo, side);
  const { width, height } = shownSize(photo);
  const scale = side / Math.max(width, height);
  const { width: across, height: down } = fileOf(photo);
  return {
    ...recipe,
    geometry: chained(turnMatrix(turnOf(photo), across, down), scaling(scale, scale)),
    film: { width: Math.round(width * scale), height: Math.round(height * scale) },
  };
}

/** From the pixels of such a picture to parts of the upright photo. */
export const partsOfPhoto = ({ geometry, file }: PlainRecipe): Affine =>
  chained(inverse(geometry), scaling(1 / file.width, 1 / file.height));
