/** How loudness goes over a fade: evenly in amplitude, with even power, or slowly at the quiet end. */
export const FADE_CURVES = ['straight', 'power', 'slow'] as const;
export type FadeCurve = (typeof FADE_CURVES)[number];

export interface Fade {
  /** Samples at 48 kHz; longer than the cue it counts as long as the cue. */
  readonly samples: number;
  readonly curve: FadeCurve;
}

/** How far down the slow curve begins, in dB. */
const SLOW_FLOOR = -60;

/** The factor of the amplitude at a part of a fade-in, from 0 to 1; a fade-out runs through it the other way. */
export function fadeGain(curve: FadeCurve, part: number): number {
  if (part <= 0) return 0;
  if (part >= 1) return 1;
  switch (curve) {
    case 'straight':
      return part;
    case 'power':
      return Math.sin((part * Math.PI) / 2);
    case 'slow':
      // Even steps in dB, brought to nothing at the start.
      return (
        (10 ** ((SLOW_FLOOR * (1 - part)) / 20) - 10 ** (SLOW_FLOOR / 20)) / (1 - 10 ** (SLOW_FLOOR / 20))
      );
  }
}

/** The fades of what is heard from `start` until `end`, in samples; one that is longer than that counts as long. */
export interface Fades {
  readonly start: number;
  readonly end: number;
  readonly fadeIn?: Fade | undefined;
  readonly fadeOut?: Fade | undefined;
}

/**
 * The factor at a sample. A fade-out is a fade-in played backward: the first sample of the one and the last of the other are
 * silent.
 */
export function gainOfFades({ start, end, fadeIn, fadeOut }: Fades, at: number): number {
  const length = end - start;
  const [into, left] = [at - start, end - 1 - at];
  let gain = 1;
  if (fadeIn && into < Math.min(fadeIn.samples, length))
    gain *= fadeGain(fadeIn.curve, into / Math.min(fadeIn.samples, length));
  if (fadeOut && left < Math.min(fadeOut.samples, length))
    gain *= fadeGain(fadeOut.curve, left / Math.min(fadeOut.samples, length));
  return gain;
}
