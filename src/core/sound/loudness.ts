import { SAMPLE_RATE } from '../time/frames';
import { OVERSHOOT, TRUE_PEAK_REACH, truePeakAt } from './true-peak';

/** K-weighting at 48 kHz, ITU-R BS.1770-4, Annex 1, tables 1 and 2: a shelf for the head, then a high pass. */
const SHELF = {
  b: [1.53512485958697, -2.69169618940638, 1.19839281085285],
  a: [-1.69065929318241, 0.73248077421585],
};
const HIGH_PASS = { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] };

/** What the two filters of a channel remember, transposed direct form II. */
interface Memory {
  shelf1: number;
  shelf2: number;
  pass1: number;
  pass2: number;
}

/** The sum of the squares of a part of a channel, weighted. */
function weightedSquares(memory: Memory, samples: Float32Array, from: number, to: number): number {
  const [a0, a1, a2] = SHELF.b as [number, number, number];
  const [b1, b2] = SHELF.a as [number, number];
  const [c0, c1, c2] = HIGH_PASS.b as [number, number, number];
  const [d1, d2] = HIGH_PASS.a as [number, number];
  let { shelf1, shelf2, pass1, pass2 } = memory;
  let sum = 0;
  for (let i = from; i < to; i++) {
    const x = samples[i] as number;
    const y = a0 * x + shelf1;
    shelf1 = a1 * x - b1 * y + shelf2;
    shelf2 = a2 * x - b2 * y;
    const z = c0 * y + pass1;
    pass1 = c1 * y - d1 * z + pass2;
    pass2 = c2 * y - d2 * z;
    sum += z * z;
  }
  [memory.shelf1, memory.shelf2, memory.pass1, memory.pass2] = [shelf1, shelf2, pass1, pass2];
  return sum;
}

/** Loudness is counted in steps of 10 ms, that a short sound is met wherever it begins. */
const STEP = SAMPLE_RATE / 100;
const MOMENTARY = 40;
const SHORT_TERM = 300;
/** Blocks for the integrated value come every 100 ms. */
const BLOCK = 10;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

const lufs = (power: number): number => -0.691 + 10 * Math.log10(power);
const powerOf = (loudness: number): number => 10 ** ((loudness + 0.691) / 10);
const mean = (values: readonly number[]): number =>
  values.reduce((sum, each) => sum + each, 0) / values.length;

/** What a meter shows; LUFS, and the true peak in dBTP. Minus infinity for silence. */
export interface Loudness {
  readonly momentary: number;
  readonly shortTerm: number;
  readonly integrated: number;
  readonly truePeak: number;
  /** The loudest momentary and short-term values so far. */
  readonly mostMomentary: number;
  readonly mostShortTerm: number;
}

/** What left and right count, ITU-R BS.1770-4, table 3; the centre counts as much, each surround 1.41. */
const STEREO: readonly number[] = [1, 1];

/** Measures loudness by ITU-R BS.1770-4 as samples at 48 kHz come, of as many channels as there are weights. */
export class LoudnessMeter {
  readonly #weights: readonly number[];
  readonly #memories: readonly Memory[];
  #steps: number[] = [];
  #stepsClosed = 0;
  /** Mean squares of 400 ms every 100 ms. */
  #blocks: number[] = [];
  #sum = 0;
  #into = 0;
  #peak = 0;
  #mostMomentary = Number.NEGATIVE_INFINITY;
  #mostShortTerm = Number.NEGATIVE_INFINITY;
  /** The last samples of each channel, that peaks between samples are found across pieces. */
  #tails: Float32Array[];

  constructor(weights: readonly number[] = STEREO) {
    this.#weights = weights;
    this.#memories = weights.map(() => ({ shelf1: 0, shelf2: 0, pass1: 0, pass2: 0 }));
    this.#tails = weights.map(() => new Float32Array(2 * TRUE_PEAK_REACH));
  }

  push(piece: readonly Float32Array[]): void {
    const length = piece[0]?.length ?? 0;
    for (let from = 0; from < length;) {
      const to = Math.min(length, from + STEP - this.#into);
      this.#memories.forEach((memory, c) => {
        const weight = this.#weights[c] as number;
        this.#sum += weight * weightedSquares(memory, piece[c] as Float32Array, from, to);
      });
      this.#into += to - from;
      if (this.#into === STEP) this.#closeStep();
      from = to;
    }
    piece.forEach((samples, c) => this.#peaksOf(samples, c));
  }

  read(): Loudness {
    return {
      momentary: lufs(this.#lastMean(MOMENTARY)),
      shortTerm: lufs(this.#lastMean(SHORT_TERM)),
      integrated: integratedOf(this.#blocks),
      truePeak: 20 * Math.log10(this.#peak),
      mostMomentary: this.#mostMomentary,
      mostShortTerm: this.#mostShortTerm,
    };
  }

  #lastMean(steps: number): number {
    return this.#steps.length < steps ? 0 : mean(this.#steps.slice(-steps));
  }

  #closeStep(): void {
    this.#steps.push(this.#sum / STEP);
    [this.#sum, this.#into] = [0, 0];
    this.#stepsClosed++;
    if (this.#steps.length > SHORT_TERM) this.#steps.shift();
    if (this.#steps.length >= MOMENTARY) {
      const block = this.#lastMean(MOMENTARY);
      if (this.#stepsClosed % BLOCK === 0) this.#blocks.push(block);
      this.#mostMomentary = Math.max(this.#mostMomentary, lufs(block));
    }
    if (this.#steps.length >= SHORT_TERM)
      this.#mostShortTerm = Math.max(this.#mostShortTerm, lufs(this.#lastMean(SHORT_TERM)));
  }

  #peaksOf(samples: Float32Array, channel: number): void {
    const tail = this.#tails[channel] as Float32Array;
    const whole = new Float32Array(tail.length + samples.length);
    whole.set(tail);
    whole.set(samples, tail.length);
    for (let i = TRUE_PEAK_REACH; i < whole.length - TRUE_PEAK_REACH; i++) {
      // Next to nothing loud the wave cannot rise above the highest peak so far.
      const near = Math.max(
        Math.abs(whole[i - 1] as number),
        Math.abs(whole[i] as number),
        Math.abs(whole[i + 1] as number),
      );
      if (near * OVERSHOOT > this.#peak) this.#peak = Math.max(this.#peak, truePeakAt(whole, i));
    }
    this.#tails[channel] = whole.slice(-tail.length);
  }
}

/** Gated twice: what is below −70 LUFS is left out, then what is more than 10 LU below the rest. */
function integratedOf(blocks: readonly number[]): number {
  const heard = blocks.filter((each) => each > powerOf(ABSOLUTE_GATE));
  if (heard.length === 0) return Number.NEGATIVE_INFINITY;
  const gate = powerOf(lufs(mean(heard)) + RELATIVE_GATE);
  return lufs(mean(heard.filter((each) => each > gate)));
}
