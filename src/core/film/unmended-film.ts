import type { Film, Photo, Pose } from './film';
import { mapPoses, mapScenes } from './items';
import { fileOf } from './photo-picture';

const films = new WeakMap<Film, Film>();
const photos = new WeakMap<Photo, Photo>();

/** A photo without what was mended of it, showing the same file, turned as it is; the same value for the same photo. */
function unmendedPhoto(photo: Photo): Photo {
  const { mends, strokes } = fileOf(photo);
  if (!mends && !strokes) return photo;
  let plain = photos.get(photo);
  if (!plain) {
    plain = photo.retouched
      ? { ...photo, retouched: { ...photo.retouched, mends: undefined, strokes: undefined } }
      : { ...photo, mends: undefined, strokes: undefined };
    photos.set(photo, plain);
  }
  return plain;
}

/** A film as it looks without what was mended, framings and looks too; the same value for the same film. */
export function unmendedFilm(film: Film): Film {
  let plain = films.get(film);
  if (!plain)
    films.set(
      film,
      (plain = {
        ...without(film, MARKS),
        photos: film.photos.map(unmendedPhoto),
      }),
    );
  return plain;
}

/** Fields of poses, scenes and settings by which the picture is mended. */
const MARKS = ['crop', 'cameraMove', 'look', 'key', 'drawings'] as const;
type Mark = (typeof MARKS)[number];

/** A pose as it looks without what was mended of it; itself where nothing was. */
export const unmendedPose = (pose: Pose): Pose => unmarked(pose, MARKS);

/** The same thing without some marks; itself where it has none of them. */
function unmarked<T extends Partial<Record<Mark, unknown>>>(thing: T, marks: readonly Mark[]): T {
  const own = marks.filter((mark) => thing[mark]);
  return own.length === 0 ? thing : { ...thing, ...Object.fromEntries(own.map((mark) => [mark, undefined])) };
}

/** A film without marks of its poses, scenes and settings. The same settings give the same recipes. */
export function without(film: Film, marks: readonly Mark[]): Film {
  const poses = mapScenes(film, (scene) => mapPoses(scene.items, (pose) => unmarked(pose, marks)));
  const scenes = poses.scenes.map((scene) => unmarked(scene, marks));
  return { ...poses, scenes, settings: unmarked(film.settings, marks) };
}

const uncropped = new WeakMap<Film, Film>();

/** A film that shows all of its pictures, however they are framed; the same value for the same film. */
export function uncroppedFilm(film: Film): Film {
  let whole = uncropped.get(film);
  if (!whole) uncropped.set(film, (whole = without(film, ['crop', 'cameraMove'])));
  return whole;
}
