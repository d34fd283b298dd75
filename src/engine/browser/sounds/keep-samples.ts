import { Resampler } from '../../../core/sound/resampler';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { isFull } from '../../faults/is-full';
import type { SoundStream } from './read-sound';
import { SoundKeeper } from './sound-keeper';
import { toStereo } from './to-stereo';
import { ToldError } from '../../../core/time/told-error';

/** Longer sounds would fill the browser: an hour takes 1.4 GB. */
export const LONGEST_SECONDS = 3600;
/** How often it is told how far a sound is, in milliseconds: files come in pieces of a few hundredths of a second. */
const TELL_EVERY = 100;

/** Numbers that are none become silence; gives how many there were. */
function mended(channels: readonly Float32Array[]): number {
  let bad = 0;
  for (const samples of channels) {
    for (let i = 0; i < samples.length; i++) {
      if (Number.isFinite(samples[i])) continue;
      samples[i] = 0;
      bad++;
    }
  }
  return bad;
}

/** What was kept of a sound. */
export interface Kept {
  /** At 48 kHz. */
  readonly samples: number;
  /** Numbers that were none. */
  readonly bad: number;
  /** Whether the file breaks off. */
  readonly cut: boolean;
  /** Mean of each channel: how far it stands off its centre. */
  readonly means: readonly number[];
}

/** Takes from each channel its mean, and adds up what it holds. */
function centred(channels: readonly Float32Array[], means: readonly number[], sums: number[]): void {
  channels.forEach((samples, c) => {
    const mean = means[c] ?? 0;
    let sum = 0;
    for (let i = 0; i < samples.length; i++) sum += samples[i] = (samples[i] as number) - mean;
    sums[c] = (sums[c] ?? 0) + sum;
  });
}

/**
 * Keeps the samples of a stream at 48 kHz under the hash of its file, less the means of its channels where they are given.
 * @throws the browser's error where there is no room, or why the sound cannot be used; nothing is kept then.
 */
export async function keepSamples(
  hash: string,
  stream: SoundStream,
  onSeconds: (seconds: number) => void,
  means: readonly number[] = [],
): Promise<Kept> {
  const channels = Math.min(2, stream.channels);
  const keeper = new SoundKeeper(hash, channels);
  const resampler =
    stream.sampleRate === SAMPLE_RATE ? undefined : new Resampler(stream.sampleRate, channels);
  let bad = 0;
  let cut = false;
  let count = 0;
  let told = Number.NEGATIVE_INFINITY;
  const sums: number[] = [];
  try {
    try {
      for await (const piece of stream.pieces) {
        const part = toStereo(piece);
        bad += mended(part);
        centred(part, means, sums);
        count += part[0]?.length ?? 0;
        await keeper.push(resampler ? resampler.push(part) : part);
        const now = performance.now();
        if (now - told >= TELL_EVERY) {
          told = now;
          onSeconds(keeper.samples / SAMPLE_RATE);
        }
        if (keeper.samples > LONGEST_SECONDS * SAMPLE_RATE)
          throw new ToldError('is longer than an hour, the most that Kermis takes');
      }
    } catch (error) {
      // A file that breaks off is heard as far as it goes.
      if (
        isFull(error) ||
        keeper.samples < SAMPLE_RATE / 20 ||
        keeper.samples > LONGEST_SECONDS * SAMPLE_RATE
      )
        throw error;
      cut = true;
    }
    if (resampler) await keeper.push(resampler.finish());
    if (keeper.samples === 0) throw new ToldError('holds no sound: it has no samples');
    await keeper.finish();
    return { samples: keeper.samples, bad, cut, means: sums.map((sum) => sum / Math.max(1, count)) };
  } catch (error) {
    await keeper.forget();
    throw error;
  }
}
