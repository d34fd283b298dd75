import type { Film, Photo } from '../../film/film';
import type { FoundPlace } from '../../film/photo-mends';
import { fileOf, turnOf } from '../../film/photo-picture';
import { photosByScene } from '../../film/scene-photos';
import { moveAfter, turnBack, turnedMove, UNMOVED, type Move } from '../../picture/move';
import { steadyMoves, type SteadyWish } from './steady-run';

/** A photo whose place is to be found, and the one that stands right. */
export interface PlaceTask {
  readonly photo: Photo;
  readonly anchor: Photo;
}

/** The photos of a scene that others are steadied to: those that are marked, else that on screen, else the first. */
export function anchorsAmong(photos: readonly Photo[], onScreen: string | undefined): readonly Photo[] {
  const marked = photos.filter((photo) => fileOf(photo).mends?.isAnchor);
  if (marked.length > 0) return marked;
  const anchor = photos.find(({ id }) => id === onScreen) ?? photos[0];
  return anchor ? [anchor] : [];
}

/** What is to be found: for each photo where it lies against the nearest in its scene that stands right. */
export function planSteadying(
  film: Film,
  photoIds: ReadonlySet<string>,
  onScreen: string | undefined,
): readonly PlaceTask[] {
  return [...photosByScene(film).values()].flatMap((photos) => {
    const wanted = photos.some(({ id }) => photoIds.has(id));
    const anchors = wanted
      ? anchorsAmong(photos, onScreen).map((photo) => ({ photo, at: photos.indexOf(photo) }))
      : [];
    return photos.flatMap((photo, at) => {
      const [nearest] = anchors.toSorted((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at));
      const isLeft = !photoIds.has(photo.id) || fileOf(photo).mends?.steadyOff || nearest?.photo === photo;
      return isLeft || !nearest ? [] : [{ photo, anchor: nearest.photo }];
    });
  });
}

/**
 * How photos are moved, by where each was found against its anchor, as both are shown. An anchor that was moved by hand takes those
 * along that are steadied to it.
 */
export function steadiedPhotos(
  film: Film,
  tasks: readonly PlaceTask[],
  found: ReadonlyMap<string, Move>,
  wish: SteadyWish,
): ReadonlyMap<string, FoundPlace> {
  const steadied = new Map<string, FoundPlace>();
  const anchors = new Map(tasks.map(({ anchor }) => [anchor.id, anchor]));
  for (const photos of photosByScene(film).values())
    for (const anchor of anchors.values()) {
      const mine = new Set(tasks.flatMap((task) => (task.anchor.id === anchor.id ? [task.photo.id] : [])));
      const run = photos.filter(({ id }) => id === anchor.id || (mine.has(id) && found.has(id)));
      const home = run.findIndex(({ id }) => id === anchor.id);
      if (home < 0 || run.length < 2) continue;
      const places = run.map(({ id }) => found.get(id) ?? UNMOVED);
      const byHand = turnedMove(fileOf(anchor).mends?.nudge ?? UNMOVED, turnOf(anchor));
      steadyMoves(places, home, wish).forEach((move, i) => {
        const photo = run[i] as Photo;
        if (i === home) return;
        const own = (each: Move): Move => turnedBack(each, photo);
        steadied.set(photo.id, {
          at: own(places[i] as Move),
          move: own(moveAfter(move, byHand)),
        });
      });
    }
  return steadied;
}

/** What is seen of a photo as it is shown, in its upright file. */
const turnedBack = (move: Move, photo: Photo): Move => turnedMove(move, turnBack(turnOf(photo)));
