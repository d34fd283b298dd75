import { create } from 'zustand';

/** Whether the live picture is on screen, or what is in the film. */
export const useLive = create<{ readonly isLive: boolean }>(() => ({ isLive: true }));

/** Shows the live picture. */
export const showLive = (isLive = true): void => {
  if (useLive.getState().isLive !== isLive) useLive.setState({ isLive });
};
