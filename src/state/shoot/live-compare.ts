import { create } from 'zustand';
import { MOST_GHOSTS } from '../transport/compare';

/** How the live picture is compared with what is in the film. */
export interface LiveCompare {
  /** Ghosts of poses before, and after where photos are put between; 0 for none. */
  readonly ghostsBefore: number;
  readonly ghostsAfter: number;
  /** How strongly the nearest is seen, 0 to 1. */
  readonly strength: number;
  readonly difference: boolean;
  /** While its key is held the last photo is shown instead. */
  readonly flipped: boolean;
}

/** What the live picture is compared with: the ghost of the last photo, until somebody wants it otherwise. */
export const useLiveCompare = create<LiveCompare>(() => ({
  ghostsBefore: 1,
  ghostsAfter: 0,
  strength: 0.4,
  difference: false,
  flipped: false,
}));

/** Changes what it is compared with. */
export const setLiveCompare = (change: Partial<LiveCompare>): void => useLiveCompare.setState(change);

/** Ghosts, or none. */
export function toggleLiveGhost(): void {
  const { ghostsBefore, ghostsAfter } = useLiveCompare.getState();
  const any = ghostsBefore + ghostsAfter > 0;
  setLiveCompare(any ? { ghostsBefore: 0, ghostsAfter: 0 } : { ghostsBefore: 1 });
}

/** The difference from the last photo, or no longer. */
export const toggleLiveDifference = (): void =>
  setLiveCompare({ difference: !useLiveCompare.getState().difference });

/** Shows the last photo for as long as a key is held. */
export const flipLive = (flipped: boolean): void => {
  if (useLiveCompare.getState().flipped !== flipped) setLiveCompare({ flipped });
};

/** Counts of ghosts that can be chosen. */
export const GHOST_COUNTS = Array.from({ length: MOST_GHOSTS + 1 }, (_, i) => i);
