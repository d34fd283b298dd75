import type { Film } from '../../core/film/film';
import { recipeOf } from '../../core/film/recipe-of';
import type { ScheduledPose } from '../../core/film/schedule';
import type { Size } from '../../core/picture/size';
import type { ShotNeighbours } from '../../core/shoot/shot-neighbours';
import { pictureWish, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import type { LiveCompare } from './live-compare';

/** A pose that is laid over the live picture, and how strongly it is seen, 0 to 1. */
export interface GhostLayer {
  readonly wish: PictureWish;
  readonly strength: number;
}

/** What is laid over the live picture, and how. */
export interface Ghosts {
  /** The furthest first, so that the nearest is seen best. */
  readonly layers: readonly GhostLayer[];
  readonly how: 'over' | 'difference';
}

/** The poses that are laid over the live picture, at a size in pixels. */
export function ghostsOf(
  film: Film,
  { before, after, against }: ShotNeighbours,
  { ghostsBefore, ghostsAfter, strength, difference, flipped }: LiveCompare,
  size: Size,
): Ghosts {
  const layer = (entry: ScheduledPose, seen: number): readonly GhostLayer[] => {
    const recipe = recipeOf(film, entry.pose);
    if (!recipe) return [];
    // From the small picture where that is as large.
    const kind = Math.max(size.width, size.height) > 960 ? 'fine' : 'kept';
    return [{ wish: pictureWish(recipe, size, kind), strength: seen }];
  };
  if (flipped) return { layers: against ? layer(against, 1) : [], how: 'over' };
  if (difference) return { layers: against ? layer(against, 1) : [], how: 'difference' };
  const run = (poses: readonly ScheduledPose[], most: number): readonly GhostLayer[] =>
    poses.slice(0, most).flatMap((pose, i) => layer(pose, strength / (i + 1)));
  const layers = [...run(before, ghostsBefore), ...run(after, ghostsAfter)];
  return { layers: layers.toSorted((a, b) => a.strength - b.strength), how: 'over' };
}
