import { photosById, type Film } from './film';
import { mapPoses } from './items';
import { without } from './unmended-film';

const films = new WeakMap<Film, Film>();

/** A film whose poses show the clean plate of their scene, where it has one, as they stand, with nothing cut out or drawn; the same value for the same film. */
export function platedFilm(film: Film): Film {
  let plated = films.get(film);
  if (!plated) {
    const bare = without(film, ['key', 'drawings']);
    const scenes = bare.scenes.map((scene) => {
      const { plate } = scene;
      if (!plate || !photosById(film).has(plate.photoId)) return scene;
      return { ...scene, items: mapPoses(scene.items, (pose) => ({ ...pose, photoId: plate.photoId })) };
    });
    films.set(film, (plated = { ...bare, scenes }));
    // It shows its plates already.
    films.set(plated, plated);
  }
  return plated;
}
