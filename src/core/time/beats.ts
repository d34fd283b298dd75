import { plainNumbers } from './plain-numbers';
import { samplesAFrame, SAMPLE_RATE } from './frames';
import { err, ok, type Result } from './result';
import { rateNumber, type Rate } from './rate';

/** Beats a minute that can be set. */
export const TEMPO_BOUNDS = { least: 20, most: 400 } as const;

/** Frames from a beat to the next, whole or not: 12 at 24 frames a second and 120 beats a minute. */
export const framesABeat = (tempo: number, rate: Rate): number => (60 * rate.num) / (rate.den * tempo);

/** Samples at 48 kHz from a beat to the next. */
export const samplesABeat = (tempo: number): number => (60 * SAMPLE_RATE) / tempo;

/** The frame that begins nearest to a sample. */
export const nearestFrame = (sample: number, rate: Rate): number => Math.round(sample / samplesAFrame(rate));

const figures = (value: number): string => String(Math.round(value * 100) / 100);

/** How beats fall on frames: `12 frames to the beat, exactly`, or what a whole number of frames would miss. */
export function beatWords(tempo: number, rate: Rate): string {
  const frames = framesABeat(tempo, rate);
  const whole = Math.max(1, Math.round(frames));
  const error = frames - whole;
  if (Math.abs(error) < 1e-9) return `${whole} frames a beat, exactly.`;
  const way = error > 0 ? 'early' : 'late';
  const nearest = figures((60 * rateNumber(rate)) / whole);
  const after = Math.max(1, Math.round(1 / Math.abs(error)));
  return `${figures(frames)} frames a beat; with ${whole} you are a frame ${way} after ${after === 1 ? '1 beat' : `${after} beats`}. Exact at ${nearest}.`;
}

/** Reads beats a minute: `120`, `96.5`, `120 bpm`. */
export function parseTempo(text: string): Result<number> {
  const typed = plainNumbers(text)
    .toLowerCase()
    .replace(/\s*(bpm|beats.*)$/, '');
  const tempo = /^\d+(\.\d+)?$/.test(typed) ? Number(typed) : Number.NaN;
  const { least, most } = TEMPO_BOUNDS;
  return tempo >= least && tempo <= most
    ? ok(Math.round(tempo * 100) / 100)
    : err(`“${text}” is not a tempo. Type beats a minute, from ${least} to ${most}.`);
}
