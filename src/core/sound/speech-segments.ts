import { SAMPLE_RATE } from '../time/frames';
import { joined, type SampleSpan } from './ducking';

const HOP = SAMPLE_RATE / 100;
/** A stretch counts as sound when it is not this much quieter than the loudest, and this much louder than the quietest. */
const BELOW_LOUDEST = -38;
const ABOVE_FLOOR = 9;
/** Pauses shorter than this belong to the burst around them; bursts shorter than the second are none. */
const PAUSE = 0.12 * SAMPLE_RATE;
const BURST = 0.05 * SAMPLE_RATE;

const dB = (power: number): number => 10 * Math.log10(power + 1e-12);

/** Finds stretches of one channel in which something is heard, such as words between pauses, piece by piece. */
export class SpeechFinder {
  /** dB of each hop that is whole. */
  readonly #levels: number[] = [];
  #sum = 0;
  #into = 0;
  #samples = 0;

  push(samples: Float32Array): void {
    for (let i = 0; i < samples.length; i++) {
      this.#sum += (samples[i] as number) ** 2;
      if (++this.#into === HOP) this.#close();
    }
    this.#samples += samples.length;
  }

  /** The bursts, in samples. */
  finish(): readonly SampleSpan[] {
    if (this.#into > 0) this.#close();
    const inOrder = [...this.#levels].sort((a, b) => a - b);
    const loudest = inOrder.at(-1) ?? -120;
    const floor = inOrder[Math.floor(inOrder.length / 20)] ?? -120;
    if (loudest <= -90) return [];
    // Where all of it is about as loud, all of it is sound.
    const threshold = Math.max(loudest + BELOW_LOUDEST, Math.min(floor + ABOVE_FLOOR, loudest - ABOVE_FLOOR));
    const heard = this.#levels.flatMap((level, hop) =>
      level >= threshold ? [{ from: hop * HOP, to: Math.min(this.#samples, (hop + 1) * HOP) }] : [],
    );
    return joined(heard, PAUSE).filter(({ from, to }) => to - from >= BURST);
  }

  #close(): void {
    this.#levels.push(dB(this.#sum / this.#into));
    [this.#sum, this.#into] = [0, 0];
  }
}

/** The bursts of one channel. */
export function findSpeechSegments(samples: Float32Array): readonly SampleSpan[] {
  const finder = new SpeechFinder();
  finder.push(samples);
  return finder.finish();
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
