import type { Photo } from '../film/film';
import { fileOf } from '../film/photo-picture';
import type { Stroke } from '../film/stroke';
import { count } from '../time/format';
import type { ListEdit } from './edit';
import { nestedCollection } from './nested-collection';
import { patched } from './patched';

const NONE: readonly Stroke[] = [];

/** A photo with other strokes on the file that it shows; the same photo where they are the same. */
function withStrokes(photo: Photo, strokes: readonly Stroke[]): Photo {
  const now = fileOf(photo).strokes ?? NONE;
  if (strokes === now) return photo;
  const marks = { strokes: strokes.length > 0 ? strokes : undefined };
  return photo.retouched
    ? { ...photo, retouched: patched(photo.retouched, marks) }
    : patched<Photo>(photo, marks);
}

/** What is painted on photos, each stroke on the file that its photo shows. */
export const strokesCollection = nestedCollection<'strokes'>({
  lists: ({ photos }) => photos.map((photo) => ({ parentId: photo.id, list: fileOf(photo).strokes ?? NONE })),
  map: (film, change) => {
    const photos = film.photos.map((photo) =>
      withStrokes(photo, change(fileOf(photo).strokes ?? NONE, photo.id)),
    );
    return photos.every((photo, i) => photo === film.photos[i]) ? film : { ...film, photos };
  },
});

/** An edit of strokes in a few plain words. */
export function strokesLabel(edit: ListEdit<'strokes'>): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'stroke')} painted`;
    case 'remove':
      return `${count(edit.ids.length, 'stroke')} deleted`;
    case 'move':
      return `${count(edit.moves.length, 'stroke')} moved`;
    case 'patch':
      return `${count(edit.patches.length, 'stroke')} changed`;
  }
}
