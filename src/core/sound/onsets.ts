import { SAMPLE_RATE } from '../time/frames';

/** Where a sound begins to be struck, in samples at 48 kHz, and how loud it becomes there (amplitude, 0 to 1). */
export interface Onset {
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

/** A part of one channel, around a place where it rises. */
export interface Rise {
  /** From the first sample until behind the last. */
  readonly from: number;
  readonly to: number;
}

/**
 * Finds where one channel rises suddenly, piece by piece: in the power of the differences from sample to sample, which
 * weighs what is bright.
 */
export class RiseFinder {
  /** Power of each hop that is whole. */
  readonly #power: number[] = [];
  #sum = 0;
  #into = 0;
  #before = Number.NaN;
  #samples = 0;

  push(samples: Float32Array): void {
    for (let i = 0; i < samples.length; i++) {
      const sample = samples[i] as number;
      const step = sample - this.#before;
      // The first sample of all has none before it.
      if (step === step) this.#sum += step * step;
      this.#before = sample;
      if (++this.#into === HOP) {
        this.#power.push(this.#sum);
        [this.#sum, this.#into] = [0, 0];
      }
    }
    this.#samples += samples.length;
  }

  /** The rises so far, in the order of time. */
  finish(): readonly Rise[] {
    const power = this.#power;
    const loudest = power.reduce((most, each) => Math.max(most, each), 0);
    if (loudest === 0) return [];
    const least = loudest * FLOOR;
    const rises = Float64Array.from(power, (here, hop) => {
      let before = 0;
      for (let i = Math.max(0, hop - BEFORE); i < hop; i++) before += power[i] as number;
      return here < least ? 0 : here / (before / Math.max(1, Math.min(hop, BEFORE)) + least / 10);
    });
    const found: Rise[] = [];
    let last = -APART;
    for (let hop = 0; hop < rises.length; hop++) {
      const rise = rises[hop] as number;
      if (rise < RISE || hop - last < APART || rise < (rises[hop + 1] ?? 0)) continue;
      const near = hop * HOP;
      found.push({ from: Math.max(0, near - HOP), to: Math.min(this.#samples, near + RISING) });
      last = hop;
    }
    return found;
  }
}

/** The attack in a rise; `samples` are those of the rise. */
export function onsetIn({ from }: Rise, samples: Float32Array): Onset {
  const peak = samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0);
  const into = samples.findIndex((each) => Math.abs(each) >= ONSET * peak);
  return { at: from + Math.max(0, into), strength: peak };
}

/** Finds the attacks of one channel, in the order of time. */
export function findOnsets(samples: Float32Array): readonly Onset[] {
  const finder = new RiseFinder();
  finder.push(samples);
  return finder.finish().map((rise) => onsetIn(rise, samples.subarray(rise.from, rise.to)));
}

/** The loudest attack; undefined where there is none. */
export const loudestOnset = (attacks: readonly Onset[]): Onset | undefined =>
  attacks.reduce<Onset | undefined>(
    (most, each) => (!most || each.strength > most.strength ? each : most),
    undefined,
  );
