import { type Beats } from '../../../core/sound/beats/beats';
import { findBeats } from '../../../core/sound/beats/find-beats';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { PIECE } from '../store/sound-analysis';
import { SoundSamples } from './sound-samples';
import { toMono } from './to-mono';

/** Beats are looked for in so much of a sound, from its start; what is behind goes on in the last tempo found. */
const LOOKED_AT = 10 * 60 * SAMPLE_RATE;

/** The beats of a sound in the store, of so many samples; undefined where none can be told. */
export async function beatsOf(hash: string, samples: number): Promise<Beats | undefined> {
  const pieces = new SoundSamples();
  const mono = new Float32Array(Math.min(samples, LOOKED_AT));
  for (let from = 0; from < mono.length; from += PIECE) {
    const to = Math.min(mono.length, from + PIECE);
    await pieces.fetch([{ hash, from, to }]);
    mono.set(toMono(pieces.read(hash, from, to)), from);
  }
  return findBeats(mono);
}
