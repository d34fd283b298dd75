import { SAMPLE_RATE } from '../time/frames';
import type { Onset } from './onsets';
import { middle } from './middle';

/** A clap counts for a click when it is heard no more than this before or behind it, in seconds. */
const BEFORE = 0.15;
const BEHIND = 0.5;
/** Claps agree when they lie within this of their middle one: 30 ms. */
const AGREE = 0.03;

/**
 * How late a microphone is, in seconds, from the attacks it heard while clicks were played at these samples: the middle of
 * all that agree. Undefined where fewer than three do.
 */
export function clapDelay(clicks: readonly number[], attacks: readonly Onset[]): number | undefined {
  const late = clicks.flatMap((click) => {
    const near = attacks
      .map(({ at, strength }) => ({ late: (at - click) / SAMPLE_RATE, strength }))
      .filter((each) => each.late >= -BEFORE && each.late <= BEHIND);
    // The click itself may be heard too, and more quietly.
    const loudest = near.reduce((most, each) => Math.max(most, each.strength), 0);
    const clap = near.find(({ strength }) => strength >= loudest / 2);
    return clap ? [clap.late] : [];
  });
  const usual = middle(late);
  if (usual === undefined) return undefined;
  const agreeing = late.filter((each) => Math.abs(each - usual) <= AGREE);
  if (agreeing.length < 3) return undefined;
  return agreeing.reduce((sum, each) => sum + each, 0) / agreeing.length;
}
