import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { pcm16, pcm24, wavHead, type WavBits } from '../../core/formats/wav';
import { planMix } from '../../core/mix/mix-plan';
import type { PrintLoopOptions } from '../../core/print/print-loop';
import { frameToSample, SAMPLE_RATE } from '../../core/time/frames';
import type { Samples } from '../ports/samples';
import { SoundWriter } from './sound-writer';

/** Frames after which it is told how far it is. */
const TOLD_EVERY = 24;

/** Numbers from 0 to 1, the same each time, so that two prints are the same file (Park and Miller, 1988). */
function noise(): () => number {
  let state = 20_011;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

/**
 * Prints the sound of a part of a film alone, as the pieces of a WAV file of two channels and 48 kHz.
 * @throws the signal's reason when it is stopped, or whatever `samples` throws.
 */
export async function printSound(
  film: Film,
  span: Span,
  bits: WavBits,
  samples: Samples,
  { signal, onFrame }: Pick<PrintLoopOptions, 'signal' | 'onFrame'>,
): Promise<readonly Uint8Array<ArrayBuffer>[]> {
  const { rate } = film.settings;
  const length = frameToSample(span.to, rate) - frameToSample(span.from, rate);
  const pieces = [wavHead({ channels: 2, sampleRate: SAMPLE_RATE, samples: length, bits })];
  const next = noise();
  const sound = new SoundWriter(planMix(film), film, span, samples, {
    // Left and right come in turn: as they lie in the file.
    sound: (both) => {
      pieces.push(bits === 16 ? pcm16([both], next) : pcm24([both]));
      return Promise.resolve();
    },
  });
  for (let frame = span.from; frame < span.to; frame += TOLD_EVERY) {
    signal.throwIfAborted();
    const done = Math.min(span.to, frame + TOLD_EVERY);
    await sound.writeUntil(frameToSample(done, rate));
    onFrame(done - span.from);
  }
  return pieces;
}
