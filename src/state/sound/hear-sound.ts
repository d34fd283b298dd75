import { create } from 'zustand';
import type { Sound } from '../../core/film/sound';
import type { MixPlan, Voice } from '../../core/mix/mix-plan';
import { pause } from '../transport/play';
import { heardMilliseconds, lastWish, soundPlan, stopSound } from './sound-out';

/** The sound that is heard by itself, by hash. */
export const useHearing = create<{ readonly hash: string | undefined }>(() => ({ hash: undefined }));

const wholeOf = ({ hash, samples }: Sound): MixPlan => {
  const even = { samples: 0, curve: 'straight' } as const;
  const voice: Voice = {
    hash,
    start: 0,
    end: samples,
    from: 0,
    to: samples,
    reversed: false,
    gain: 1,
    fadeIn: even,
    fadeOut: even,
    stepsBack: false,
  };
  return { length: samples, voices: [voice], dialogue: [], stepBack: undefined, gain: 1, ceiling: 1 };
};

/** Stops the sound that is heard by itself. */
export function stopHearing(): void {
  useHearing.setState({ hash: undefined });
  stopSound();
}

/** Plays a sound by itself, from its start to its end. */
export async function hearSound(sound: Sound): Promise<void> {
  pause();
  useHearing.setState({ hash: sound.hash });
  const begun = await soundPlan(wholeOf(sound), {
    from: 0,
    start: 0,
    end: sound.samples,
    loop: false,
    speed: 1,
  });
  const mine = lastWish();
  const watch = (): void => {
    if (useHearing.getState().hash !== sound.hash) return;
    // Stopped by something else, such as playing the film.
    if (!begun || lastWish() !== mine) return useHearing.setState({ hash: undefined });
    if (heardMilliseconds() >= sound.samples / 48 - 20) return stopHearing();
    setTimeout(watch, 60);
  };
  watch();
}
