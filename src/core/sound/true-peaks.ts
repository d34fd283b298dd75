import { MemoryLayout, startAssembly } from '../assembled/memory-layout';
import { PHASES, TRUE_PEAK_REACH, truePeakAt } from './true-peak';
import { TRUE_PEAKS_BINARY } from './true-peaks-binary';

/** The most samples whose true peaks are found in one go; a multiple of four. */
export const MOST_PEAKS = 64;

/**
 * The true peaks of `count` samples, `MOST_PEAKS` at most, from `from` on; `TRUE_PEAK_REACH` on either side must be there. What
 * is given stands until the next call.
 */
type FindTruePeaks = (samples: Float32Array, from: number, count: number) => Float64Array;

const found = new Float64Array(MOST_PEAKS);

export const plainTruePeaks: FindTruePeaks = (samples, from, count) => {
  for (let i = 0; i < count; i++) found[i] = truePeakAt(samples, from + i);
  return found;
};

interface VectorCode {
  readonly memory: WebAssembly.Memory;
  readonly findTruePeaks: (samples: number, count: number, taps: number, out: number) => void;
}

const code = startAssembly(TRUE_PEAKS_BINARY) as VectorCode | undefined;

function start({ memory, findTruePeaks }: VectorCode): FindTruePeaks {
  const layout = new MemoryLayout();
  const room = MOST_PEAKS + 2 * TRUE_PEAK_REACH;
  const at = layout.take(4 * room);
  const taps = layout.take(16 * PHASES.length);
  const out = layout.take(8 * MOST_PEAKS);
  layout.reserve(memory);
  const input = new Float32Array(memory.buffer, at, room);
  new Float64Array(memory.buffer, taps, 2 * PHASES.length).set(PHASES.flatMap((tap) => [tap, tap]));
  const peaks = new Float64Array(memory.buffer, out, MOST_PEAKS);
  return (samples, from, count) => {
    input.set(samples.subarray(from - TRUE_PEAK_REACH, from + count + TRUE_PEAK_REACH));
    findTruePeaks(at + 4 * TRUE_PEAK_REACH, Math.ceil(count / 4) * 4, taps, out);
    return peaks;
  };
}

/** The same as `plainTruePeaks`, with vector instructions. */
export const vectorTruePeaks: FindTruePeaks | undefined = code && start(code);

export const truePeaks: FindTruePeaks = vectorTruePeaks ?? plainTruePeaks;
