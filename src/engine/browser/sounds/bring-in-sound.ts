import { FASTEST_SAMPLING, MOST_CHANNELS } from '../../../core/film/bounds';
import type { Sound } from '../../../core/film/sound';
import { PROMISE_HEAD, promisedSamples } from '../../../core/formats/promised-samples';
import { onsetIn, RiseFinder, type Onset } from '../../../core/sound/onsets';
import { SpeechFinder } from '../../../core/sound/speech-segments';
import { PeakBuilder } from '../../../core/sound/peaks';
import { Resampler } from '../../../core/sound/resampler';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { isFull } from '../store/is-full';
import { sha256Of } from '../store/sha256';
import { originals, soundAnalyses, soundPieces } from '../store/stores';
import { readSound, type SoundStream } from './read-sound';
import { PIECE, pieceKey, pieceKeys, readAnalysis, type SoundAnalysis } from '../store/sound-analysis';
import { SoundSamples } from './sound-samples';
import { toMono } from './to-mono';
import { toStereo } from './to-stereo';

export type SoundBroughtIn =
  | { readonly ok: true; readonly sound: Omit<Sound, 'id'>; readonly note?: string | undefined }
  | { readonly ok: false; readonly problem: string; readonly full?: boolean };

/** Longer sounds would fill the browser: an hour takes 1.4 GB. */
const LONGEST_SECONDS = 3600;
/** A sound whose mean is further from 0 than this is brought back to its centre. */
const OFF_CENTRE = 0.01;

/** How often it is told how far a sound is, in milliseconds: files come in pieces of a few hundredths of a second. */
const TELL_EVERY = 100;

/** So many samples may be missing at the end of a file that is whole. */
const MISSED = 0.05 * SAMPLE_RATE;

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

/** Takes samples at 48 kHz, keeps them in pieces, and finds what is drawn of them. */
class SoundKeeper {
  readonly #hash: string;
  readonly #channels: number;
  readonly #peaks = new PeakBuilder();
  #piece: Float32Array<ArrayBuffer>[];
  #into = 0;
  #index = 0;
  /** Used again for each part: what is thrown away is not collected as fast as parts come. */
  #mono = new Float32Array(0);
  readonly #rises = new RiseFinder();
  readonly #bursts = new SpeechFinder();
  samples = 0;

  constructor(hash: string, channels: number) {
    this.#hash = hash;
    this.#channels = channels;
    this.#piece = this.#empty();
  }

  async push(part: readonly Float32Array[]): Promise<void> {
    const length = part[0]?.length ?? 0;
    this.#peaks.push(part);
    if (this.#mono.length < length) this.#mono = new Float32Array(length);
    const mono = toMono(part, this.#mono);
    this.#rises.push(mono);
    this.#bursts.push(mono);
    for (let at = 0; at < length;) {
      const count = Math.min(length - at, PIECE - this.#into);
      this.#piece.forEach((samples, c) =>
        samples.set((part[c] as Float32Array).subarray(at, at + count), this.#into),
      );
      this.#into += count;
      at += count;
      if (this.#into === PIECE) await this.#close();
    }
    this.samples += length;
  }

  async finish(): Promise<SoundAnalysis> {
    if (this.#into > 0) await this.#close();
    // Rises are looked at from the first to the last: a piece behind them is not needed again.
    const stored = new SoundSamples(2);
    const onsets: Onset[] = [];
    for (const rise of this.#rises.finish()) {
      await stored.fetch([{ hash: this.#hash, ...rise }]);
      onsets.push(onsetIn(rise, toMono(stored.read(this.#hash, rise.from, rise.to))));
    }
    const analysis: SoundAnalysis = {
      peaks: this.#peaks.finish(),
      onsets,
      speech: this.#bursts.finish(),
      samples: this.samples,
    };
    await soundAnalyses.setItem(this.#hash, analysis);
    return analysis;
  }

  /** Removes what was kept of a sound that did not come in whole. */
  async forget(): Promise<void> {
    for (let i = 0; i <= this.#index; i++)
      await soundPieces.removeItem(pieceKey(this.#hash, i)).catch(() => undefined);
  }

  async #close(): Promise<void> {
    // A whole piece is stored as it is: the browser copies it once more.
    const channels =
      this.#into === PIECE ? this.#piece : this.#piece.map((samples) => samples.slice(0, this.#into));
    await soundPieces.setItem(pieceKey(this.#hash, this.#index), { channels });
    this.#index++;
    this.#into = 0;
  }

  #empty(): Float32Array<ArrayBuffer>[] {
    return Array.from({ length: this.#channels }, () => new Float32Array(PIECE));
  }
}

interface Kept {
  readonly samples: number;
  readonly bad: number;
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

async function keepSamples(
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
          throw new Error('is longer than an hour, the most that Kermis takes');
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
    if (keeper.samples === 0) throw new Error('holds no sound: it has no samples');
    await keeper.finish();
    return { samples: keeper.samples, bad, cut, means: sums.map((sum) => sum / Math.max(1, count)) };
  } catch (error) {
    await keeper.forget();
    throw error;
  }
}

/** What is drawn of a sound that is in the store with all of its samples. */
async function wholeLook(hash: string): Promise<SoundAnalysis | undefined> {
  const analysis = await readAnalysis(hash);
  if (!analysis) return undefined;
  const pieces = await Promise.all(pieceKeys(hash, analysis.samples).map((key) => soundPieces.getItem(key)));
  return pieces.every((piece) => piece !== null) ? analysis : undefined;
}

/**
 * Brings one sound into the store: its bytes under their hash, its samples at 48 kHz in pieces, and what is drawn of
 * it. Never throws; a file that cannot be used comes back with a sentence that names it.
 */
export async function bringInSound(
  file: File,
  onSeconds: (seconds: number, of: number | undefined) => void,
): Promise<SoundBroughtIn> {
  const { name } = file;
  const refuse = (why: string): SoundBroughtIn => ({
    ok: false,
    problem: `${name} ${why}. It was left out.`,
  });
  if (file.size === 0) return refuse('is empty');
  let stream: SoundStream | undefined;
  try {
    const hash = await sha256Of(file).catch(() => undefined);
    if (hash === undefined)
      return refuse('could not be read from the disk; it may have been moved or locked since it was chosen');
    stream = await readSound(file);
    const { channels, sampleRate, seconds } = stream;
    if (channels > MOST_CHANNELS) return refuse(`has ${channels} channels; ${MOST_CHANNELS} are the most`);
    if (!(sampleRate > 0 && sampleRate <= FASTEST_SAMPLING))
      return refuse(`claims ${sampleRate.toLocaleString('en')} samples a second, which no sound has`);
    if (seconds !== undefined && seconds > LONGEST_SECONDS + 1) {
      return refuse(
        `lasts ${(seconds / 3600).toFixed(1)} hours, and an hour is the most that Kermis takes; cut out what you need first`,
      );
    }
    const known = await wholeLook(hash);
    const keep = (from: SoundStream, means?: readonly number[]): Promise<Kept> =>
      keepSamples(hash, from, (done) => onSeconds(done, seconds), means);
    let kept = known ? { samples: known.samples, bad: 0, cut: false, means: [] } : await keep(stream);
    const off = Math.max(0, ...kept.means.map(Math.abs));
    if (off > OFF_CENTRE) {
      // The whole has to be known before its mean is: it is read a second time.
      const { means } = kept;
      stream.close();
      stream = await readSound(file);
      kept = await keep(stream, means);
    }
    const samples = promisedSamples(await file.slice(0, PROMISE_HEAD).arrayBuffer());
    const promised = samples === undefined ? (stream.promised ?? 0) : samples / sampleRate;
    const cut = kept.cut || stream.cut === true || kept.samples < promised * SAMPLE_RATE - MISSED;
    // The browser copies the bytes as it stores them: the file on the disk is not needed again.
    await originals.setItem(hash, file.slice(0, file.size, file.type));
    const sound = {
      name,
      hash,
      type: file.type || 'audio/unknown',
      bytes: file.size,
      channels,
      sampleRate,
      samples: kept.samples,
    };
    const notes = [
      cut ? `${name} is cut off or damaged; it is heard as far as it could be read.` : '',
      off > OFF_CENTRE
        ? `${name} stands off its centre by ${Math.round(100 * off)} % (DC offset); it is heard without that.`
        : '',
      kept.bad > 0 ? `${name} held ${kept.bad} samples that are no numbers; they are silent.` : '',
    ].filter(Boolean);
    return { ok: true, sound, note: notes.length > 0 ? notes.join(' ') : undefined };
  } catch (error) {
    if (isFull(error))
      return { ok: false, problem: `${name} did not fit: the browser has no room left.`, full: true };
    const why = error instanceof Error ? error.message : '';
    return refuse(/^(is|has|holds|lasts) /.test(why) ? why : 'is damaged and cannot be decoded');
  } finally {
    stream?.close();
  }
}
