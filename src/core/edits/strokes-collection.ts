import type { Film, Photo } from '../film/film';
import { fileOf } from '../film/photo-picture';
import type { Stroke } from '../film/stroke';
import { count } from '../time/format';
import { pick, type Collection } from './collection';
import type { ListEdit, PatchEdit } from './edit';
import { patched } from './patched';
import { placedAt } from './splice';

type StrokesEdit = ListEdit<'strokes'>;
type Patch = PatchEdit<'strokes'>['patches'][number];

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

/** Changes the strokes of photos; a film of which none changes stays the same. */
function mapStrokes(
  film: Film,
  change: (strokes: readonly Stroke[], photo: Photo) => readonly Stroke[],
): Film {
  const photos = film.photos.map((photo) => withStrokes(photo, change(fileOf(photo).strokes ?? NONE, photo)));
  return photos.every((photo, i) => photo === film.photos[i]) ? film : { ...film, photos };
}

interface StrokePlace {
  readonly item: Stroke;
  readonly parentId: string;
  readonly index: number;
}

function place(film: Film, places: readonly StrokePlace[]): Film {
  const byPhoto = new Map<string, StrokePlace[]>();
  for (const each of places) {
    const list = byPhoto.get(each.parentId);
    if (list) list.push(each);
    else byPhoto.set(each.parentId, [each]);
  }
  return mapStrokes(film, (strokes, { id }) => {
    const here = byPhoto.get(id);
    return here ? placedAt(strokes, here) : strokes;
  });
}

const remove = (film: Film, ids: ReadonlySet<string>): Film =>
  mapStrokes(film, (strokes) =>
    strokes.some(({ id }) => ids.has(id)) ? strokes.filter(({ id }) => !ids.has(id)) : strokes,
  );

/** Where strokes stand, in the order of the film's photos. */
const placesOf = (film: Film, ids: ReadonlySet<string>): readonly StrokePlace[] =>
  film.photos.flatMap((photo) =>
    (fileOf(photo).strokes ?? NONE).flatMap((item, index) =>
      ids.has(item.id) ? [{ item, parentId: photo.id, index }] : [],
    ),
  );

const byId = (patches: readonly Patch[]): ReadonlyMap<string, Patch['patch']> =>
  new Map(patches.map((each) => [each.id, each.patch]));

/** What is painted on photos, each stroke on the file that its photo shows. */
export const strokesCollection: Pick<Collection<StrokesEdit>, 'apply' | 'invert'> = {
  apply(film, edit) {
    switch (edit.kind) {
      case 'insert':
        return place(film, edit.places);
      case 'remove':
        return remove(film, new Set(edit.ids));
      case 'move': {
        const ids = new Set(edit.moves.map(({ id }) => id));
        const moving = new Map(placesOf(film, ids).map(({ item }) => [item.id, item]));
        const places = edit.moves.flatMap(({ id, parentId, index }): readonly StrokePlace[] => {
          const item = moving.get(id);
          return item ? [{ item, parentId, index }] : [];
        });
        return place(remove(film, ids), places);
      }
      case 'patch': {
        const wanted = byId(edit.patches);
        return mapStrokes(film, (strokes) =>
          strokes.some(({ id }) => wanted.has(id))
            ? strokes.map((each) => {
                const patch = wanted.get(each.id);
                return patch ? patched(each, patch) : each;
              })
            : strokes,
        );
      }
    }
  },
  invert(film, edit) {
    switch (edit.kind) {
      case 'insert':
        return { kind: 'remove', of: 'strokes', ids: edit.places.map(({ item }) => item.id) };
      case 'remove':
        return { kind: 'insert', of: 'strokes', places: placesOf(film, new Set(edit.ids)) };
      case 'move': {
        const places = placesOf(film, new Set(edit.moves.map(({ id }) => id)));
        return { ...edit, moves: places.map(({ item, ...at }) => ({ id: item.id, ...at })) };
      }
      case 'patch': {
        const wanted = byId(edit.patches);
        const now = placesOf(film, new Set(wanted.keys()));
        return {
          ...edit,
          patches: now.map(({ item }) => ({ id: item.id, patch: pick(item, wanted.get(item.id) ?? {}) })),
        };
      }
    }
  },
};

/** An edit of strokes in a few plain words. */
export function strokesLabel(edit: StrokesEdit): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'stroke')} painted`;
    case 'remove':
      return `${count(edit.ids.length, 'stroke')} deleted`;
    case 'move':
      return `${count(edit.moves.length, 'stroke')} put elsewhere`;
    case 'patch':
      return `${count(edit.patches.length, 'stroke')} changed`;
  }
}
