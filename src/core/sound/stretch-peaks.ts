import { MemoryLayout, startAssembly } from '../assembled/memory-layout';
import { PEAKS_BINARY } from './peaks-binary';

/** Samples that one peak of the finest level stands for. */
export const FINEST = 128;

/** The most stretches that are looked at in one go: 65,536 samples stay near the processor. */
const MOST = 512;

/** The least and the greatest sample of `count` stretches of all channels together, one after the other. */
export function plainPeaks(channels: readonly Float32Array[], from: number, count: number): Float32Array {
  const pairs = new Float32Array(2 * count);
  for (let stretch = 0; stretch < count; stretch++) {
    let [least, most] = [1, -1];
    const start = from + stretch * FINEST;
    for (const samples of channels) {
      for (let i = start; i < start + FINEST; i++) {
        const sample = samples[i] as number;
        least = sample < least ? sample : least;
        most = sample > most ? sample : most;
      }
    }
    pairs[2 * stretch] = least;
    pairs[2 * stretch + 1] = most;
  }
  return pairs;
}

interface VectorCode {
  readonly memory: WebAssembly.Memory;
  readonly widenPeaks: (samples: number, count: number, out: number) => void;
}

const code = startAssembly(PEAKS_BINARY) as VectorCode | undefined;

function start({ memory, widenPeaks }: VectorCode): typeof plainPeaks {
  const layout = new MemoryLayout();
  const at = layout.take(MOST * FINEST * 4);
  const out = layout.take(MOST * 8);
  layout.reserve(memory);
  const samples = new Float32Array(memory.buffer, at, MOST * FINEST);
  const pairs = new Float32Array(memory.buffer, out, 2 * MOST);
  return (channels, from, count) => {
    for (let i = 0; i < count; i++) [pairs[2 * i], pairs[2 * i + 1]] = [1, -1];
    for (const channel of channels) {
      samples.set(channel.subarray(from, from + count * FINEST));
      widenPeaks(at, count, out);
    }
    return pairs.slice(0, 2 * count);
  };
}

/** The same as `plainPeaks`, with vector instructions. */
export const vectorPeaks: typeof plainPeaks | undefined = code && start(code);

const peaksOf = vectorPeaks ?? plainPeaks;

/** The peaks of as many whole stretches of a piece as there are from a sample on, 512 at most. */
export const wholeStretches = (piece: readonly Float32Array[], from: number): Float32Array =>
  peaksOf(piece, from, Math.min(MOST, Math.floor(((piece[0]?.length ?? 0) - from) / FINEST)));
