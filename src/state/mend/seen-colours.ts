import { create } from 'zustand';

/** Steps from black to white that are counted. */
export const BINS = 64;

/** How often colours are seen on the picture, as it is shown. */
interface SeenColours {
  /** Red, green and blue: how many of the places looked at lie in each step; undefined while nothing is seen. */
  readonly counts: readonly (readonly number[])[] | undefined;
  /** Parts of the picture in which a channel is black, and white. */
  readonly black: number;
  readonly white: number;
}

export const useSeenColours = create<SeenColours>(() => ({ counts: undefined, black: 0, white: 0 }));
export const setSeenColours = useSeenColours.setState;
