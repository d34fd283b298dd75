import type { Film, Photo, PhotoMarks, PictureFile } from '../film/film';
import type { Edit } from './edit';

/** Photos by id that the film has, in tray order. */
export const photosAmong = (film: Film, photoIds: Iterable<string>): readonly Photo[] => {
  const wanted = new Set(photoIds);
  return film.photos.filter((photo) => wanted.has(photo.id));
};

/** Changes what is decided about photos, each by a patch of its own. */
export const changeEach = (photos: readonly Photo[], patch: (photo: Photo) => Partial<PhotoMarks>): Edit => ({
  kind: 'patch',
  of: 'photos',
  patches: photos.map((photo) => ({ id: photo.id, patch: patch(photo) })),
});

/** Changes what is decided about the file that each photo shows now: another file of it has turn and mends of its own. */
export const changeFile = (
  photos: readonly Photo[],
  patch: (photo: Photo) => Pick<PictureFile, 'turn'> | Pick<PictureFile, 'mends'>,
): Edit =>
  changeEach(photos, (photo) =>
    photo.retouched ? { retouched: { ...photo.retouched, ...patch(photo) } } : patch(photo),
  );
