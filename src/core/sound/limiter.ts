import { OVERSHOOT, TRUE_PEAK_REACH } from './true-peak';
import { MOST_PEAKS, truePeaks } from './true-peaks';

/** Half the time over which gain goes down before a peak and comes back behind it, in samples at 48 kHz: 12.5 ms. */
const WINDOW = 600;

/** Samples on either side of a stretch that limiting it depends on. */
export const LIMITER_REACH = 2 * WINDOW + TRUE_PEAK_REACH;

/** Samples whose peaks are looked at together, to pass over what is quiet. */
const CHUNK = MOST_PEAKS;

/** For each sample the gain that brings it, and the wave around it, under the ceiling; undefined where none is needed. */
function neededGain(channels: readonly Float32Array[], ceiling: number): Float64Array | undefined {
  const length = channels[0]?.length ?? 0;
  const gain = new Float64Array(length).fill(1);
  let needed = false;
  for (let start = 0; start < length; start += CHUNK) {
    const [from, to] = [
      Math.max(0, start - TRUE_PEAK_REACH),
      Math.min(length, start + CHUNK + TRUE_PEAK_REACH),
    ];
    for (const samples of channels) {
      let loud = false;
      for (let i = from; i < to && !loud; i++) loud = Math.abs(samples[i] as number) * OVERSHOOT > ceiling;
      if (!loud) continue;
      // Nearer to the ends there is too little to tell by, and they are not used.
      const first = Math.max(TRUE_PEAK_REACH, start);
      const count = Math.min(length - TRUE_PEAK_REACH, start + CHUNK) - first;
      if (count <= 0) continue;
      const peaks = truePeaks(samples, first, count);
      for (let i = 0; i < count; i++) {
        const peak = peaks[i] as number;
        if (peak <= ceiling) continue;
        gain[first + i] = Math.min(gain[first + i] as number, ceiling / peak);
        needed = true;
      }
    }
  }
  return needed ? gain : undefined;
}

/** The least value within `reach` on either side of each. O(n), by the monotone queue. */
function slidingMinimum(values: Float64Array, reach: number): Float64Array {
  const least = new Float64Array(values.length);
  const queue = new Int32Array(values.length);
  let [head, tail, next] = [0, 0, 0];
  for (let i = 0; i < values.length; i++) {
    for (; next < values.length && next <= i + reach; next++) {
      while (tail > head && (values[queue[tail - 1] as number] as number) >= (values[next] as number)) tail--;
      queue[tail++] = next;
    }
    while ((queue[head] as number) < i - reach) head++;
    least[i] = values[queue[head] as number] as number;
  }
  return least;
}

/** The mean within `reach` on either side of each; past the ends counts the last value. */
function slidingMean(values: Float64Array, reach: number): Float64Array {
  const { length } = values;
  // With room for what lies past the ends, so that no step has to ask where it is.
  const padded = new Float64Array(length + 2 * reach + 1);
  padded.fill(values[0] as number, 0, reach);
  padded.set(values, reach);
  padded.fill(values[length - 1] as number, reach + length);
  const width = 2 * reach + 1;
  const mean = new Float64Array(length);
  let sum = 0;
  for (let i = 0; i < width; i++) sum += padded[i] as number;
  for (let i = 0; i < length; i++) {
    mean[i] = sum / width;
    sum += (padded[i + width] as number) - (padded[i] as number);
  }
  return mean;
}

/**
 * Brings a stretch under a ceiling (an amplitude) by turning the gain down smoothly around what is above it: nothing is
 * cut off. The outermost `LIMITER_REACH` samples are not yet right. Gain at a place is a mean of least gains that all
 * reach that place, and so never more than it needs.
 */
export function limit(channels: readonly Float32Array[], ceiling: number): void {
  const needed = neededGain(channels, ceiling);
  if (!needed) return;
  const half = WINDOW / 2;
  const gain = slidingMean(slidingMean(slidingMinimum(needed, WINDOW), half), half);
  for (const samples of channels) {
    for (let i = 0; i < samples.length; i++) samples[i] = (samples[i] as number) * (gain[i] as number);
  }
}
