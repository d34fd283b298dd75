import type { CountTone } from '../../core/shoot/release-plan';

/** Hertz of a second that is counted, and of the last of them; how long and how loud each sounds. */
const TONE = 880;
const LAST = 1320;
const SECONDS = 0.06;
const LEVEL = 0.3;

/** Sounds the tones of a count-in from now on; the function given back silences what is left of them. */
export function playTones(tones: readonly CountTone[]): () => void {
  if (tones.length === 0) return () => undefined;
  const context = new AudioContext({ latencyHint: 'interactive' });
  const begins = context.currentTime;
  for (const { at, isLast } of tones) {
    const from = begins + at / 1000;
    const tone = new OscillatorNode(context, { frequency: isLast ? LAST : TONE });
    const level = new GainNode(context, { gain: 0 });
    level.gain.setValueAtTime(LEVEL, from);
    level.gain.exponentialRampToValueAtTime(0.001, from + SECONDS);
    tone.connect(level).connect(context.destination);
    tone.start(from);
    tone.stop(from + SECONDS);
  }
  return () => void context.close().catch(() => undefined);
}
