import { onsetIn, RiseFinder, type Onset } from '../../../core/sound/onsets';
import { PeakBuilder } from '../../../core/sound/peaks';
import { SpeechFinder } from '../../../core/sound/speech-segments';
import { PIECE, pieceKey, type SoundAnalysis } from '../store/sound-analysis';
import { soundAnalyses, soundPieces } from '../store/stores';
import { SoundSamples } from './sound-samples';
import { toMono } from './to-mono';

/** Takes samples at 48 kHz, keeps them in pieces, and finds what is drawn of them. */
export class SoundKeeper {
  readonly #hash: string;
  readonly #channels: number;
  readonly #peaks = new PeakBuilder();
  #piece: Float32Array<ArrayBuffer>[];
  #into = 0;
  #index = 0;
  /** Used again for each part: what is thrown away is not collected as fast as parts come. */
  #mono = new Float32Array(0);
  readonly #rises = new RiseFinder();
  readonly #speech = new SpeechFinder();
  /** Samples that were taken. */
  samples = 0;

  constructor(hash: string, channels: number) {
    this.#hash = hash;
    this.#channels = channels;
    this.#piece = this.#empty();
  }

  /** Takes some more. Rejects with the browser's error where they cannot be stored. */
  async push(part: readonly Float32Array[]): Promise<void> {
    const length = part[0]?.length ?? 0;
    this.#peaks.push(part);
    if (this.#mono.length < length) this.#mono = new Float32Array(length);
    const mono = toMono(part, this.#mono);
    this.#rises.push(mono);
    this.#speech.push(mono);
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

  /** Keeps the last piece, and what is drawn of the whole. Rejects with the browser's error. */
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
      speech: this.#speech.finish(),
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
