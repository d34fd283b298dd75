import { photosById, type Film, type Photo } from '../film/film';
import { posesOf } from '../film/items';
import { fileOf } from '../film/photo-picture';

/** A photo whose light is to be found, and the well-lit one that it is brought to. */
export interface LightTask {
  readonly photo: Photo;
  readonly reference: Photo;
}

const orders = new WeakMap<Film, readonly Photo[]>();

/** Photos of a film that stand in poses, each once, in the order in which they stand first; the same list for the same film. */
export function photosInOrder(film: Film): readonly Photo[] {
  let order = orders.get(film);
  if (!order) {
    const photos = photosById(film);
    const ids = new Set(posesOf(film).map(({ photoId }) => photoId));
    order = [...ids].flatMap((id) => photos.get(id) ?? []);
    orders.set(film, order);
  }
  return order;
}

/** The photos that others are matched to, in the order of the film. */
export const lightReferences = (film: Film): readonly Photo[] =>
  photosInOrder(film).filter((photo) => fileOf(photo).mends?.isReference);

/**
 * Which photos are to be matched to which: each to the reference that is nearest to it in the film. Those that are left out are
 * matched to none; a reference that was not measured yet is matched to itself, which finds how bright it is.
 */
export function planMatching(film: Film, photoIds: ReadonlySet<string>): readonly LightTask[] {
  const order = photosInOrder(film);
  const references = order.flatMap((photo, at) => (fileOf(photo).mends?.isReference ? [{ photo, at }] : []));
  return order.flatMap((photo, at) => {
    const mends = fileOf(photo).mends;
    if (!photoIds.has(photo.id) || mends?.lightOff) return [];
    if (mends?.isReference) return mends.matched ? [] : [{ photo, reference: photo }];
    const [nearest] = references.toSorted((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at));
    return nearest ? [{ photo, reference: nearest.photo }] : [];
  });
}
