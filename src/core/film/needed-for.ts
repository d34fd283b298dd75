import type { Film } from './film';
import type { Key } from './key';
import { posesOf } from './items';

/** What photos of a film are needed for besides their own poses. */
export interface NeededFor {
  /** Photos on which they are painted in, of those that would stay. */
  readonly painted: number;
  /** Scenes whose clean plate one of them is. */
  readonly plates: number;
  /** Keys behind which one of them stands. */
  readonly behind: number;
}

/** What would miss photos if they went: where they are painted in, are a clean plate, or stand behind a subject. */
export function neededFor(film: Film, photoIds: ReadonlySet<string>): NeededFor {
  const painted = film.photos.filter(
    ({ id, strokes, retouched }) =>
      !photoIds.has(id) &&
      [...(strokes ?? []), ...(retouched?.strokes ?? [])].some(
        ({ from }) => 'photoId' in from && photoIds.has(from.photoId),
      ),
  ).length;
  const plates = film.scenes.filter(({ plate }) => plate && photoIds.has(plate.photoId)).length;
  const keys: readonly (Key | undefined)[] = [
    film.settings.key,
    ...film.scenes.map(({ key }) => key),
    ...posesOf(film).map(({ key }) => key),
  ];
  const behind = keys.filter(
    (key) => key?.behind?.kind === 'photo' && photoIds.has(key.behind.photoId),
  ).length;
  return { painted, plates, behind };
}
