import { chanceNumbers } from '../../core/chance/chance-numbers';
import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { pcm16, pcm24, wavHead, type WavBits } from '../../core/formats/wav';
import { framesOf } from '../../core/print/print-plan';
import { frameToSample, SAMPLE_RATE } from '../../core/time/frames';
import type { VideoFile } from '../ports/encode';
import type { Samples } from '../ports/samples';
import type { Sink } from '../ports/sink';
import { SoundWriter } from './sound-writer';

/** Of the noise that is mixed in before rounding: two prints are the same file. */
const SEED = 20_011;

/** Frames after which it is told how far it is. */
const TOLD_EVERY = 24;

/** The largest WAV file: its length is kept in four bytes. */
const LARGEST_WAV = 2 ** 32 - 1;

export interface SoundOptions {
  readonly signal: AbortSignal;
  /** Called now and then with the number of the film's frames that are done. */
  readonly onFrame: (done: number) => void;
  /** Waits while the print is paused. */
  readonly gate: () => Promise<void>;
}

/**
 * Writes the sound of parts of a film, one behind the other, at 48 kHz, left and right in turn.
 * @throws the signal's reason when it is stopped, or whatever a port throws.
 */
export async function printSound(
  film: Film,
  spans: readonly Span[],
  samples: Samples,
  sink: Pick<VideoFile, 'sound'>,
  { signal, onFrame, gate }: SoundOptions,
): Promise<void> {
  const frames = framesOf(spans);
  const sound = new SoundWriter(film, spans, samples, sink);
  for (let frame = 0; frame < frames; frame += TOLD_EVERY) {
    await gate();
    signal.throwIfAborted();
    const done = Math.min(frames, frame + TOLD_EVERY);
    await sound.writeUntil(frameToSample(done, film.settings.rate));
    onFrame(done);
  }
}

/** Samples of the sound of parts of a film. */
export const soundLength = (film: Film, spans: readonly Span[]): number =>
  frameToSample(framesOf(spans), film.settings.rate);

/**
 * A WAV file of two channels of so many samples; `sink` is written to from its start on.
 * @throws RangeError where it would be larger than a WAV file can be.
 */
export async function wavSink(
  length: number,
  bits: WavBits,
  sink: Pick<Sink, 'write'>,
): Promise<Pick<VideoFile, 'sound'>> {
  if (length * 2 * (bits / 8) + 44 > LARGEST_WAV)
    throw new RangeError('A WAV file holds four gigabytes at most, and this sound is longer. FLAC holds it.');
  const head = wavHead({ channels: 2, sampleRate: SAMPLE_RATE, samples: length, bits });
  await sink.write(head, 0);
  const next = chanceNumbers(SEED);
  const frame = 2 * (bits / 8);
  return {
    sound: (both, at) =>
      sink.write(bits === 16 ? pcm16([both], next) : pcm24([both]), head.length + at * frame),
  };
}
