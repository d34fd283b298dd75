import { SAMPLE_RATE } from '../time/frames';

/** Where a sound begins to be struck, in samples at 48 kHz, and how loud it becomes there (amplitude, 0 to 1). */
export interface Attack {
  readonly at: number;
  readonly strength: number;
}

const HOP = 128;
/** Hops before a place that it is compared with, 21 ms. */
const BEFORE = 8;
/** How much louder a place has to be than what was before it, and how much quieter than the loudest of all it may be. */
const RISE = 10 ** (9 / 10);
const FLOOR = 10 ** (-45 / 10);
/** No two attacks are nearer than 60 ms. */
const APART = Math.round((0.06 * SAMPLE_RATE) / HOP);
/** An attack is where the wave first reaches this part of the peak that it rises to within 15 ms. */
const ONSET = 0.2;
const RISING = Math.round(0.015 * SAMPLE_RATE);

/**
 * Finds attacks in one channel: where the power of the differences from sample to sample, which weighs what is bright,
 * rises suddenly. In the order of time.
 */
export function findAttacks(samples: Float32Array): readonly Attack[] {
  const power = new Float64Array(Math.floor(samples.length / HOP));
  for (let hop = 0; hop < power.length; hop++) {
    let sum = 0;
    for (let i = Math.max(1, hop * HOP); i < (hop + 1) * HOP; i++) {
      const step = (samples[i] as number) - (samples[i - 1] as number);
      sum += step * step;
    }
    power[hop] = sum;
  }
  const loudest = power.reduce((most, each) => Math.max(most, each), 0);
  if (loudest === 0) return [];
  const least = loudest * FLOOR;
  const rises = Float64Array.from(power, (here, hop) => {
    let before = 0;
    for (let i = Math.max(0, hop - BEFORE); i < hop; i++) before += power[i] as number;
    return here < least ? 0 : here / (before / Math.max(1, Math.min(hop, BEFORE)) + least / 10);
  });
  const attacks: Attack[] = [];
  let last = -APART;
  for (let hop = 0; hop < rises.length; hop++) {
    const rise = rises[hop] as number;
    if (rise < RISE || hop - last < APART || rise < (rises[hop + 1] ?? 0)) continue;
    attacks.push(attackNear(samples, hop * HOP));
    last = hop;
  }
  return attacks;
}

function attackNear(samples: Float32Array, near: number): Attack {
  const from = Math.max(0, near - HOP);
  const until = Math.min(samples.length, near + RISING);
  let peak = 0;
  for (let i = from; i < until; i++) peak = Math.max(peak, Math.abs(samples[i] as number));
  let at = from;
  while (at < until && Math.abs(samples[at] as number) < ONSET * peak) at++;
  return { at, strength: peak };
}

/** The loudest attack; undefined where there is none. */
export const loudestAttack = (attacks: readonly Attack[]): Attack | undefined =>
  attacks.reduce<Attack | undefined>(
    (most, each) => (!most || each.strength > most.strength ? each : most),
    undefined,
  );
