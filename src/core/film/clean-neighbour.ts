import type { Film, Photo } from './film';
import { isMoved } from './photo-mends';
import { fileOf, shownSize } from './photo-picture';
import { photosByScene } from './scene-photos';

const neighbours = new WeakMap<Film, ReadonlyMap<string, Photo>>();

const isAlike = (a: Photo, b: Photo): boolean => {
  const [one, other] = [shownSize(a), shownSize(b)];
  return one.width * other.height === one.height * other.width;
};

/** For each photo that was moved the nearest of its scene that was not, of the same shape; by id of the photo. */
function findNeighbours(film: Film): ReadonlyMap<string, Photo> {
  const found = new Map<string, Photo>();
  for (const photos of photosByScene(film).values()) {
    const clean = photos.flatMap((photo, at) => (isMoved(fileOf(photo).mends) ? [] : [{ photo, at }]));
    photos.forEach((photo, at) => {
      if (!isMoved(fileOf(photo).mends)) return;
      const near = clean
        .filter((each) => isAlike(each.photo, photo))
        .reduce<(typeof clean)[number] | undefined>(
          (best, each) => (best && Math.abs(best.at - at) <= Math.abs(each.at - at) ? best : each),
          undefined,
        );
      if (near) found.set(photo.id, near.photo);
    });
  }
  return found;
}

/** The photo whose edge is seen where a moved one does not reach; undefined where there is none. */
export function cleanNeighbour(film: Film, photoId: string): Photo | undefined {
  let known = neighbours.get(film);
  if (!known) neighbours.set(film, (known = findNeighbours(film)));
  return known.get(photoId);
}
