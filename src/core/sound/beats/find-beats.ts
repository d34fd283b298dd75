import { type Beats } from '../../sound/beats/beats';
import { SAMPLE_RATE } from '../../time/frames';
import { beatPeriods } from './beat-period';
import { CURVE_RATE, EARLY, onsetCurve } from './onset-curve';
import { tempoSteps } from './tempo-steps';
import { trackBeats } from './track-beats';

/** Beats to a bar where nothing else is known: common time. */
export const COMMON_BAR = 4;

/** The beats of one channel at 48 kHz; undefined where none can be told. */
export function findBeats(samples: Float32Array): Beats | undefined {
  const curve = onsetCurve(samples);
  const periods = beatPeriods(curve);
  if (periods.periods.length === 0) return undefined;
  const beats = trackBeats(curve, periods).map((place) => ((place + EARLY) * SAMPLE_RATE) / CURVE_RATE);
  const steps = tempoSteps(beats);
  return steps.length > 0 ? { steps, toBar: COMMON_BAR } : undefined;
}
