import type { Film, Photo } from './film';
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

/** A film as it looks without what was mended; the same value for the same film. */
export function unmendedFilm(film: Film): Film {
  let plain = films.get(film);
  if (!plain) films.set(film, (plain = { ...film, photos: film.photos.map(unmendedPhoto) }));
  return plain;
}
