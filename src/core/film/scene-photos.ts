import { photosById, type Film, type Photo, type Scene } from './film';
import { posesIn } from './items';

const scenePhotos = new WeakMap<Film, ReadonlyMap<string, readonly Photo[]>>();

/** The photos of each scene by its id, each photo once, in the first scene that shows it, in the order in which they are shown. */
export function photosByScene(film: Film): ReadonlyMap<string, readonly Photo[]> {
  let known = scenePhotos.get(film);
  if (!known) {
    const photos = photosById(film);
    const seen = new Set<string>();
    const ownOf = ({ items }: Scene): readonly Photo[] =>
      posesIn(items).flatMap(({ photoId }) => {
        const photo = seen.has(photoId) ? undefined : photos.get(photoId);
        seen.add(photoId);
        return photo ?? [];
      });
    known = new Map(film.scenes.filter(({ setAside }) => !setAside).map((scene) => [scene.id, ownOf(scene)]));
    scenePhotos.set(film, known);
  }
  return known;
}
