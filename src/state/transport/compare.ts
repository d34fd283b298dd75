import { create } from 'zustand';

/** How the pose on screen is compared with others. */
export interface Compare {
  /** Neighbours seen through the picture, before and after; 0 for none. */
  readonly ghostsBefore: number;
  readonly ghostsAfter: number;
  /** How strongly the nearest of them is seen, 0 to 1. */
  readonly strength: number;
  /** Whether the pose before and the pose after stand beside the picture. */
  readonly neighbours: boolean;
  /** What the picture is compared with as a difference or for a loop. */
  readonly against: 'none' | 'difference' | 'first-last';
  /** While its key is held: the pose before is shown instead. */
  readonly flipped: boolean;
}

/** Ghosts on each side. */
export const MOST_GHOSTS = 5;

/** What the pose on screen is compared with. */
export const useCompare = create<Compare>(() => ({
  ghostsBefore: 0,
  ghostsAfter: 0,
  strength: 0.4,
  neighbours: false,
  against: 'none',
  flipped: false,
}));

/** Changes what it is compared with. */
export const setCompare = useCompare.setState;

const compare = useCompare.getState;

/** One ghost before, or none. */
export function toggleGhost(): void {
  const { ghostsBefore, ghostsAfter } = compare();
  const any = ghostsBefore + ghostsAfter > 0;
  setCompare(any ? { ghostsBefore: 0, ghostsAfter: 0 } : { ghostsBefore: 1 });
}

/** Shows the poses before and after beside it, or no longer. */
export const toggleNeighbours = (): void => setCompare({ neighbours: !compare().neighbours });

/** Shows a difference, or last against first; or no longer. */
export const toggleAgainst = (against: 'difference' | 'first-last'): void =>
  setCompare({ against: compare().against === against ? 'none' : against });

/** Shows the other pose for as long as a key is held. */
export const flip = (flipped: boolean): void => {
  if (compare().flipped !== flipped) setCompare({ flipped });
};
