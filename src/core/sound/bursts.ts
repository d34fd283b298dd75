import { SAMPLE_RATE } from '../time/frames';
import { joined, type SampleSpan } from './step-back';

const HOP = SAMPLE_RATE / 100;
/** A stretch counts as sound when it is not this much quieter than the loudest, and this much louder than the quietest. */
const BELOW_LOUDEST = -38;
const ABOVE_FLOOR = 9;
/** Pauses shorter than this belong to the burst around them; bursts shorter than the second are none. */
const PAUSE = 0.12 * SAMPLE_RATE;
const BURST = 0.05 * SAMPLE_RATE;

const dB = (power: number): number => 10 * Math.log10(power + 1e-12);

/** Stretches in which something is heard, such as words between pauses; in samples of the channel given. */
export function findBursts(samples: Float32Array): readonly SampleSpan[] {
  const levels: number[] = [];
  for (let at = 0; at < samples.length; at += HOP) {
    let sum = 0;
    const end = Math.min(samples.length, at + HOP);
    for (let i = at; i < end; i++) sum += (samples[i] as number) ** 2;
    levels.push(dB(sum / (end - at)));
  }
  const inOrder = [...levels].sort((a, b) => a - b);
  const loudest = inOrder.at(-1) ?? -120;
  const floor = inOrder[Math.floor(inOrder.length / 20)] ?? -120;
  if (loudest <= -90) return [];
  // Where all of it is about as loud, all of it is sound.
  const threshold = Math.max(loudest + BELOW_LOUDEST, Math.min(floor + ABOVE_FLOOR, loudest - ABOVE_FLOOR));
  const heard = levels.flatMap((level, hop) =>
    level >= threshold ? [{ from: hop * HOP, to: Math.min(samples.length, (hop + 1) * HOP) }] : [],
  );
  return joined(heard, PAUSE).filter(({ from, to }) => to - from >= BURST);
}

/** Kept before the first and behind the last of what is heard, so that no breath is cut. */
const LEAD = 0.03 * SAMPLE_RATE;
const TRAIL = 0.12 * SAMPLE_RATE;

/**
 * The part of a sound without the silence in front and behind; all of it where nothing is heard. Bursts are what is
 * spoken; a knock is too short for one, and is told by its peaks.
 */
export function withoutSilence(
  bursts: readonly SampleSpan[],
  samples: number,
  loud?: SampleSpan,
): SampleSpan {
  const heard = loud ? [...bursts, loud] : bursts;
  if (heard.length === 0) return { from: 0, to: samples };
  const first = Math.min(...heard.map(({ from }) => from));
  const last = Math.max(...heard.map(({ to }) => to));
  return { from: Math.max(0, first - LEAD), to: Math.min(samples, last + TRAIL) };
}
