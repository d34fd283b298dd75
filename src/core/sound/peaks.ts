import { FINEST, wholeStretches } from './stretch-peaks';
import type { SampleSpan } from './ducking';

/** Peaks of a level that one of the next stands for. */
const STEP = 4;

/** The least and the greatest sample of each stretch, one after the other, as 16-bit whole numbers; finest first. */
export type Peaks = readonly Int16Array<ArrayBuffer>[];

const scaled = (sample: number): number => Math.round(Math.min(1, Math.max(-1, sample)) * 32_767);

/** Makes a pyramid of peaks of all channels together, piece by piece. */
export class PeakBuilder {
  #finest: Int16Array<ArrayBuffer> = new Int16Array(2048);
  #count = 0;
  #least = 1;
  #most = -1;
  #into = 0;

  push(piece: readonly Float32Array[]): void {
    const length = piece[0]?.length ?? 0;
    for (let from = 0; from < length;) {
      if (this.#into === 0 && length - from >= FINEST) {
        const pairs = wholeStretches(piece, from);
        this.#append(pairs);
        from += (pairs.length / 2) * FINEST;
        continue;
      }
      const to = Math.min(length, from + FINEST - this.#into);
      for (const samples of piece) {
        let [least, most] = [this.#least, this.#most];
        for (let i = from; i < to; i++) {
          const sample = samples[i] as number;
          least = sample < least ? sample : least;
          most = sample > most ? sample : most;
        }
        [this.#least, this.#most] = [least, most];
      }
      this.#into += to - from;
      if (this.#into === FINEST) this.#close();
      from = to;
    }
  }

  finish(): Peaks {
    if (this.#into > 0) this.#close();
    const levels = [this.#finest.slice(0, 2 * this.#count)];
    for (
      let level = levels[0] as Int16Array<ArrayBuffer>;
      level.length > 2 * STEP;
      level = levels.at(-1) as typeof level
    ) {
      const above = new Int16Array(2 * Math.ceil(level.length / 2 / STEP));
      for (let i = 0; i < above.length / 2; i++) {
        const part = level.subarray(2 * STEP * i, 2 * STEP * (i + 1));
        above[2 * i] = part.filter((_, k) => k % 2 === 0).reduce((a, b) => Math.min(a, b));
        above[2 * i + 1] = part.filter((_, k) => k % 2 === 1).reduce((a, b) => Math.max(a, b));
      }
      levels.push(above);
    }
    return levels;
  }

  #append(pairs: ArrayLike<number>): void {
    const needed = 2 * this.#count + pairs.length;
    if (needed > this.#finest.length) {
      const larger = new Int16Array(Math.max(needed, 2 * this.#finest.length));
      larger.set(this.#finest);
      this.#finest = larger;
    }
    for (let i = 0; i < pairs.length; i++) this.#finest[2 * this.#count + i] = scaled(pairs[i] as number);
    this.#count += pairs.length / 2;
  }

  #close(): void {
    this.#append([this.#least, this.#most]);
    [this.#least, this.#most, this.#into] = [1, -1, 0];
  }
}

/** The least and greatest sample, −1 to 1, of a stretch of a sound, as exactly as the level that suits its length. */
export function peakBetween(peaks: Peaks, from: number, to: number): readonly [number, number] {
  let [level, size] = [0, FINEST];
  while (level + 1 < peaks.length && size * STEP <= (to - from) / 2) {
    level++;
    size *= STEP;
  }
  const list = peaks[level];
  if (!list) return [0, 0];
  const [first, last] = [
    Math.max(0, Math.floor(from / size)),
    Math.min(list.length / 2 - 1, Math.ceil(to / size) - 1),
  ];
  let [least, most] = [32_767, -32_767];
  for (let i = first; i <= last; i++) {
    least = Math.min(least, list[2 * i] as number);
    most = Math.max(most, list[2 * i + 1] as number);
  }
  return least > most ? [0, 0] : [least / 32_767, most / 32_767];
}

/** Peaks this much below the highest are still loud: −30 dB. */
const LOUD = 10 ** (-30 / 20);

/** From the first loud peak between two samples until behind the last; undefined where all is silent. */
export function loudBetween(peaks: Peaks, from: number, to: number): SampleSpan | undefined {
  const [least, most] = peakBetween(peaks, from, to);
  const loud = Math.max(most, -least) * LOUD * 32_767;
  const finest = peaks[0];
  if (!finest || loud < 1) return undefined;
  let [first, last] = [-1, -1];
  const end = Math.min(finest.length / 2, Math.ceil(to / FINEST));
  for (let i = Math.floor(from / FINEST); i < end; i++) {
    if ((finest[2 * i + 1] as number) < loud && -(finest[2 * i] as number) < loud) continue;
    if (first < 0) first = i;
    last = i;
  }
  return first < 0 ? undefined : { from: first * FINEST, to: (last + 1) * FINEST };
}
