import { SAMPLE_RATE } from '../time/frames';

/** How far music and ambience step back under dialogue. */
export interface Ducking {
  /** dB, from 0 down. */
  readonly amount: number;
  /** Seconds before and after the dialogue in which they go down and come back. */
  readonly attack: number;
  readonly release: number;
}

/** From the first sample until behind the last. */
export interface SampleSpan {
  readonly from: number;
  readonly to: number;
}

/** Spans in the order of time, those that touch or lie over each other as one. */
export function joined(spans: readonly SampleSpan[], gap = 0): readonly SampleSpan[] {
  const result: { from: number; to: number }[] = [];
  for (const { from, to } of [...spans].sort((a, b) => a.from - b.from)) {
    const last = result.at(-1);
    if (last && from <= last.to + gap) last.to = Math.max(last.to, to);
    else result.push({ from, to });
  }
  return result;
}

/**
 * The factor of music and ambience at a sample while dialogue is spoken in `spans`: down by the amount during each, on
 * the way there in the attack before it and back in the release behind it, in even steps of dB.
 */
export function duckingGain(spans: readonly SampleSpan[], how: Ducking, sample: number): number {
  const [attack, release] = [how.attack * SAMPLE_RATE, how.release * SAMPLE_RATE];
  let depth = 0;
  for (const { from, to } of spans) {
    if (from - attack > sample) break;
    if (to + release <= sample) continue;
    const part =
      sample < from ? 1 - (from - sample) / attack : sample >= to ? 1 - (sample - to) / release : 1;
    depth = Math.max(depth, part);
  }
  return 10 ** ((how.amount * depth) / 20);
}
