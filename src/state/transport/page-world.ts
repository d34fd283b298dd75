import { heardMilliseconds, soundFrame, startSound, stopSound } from '../sound/sound-out';
import type { PlayerWorld } from './player-world';

/** What players of this page have in common: its clock, its repaints, and what is heard. */
export const PAGE_WORLD: Pick<PlayerWorld, 'now' | 'nextRepaint' | 'sound'> = {
  now: () => performance.now(),
  nextRepaint: (then) => {
    const request = requestAnimationFrame(then);
    return () => cancelAnimationFrame(request);
  },
  sound: {
    start: startSound,
    stop: stopSound,
    heard: heardMilliseconds,
    frame: (film, frame) => void soundFrame(film, frame),
  },
};
