import type { Film, Photo, PictureFile } from '../film/film';
import type { WrittenFile } from '../film/retouch/written-names';
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
 * Shows retouched files in place of photos, in every pose of them. A file that was written out as it came is turned,
 * mended and painted on as the photo is; one that was written out as the film shows it is turned and mended already.
 */
export const swapEdit = (
  film: Film,
  pairs: readonly { readonly photoId: string; readonly file: Photo }[],
): Edit => {
  const photos = new Map(film.photos.map((photo) => [photo.id, photo]));
  return {
    kind: 'patch',
    of: 'photos',
    patches: pairs.flatMap(({ photoId, file }) => {
      const photo = photos.get(photoId);
      if (!photo) return [];
      const { turn, mends, strokes } = photo.writtenOut?.form === 'film' ? {} : (photo.retouched ?? photo);
      const retouched: PictureFile = {
        ...pictureOf(file),
        ...(turn === undefined ? {} : { turn }),
        ...(mends === undefined ? {} : { mends }),
        ...(strokes === undefined ? {} : { strokes }),
      };
      return [{ id: photoId, patch: { retouched, writtenOut: undefined } }];
    }),
  };
};

/** Shows photos' own files again. */
export const restoreEdit = (film: Film, photoIds: Iterable<string>): Edit => {
  const wanted = new Set(photoIds);
  const patches = film.photos
    .filter((photo) => wanted.has(photo.id) && photo.retouched)
    .map(({ id }) => ({ id, patch: { retouched: undefined } }));
  return { kind: 'patch', of: 'photos', patches };
};

/** Remembers under which names photos were written out. */
export const writtenOutEdit = (files: readonly WrittenFile[]): Edit => ({
  kind: 'patch',
  of: 'photos',
  patches: files.map(({ photo, out }) => ({ id: photo.id, patch: { writtenOut: out } })),
});
