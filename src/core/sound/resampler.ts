import { gcd } from '../time/gcd';
import { SAMPLE_RATE } from '../time/frames';

/**
 * Windowed sinc, 128 taps at the lower of the two rates, Kaiser window for 100 dB (β = 0.1102 (A − 8.7), Kaiser 1974, from
 * memory). The band that is passed ends 1/20 of the lower rate below its half, where the stop band begins: from 44.1 kHz
 * all up to 19.8 kHz is kept.
 */
const HALF_TAPS = 64;
const STOP_BAND = 100;
const BETA = 0.1102 * (STOP_BAND - 8.7);
/** Kaiser's width of the transition for so many taps, as a part of the lower rate. */
const TRANSITION = (STOP_BAND - 7.95) / (14.36 * 2 * HALF_TAPS);

/** The modified Bessel function of the first kind and order 0. */
function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > sum * 1e-17; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/** The most phases that are worked out ahead; rates that would need more are taken to the nearest. */
const MOST_PHASES = 4096;

/** Brings channels from any rate to 48 kHz, piece by piece; the first sample stays the first. */
export class Resampler {
  readonly #channels: number;
  /** Output samples for `#down` input samples. */
  readonly #up: number;
  readonly #down: number;
  readonly #half: number;
  readonly #phases: number;
  readonly #table: Float64Array;
  /** Input that is still needed, from sample `#from` on. */
  #held: Float32Array[];
  #from: number;
  #received = 0;
  #made = 0;

  /** @throws RangeError when the rate is not a whole number from 1. */
  constructor(rate: number, channels: number) {
    if (!Number.isInteger(rate) || rate < 1)
      throw new RangeError(`A rate is a whole number from 1, not ${rate}.`);
    const shared = gcd(rate, SAMPLE_RATE);
    this.#channels = channels;
    this.#up = SAMPLE_RATE / shared;
    this.#down = rate / shared;
    const lower = Math.min(1, SAMPLE_RATE / rate);
    this.#half = Math.ceil(HALF_TAPS / lower);
    this.#phases = Math.min(MOST_PHASES, this.#up);
    const taps = 2 * this.#half;
    const cutoff = lower * (1 - TRANSITION);
    this.#table = new Float64Array((this.#phases + 1) * taps);
    for (let phase = 0; phase <= this.#phases; phase++) {
      for (let k = 0; k < taps; k++) {
        const x = k - this.#half + 1 - phase / this.#phases;
        const inside = x / this.#half;
        const window =
          Math.abs(inside) < 1 ? bessel(BETA * Math.sqrt(1 - inside * inside)) / bessel(BETA) : 0;
        const arc = Math.PI * x * cutoff;
        this.#table[phase * taps + k] = cutoff * (x === 0 ? 1 : Math.sin(arc) / arc) * window;
      }
    }
    this.#held = Array.from({ length: channels }, () => new Float32Array(this.#half));
    this.#from = -this.#half;
  }

  /** Takes the next piece; gives what can be made with it. */
  push(piece: readonly Float32Array[]): Float32Array<ArrayBuffer>[] {
    this.#take(piece);
    return this.#make(Number.POSITIVE_INFINITY);
  }

  /** Takes the last piece, if any; gives the rest: as many samples in all as the input lasts, rounded up. */
  finish(piece: readonly Float32Array[] = []): Float32Array<ArrayBuffer>[] {
    this.#take(piece);
    const total = Math.ceil((this.#received * this.#up) / this.#down);
    this.#held = this.#held.map((held) => joinedArrays(held, new Float32Array(2 * this.#half + 1)));
    return this.#make(total);
  }

  #take(piece: readonly Float32Array[]): void {
    this.#received += piece[0]?.length ?? 0;
    this.#held = this.#held.map((held, c) => joinedArrays(held, piece[c] ?? new Float32Array(0)));
  }

  #make(until: number): Float32Array<ArrayBuffer>[] {
    const taps = 2 * this.#half;
    const end = this.#from + (this.#held[0]?.length ?? 0);
    // The last input sample that an output needs lies `half` behind it.
    const possible = Math.floor(((end - this.#half - 1) * this.#up) / this.#down) + 1;
    const count = Math.max(0, Math.min(until, possible) - this.#made);
    const out = Array.from({ length: this.#channels }, () => new Float32Array(count));
    for (let n = 0; n < count; n++) {
      const place = (this.#made + n) * this.#down;
      const whole = Math.floor(place / this.#up);
      const phase = Math.round(((place % this.#up) * this.#phases) / this.#up);
      const first = whole - this.#half + 1 - this.#from;
      const row = phase * taps;
      for (let c = 0; c < this.#channels; c++) {
        const held = this.#held[c] as Float32Array;
        let sum = 0;
        for (let k = 0; k < taps; k++) sum += (held[first + k] as number) * (this.#table[row + k] as number);
        (out[c] as Float32Array)[n] = sum;
      }
    }
    this.#made += count;
    const next = Math.floor((this.#made * this.#down) / this.#up) - this.#half;
    const spare = Math.max(0, next - this.#from);
    this.#held = this.#held.map((held) => held.slice(spare));
    this.#from += spare;
    return out;
  }
}

function joinedArrays(a: Float32Array, b: Float32Array): Float32Array {
  const both = new Float32Array(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
