import { compose, swapsSides, type Orientation } from '../picture/orientation';
import type { Size } from '../picture/placement';
import type { Photo, PictureFile } from './film';

/** The file that stands for a photo in the film: the retouched one where there is one. */
export const fileOf = (photo: Photo): PictureFile => photo.retouched ?? photo;

/** All files that photos need, their own and the retouched ones, once each by hash: twins share one. */
export const filesOf = (photos: readonly Photo[]): ReadonlyMap<string, PictureFile> =>
  new Map(
    photos
      .flatMap((photo): PictureFile[] => (photo.retouched ? [photo, photo.retouched] : [photo]))
      .map((file) => [file.hash, file]),
  );

/** How a photo's upright picture is turned further. */
export const turnOf = (photo: Photo): Orientation => fileOf(photo).turn ?? 1;

/** How the stored pixels of the shown file are turned in all: by the file and by the person. */
export const wholeTurnOf = (photo: Photo): Orientation => compose(fileOf(photo).orientation, turnOf(photo));

/** Pixels of a photo as the film shows it. */
export function shownSize(photo: Photo): Size {
  const { width, height } = fileOf(photo);
  return swapsSides(turnOf(photo)) ? { width: height, height: width } : { width, height };
}
