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
