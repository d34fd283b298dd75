import type { Gap } from './arrange';
import type { Film } from '../film/film';
import { placesOf } from '../film/items';
import { poseAt, type Schedule } from '../film/schedule';

/** A gap between poses, and the frame of the film at which it lies. */
export interface PlacedGap extends Gap {
  readonly frame: number;
}

/**
 * The gap that a place of the film, in frames and parts of frames, is nearest to. At either end of a cycle that is the
 * one outside of it. In a film without poses: the end of its last scene.
 */
export function gapAt(film: Film, plan: Schedule, at: number): PlacedGap | undefined {
  const over = poseAt(plan, Math.floor(Math.min(plan.frames - 1, Math.max(0, at))));
  if (!over) {
    const last = film.scenes.at(-1);
    return last && { parentId: last.id, index: last.items.length, frame: plan.frames };
  }
  const after = at >= (over.start + over.end) / 2;
  const frame = after ? over.end : over.start;
  const cycle = plan.cycles.find((span) => (after ? span.end : span.start) === frame);
  const [place] = placesOf(film, [cycle?.cycle.id ?? over.pose.id]);
  // Where a cycle goes backward, what is to be shown after stands before.
  const behind = after !== (cycle ?? over).reversed;
  return place && { parentId: place.parentId, index: place.index + (behind ? 1 : 0), frame };
}
