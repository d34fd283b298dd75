import type { Film, Photo, Pose } from './film';
import { mapPoses, mapScenes } from './items';
import { fileOf } from './photo-picture';

const films = new WeakMap<Film, Film>();
const photos = new WeakMap<Photo, Photo>();

/** A photo without what was mended of it, showing the same file, turned as it is; the same value for the same photo. */
function unmendedPhoto(photo: Photo): Photo {
  if (!fileOf(photo).mends) return photo;
  let plain = photos.get(photo);
  if (!plain) {
    plain = photo.retouched
      ? { ...photo, retouched: { ...photo.retouched, mends: undefined } }
      : { ...photo, mends: undefined };
    photos.set(photo, plain);
  }
  return plain;
}

/** A film as it looks without what was mended, framings too; the same value for the same film. */
export function unmendedFilm(film: Film): Film {
  let plain = films.get(film);
  if (!plain) films.set(film, (plain = { ...uncroppedFilm(film), photos: film.photos.map(unmendedPhoto) }));
  return plain;
}

const uncropped = new WeakMap<Film, Film>();

const withoutCrop = (pose: Pose): Pose => (pose.crop ? { ...pose, crop: undefined } : pose);

/** A film that shows all of its pictures, however they are framed; the same value for the same film. */
export function uncroppedFilm(film: Film): Film {
  let whole = uncropped.get(film);
  if (!whole) {
    const poses = mapScenes(film, (scene) => mapPoses(scene.items, withoutCrop));
    const scenes = poses.scenes.map((scene) => (scene.crop ? { ...scene, crop: undefined } : scene));
    const { settings } = film;
    // The same settings give the same recipes.
    const plain = settings.crop ? { ...settings, crop: undefined } : settings;
    whole = { ...poses, scenes, settings: plain };
    uncropped.set(film, whole);
  }
  return whole;
}
