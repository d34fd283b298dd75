import type { Film, Photo } from '../../film/film';
import { moveOfMends } from '../../film/photo-mends';
import { fileOf, turnOf } from '../../film/photo-picture';
import { moveAfter, turnedMove, UNMOVED, type Move } from '../../picture/move';
import { flickerOf } from '../flicker';
import { photosByScene } from '../../film/scene-photos';
import { bumpsIn } from './steady-run';

/** Where what stands still in a photo lies, as it is shown: as it came and as it is now. */
export interface Place {
  readonly before: Move;
  readonly after: Move;
}

/** Where a photo lies against the one that stands right; undefined where that was not found. */
export function placeOf(photo: Photo): Place | undefined {
  const { mends } = fileOf(photo);
  const at = mends?.steadied?.at ?? (mends?.isAnchor ? UNMOVED : undefined);
  if (!at) return undefined;
  const shown = (move: Move): Move => turnedMove(move, turnOf(photo));
  return { before: shown(at), after: shown(moveAfter(at, moveOfMends(mends))) };
}

/** How steady the photos of a scene are, in parts of their longer side. */
export interface PlaceRun {
  readonly count: number;
  /** Standard deviation of what they move by from each to the next, across and down together. */
  readonly shake: { readonly before: number; readonly after: number };
  /** The largest turn that is left, in degrees, and the largest change of size, in per cent. */
  readonly rest: { readonly turn: number; readonly size: number };
  /** Photos before which the stand was bumped, as they came and as they are now. */
  readonly bumps: { readonly before: readonly string[]; readonly after: readonly string[] };
}

const runs = new WeakMap<Film, Map<string, PlaceRun>>();

/** How steady a scene is; reckoned once for each value of the film. */
export function placeRunOf(film: Film, sceneId: string): PlaceRun {
  const known = runs.get(film) ?? new Map<string, PlaceRun>();
  runs.set(film, known);
  let run = known.get(sceneId);
  if (!run) known.set(sceneId, (run = makeRun(photosByScene(film).get(sceneId) ?? [])));
  return run;
}

function makeRun(photos: readonly Photo[]): PlaceRun {
  const known = photos.flatMap((photo) => {
    const place = placeOf(photo);
    return place ? [{ id: photo.id, ...place }] : [];
  });
  const both = <T>(make: (moves: readonly Move[]) => T): { readonly before: T; readonly after: T } => ({
    before: make(known.map(({ before }) => before)),
    after: make(known.map(({ after }) => after)),
  });
  return {
    count: known.length,
    shake: both((moves) =>
      Math.hypot(flickerOf(moves.map(({ right }) => right)), flickerOf(moves.map(({ down }) => down))),
    ),
    rest: {
      turn: Math.max(0, ...known.map(({ after }) => Math.abs(after.turn))),
      size: Math.max(0, ...known.map(({ after }) => 100 * Math.abs(after.size - 1))),
    },
    bumps: both((moves) => bumpsIn(moves).map((i) => known[i]?.id as string)),
  };
}
