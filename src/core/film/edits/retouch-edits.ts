import type { Film, Photo, PictureFile } from '../film';
import type { WrittenFile } from '../retouch/written-names';
import type { Edit } from './edit';

const FILE_FACTS = [
  ...(['name', 'hash', 'type', 'bytes', 'width', 'height', 'orientation'] as const),
  ...(['light', 'approximate'] as const),
];

/** A photo as it came in, without what makes it a photo of a film. */
const pictureOf = (photo: Photo): PictureFile =>
  Object.fromEntries(
    FILE_FACTS.filter((key) => photo[key] !== undefined).map((key) => [key, photo[key]]),
  ) as unknown as PictureFile;

/**
 * Shows retouched files in place of photos, in every pose of them. A file that was written out as it came is turned
 * and mended as the photo is; one that was written out as the film shows it is turned and mended already.
 */
export const swapEdit = (
  film: Film,
  pairs: readonly { readonly photoId: string; readonly file: Photo }[],
): Edit => {
  const photos = new Map(film.photos.map((photo) => [photo.id, photo]));
  return {
    kind: 'set-photos',
    changes: pairs.flatMap(({ photoId, file }) => {
      const photo = photos.get(photoId);
      if (!photo) return [];
      const { turn, mends } = photo.writtenOut?.form === 'film' ? {} : (photo.retouched ?? photo);
      const retouched: PictureFile = {
        ...pictureOf(file),
        ...(turn === undefined ? {} : { turn }),
        ...(mends === undefined ? {} : { mends }),
      };
      return [{ photoId, marks: { retouched, writtenOut: undefined } }];
    }),
  };
};

/** Shows photos' own files again. */
export const restoreEdit = (film: Film, photoIds: Iterable<string>): Edit => {
  const wanted = new Set(photoIds);
  const changes = film.photos
    .filter((photo) => wanted.has(photo.id) && photo.retouched)
    .map(({ id }) => ({ photoId: id, marks: { retouched: undefined } }));
  return { kind: 'set-photos', changes };
};

/** Remembers under which names photos were written out. */
export const writtenOutEdit = (files: readonly WrittenFile[]): Edit => ({
  kind: 'set-photos',
  changes: files.map(({ photo, out }) => ({ photoId: photo.id, marks: { writtenOut: out } })),
});
