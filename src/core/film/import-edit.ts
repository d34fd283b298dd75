import type { Film, Photo } from './film';
import type { Edit } from './edits/edit';
import { filmSizeFrom } from './film-size';
import { inNumberOrder } from './numbering';

/**
 * Photos that came in together: each to its place by number in the tray, and a pose of each, with the
 * film's default hold, to its place by number in the last scene. Poses placed before do not change order.
 * The first photos of a film give it its shape, at most 1080 pixels high.
 */
export function importEdit(film: Film, photos: readonly Photo[], newId: () => string): Edit {
  const incoming = new Set(photos.map((photo) => photo.id));
  const tray = inNumberOrder([...film.photos, ...photos], (photo) => photo.name);
  const places = tray.flatMap((photo, index) => (incoming.has(photo.id) ? [{ photo, index }] : []));
  const scene = film.scenes.at(-1);
  const edits: Edit[] = [{ kind: 'place-photos', places }];
  const first = tray[0];
  if (film.photos.length === 0 && first)
    edits.push({ kind: 'set-settings', settings: filmSizeFrom(first, 1080) });
  if (scene) {
    const rank = new Map(tray.map((photo, index) => [photo.id, index]));
    edits.push({
      kind: 'place-poses',
      places: placesByRank(
        scene.poses.map((pose) => rank.get(pose.photoId) ?? -1),
        places.map(({ photo, index }) => ({ rank: index, photo })),
      ).map(({ photo, index }) => ({
        pose: { id: newId(), photoId: photo.id, hold: film.settings.defaultHold },
        sceneId: scene.id,
        index,
      })),
    });
  }
  return { kind: 'together', edits };
}

/** Index in the result of each newcomer: before the first pose present that ranks after it. */
function placesByRank(
  present: readonly number[],
  newcomers: readonly { rank: number; photo: Photo }[],
): { photo: Photo; index: number }[] {
  let passed = 0;
  return newcomers.map(({ rank, photo }, already) => {
    while (passed < present.length && (present[passed] as number) < rank) passed++;
    return { photo, index: passed + already };
  });
}
