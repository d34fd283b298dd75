import { swapsSides, type Orientation } from '../picture/orientation';
import type { Size } from '../picture/size';
import type { RecipeFile } from '../picture/recipe';
import type { Photo, PictureFile } from './film';

/** The file that stands for a photo in the film: the retouched one where there is one. */
export const fileOf = (photo: Photo): PictureFile => photo.retouched ?? photo;

/** The file that a photo shows, as a recipe names it. */
export const recipeFile = (photo: Photo): RecipeFile => {
  const { hash, type, width, height, orientation } = fileOf(photo);
  return { hash, type, width, height, orientation };
};

const unmended = new WeakMap<Photo, Photo>();

/** A photo with its own file and without mends, turned as it was; the same value for the same photo. */
export function asItCame(photo: Photo): Photo {
  let plain = unmended.get(photo);
  if (!plain)
    unmended.set(photo, (plain = { ...photo, retouched: undefined, mends: undefined, strokes: undefined }));
  return plain;
}

/** All files that photos need, their own and the retouched ones, once each by hash: twins share one. */
export const filesOf = (photos: readonly Photo[]): ReadonlyMap<string, PictureFile> =>
  new Map(
    photos
      .flatMap((photo): PictureFile[] => (photo.retouched ? [photo, photo.retouched] : [photo]))
      .map((file) => [file.hash, file]),
  );

/** How a photo's upright picture is turned further. */
export const turnOf = (photo: Photo): Orientation => fileOf(photo).turn ?? 1;

/** Pixels of a photo as the film shows it. */
export function shownSize(photo: Photo): Size {
  const { width, height } = fileOf(photo);
  return swapsSides(turnOf(photo)) ? { width: height, height: width } : { width, height };
}
