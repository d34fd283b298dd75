import { SAMPLE_RATE } from '../time/frames';
import { OVERSHOOT, TRUE_PEAK_REACH, truePeakAt } from './true-peak';

/** K-weighting at 48 kHz, ITU-R BS.1770-4, Annex 1, tables 1 and 2: a shelf for the head, then a high pass. */
const SHELF = {
  b: [1.53512485958697, -2.69169618940638, 1.19839281085285],
  a: [-1.69065929318241, 0.73248077421585],
};
const HIGH_PASS = { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] };

interface Coefficients {
  readonly b: readonly number[];
  readonly a: readonly number[];
}

/** A filter of second order, transposed direct form II. */
class Biquad {
  readonly #b: readonly number[];
  readonly #a: readonly number[];
  #first = 0;
  #second = 0;

  constructor({ b, a }: Coefficients) {
    this.#b = b;
    this.#a = a;
  }

  next(x: number): number {
    const y = (this.#b[0] as number) * x + this.#first;
    this.#first = (this.#b[1] as number) * x - (this.#a[0] as number) * y + this.#second;
    this.#second = (this.#b[2] as number) * x - (this.#a[1] as number) * y;
    return y;
  }
}

/** Loudness is counted in steps of 100 ms. */
const STEP = SAMPLE_RATE / 10;
const MOMENTARY = 4;
const SHORT_TERM = 30;
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

/** Measures loudness by ITU-R BS.1770-4 as samples at 48 kHz come; left and right count the same. */
export class LoudnessMeter {
  readonly #filters: readonly (readonly [Biquad, Biquad])[];
  #steps: number[] = [];
  /** Mean squares of 400 ms every 100 ms. */
  #blocks: number[] = [];
  #sum = 0;
  #into = 0;
  #peak = 0;
  #mostMomentary = Number.NEGATIVE_INFINITY;
  #mostShortTerm = Number.NEGATIVE_INFINITY;
  /** The last samples of each channel, that peaks between samples are found across pieces. */
  #tails: Float32Array[];

  constructor(channels: number) {
    this.#filters = Array.from(
      { length: channels },
      () => [new Biquad(SHELF), new Biquad(HIGH_PASS)] as const,
    );
    this.#tails = Array.from({ length: channels }, () => new Float32Array(2 * TRUE_PEAK_REACH));
  }

  push(piece: readonly Float32Array[]): void {
    const length = piece[0]?.length ?? 0;
    for (let i = 0; i < length; i++) {
      for (let c = 0; c < this.#filters.length; c++) {
        const [shelf, high] = this.#filters[c] as readonly [Biquad, Biquad];
        const y = high.next(shelf.next((piece[c] as Float32Array)[i] as number));
        this.#sum += y * y;
      }
      if (++this.#into === STEP) this.#closeStep();
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
    if (this.#steps.length > SHORT_TERM) this.#steps.shift();
    if (this.#steps.length >= MOMENTARY) {
      const block = this.#lastMean(MOMENTARY);
      this.#blocks.push(block);
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
