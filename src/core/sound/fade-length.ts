import { frameToSample, SAMPLE_RATE } from '../time/frames';
import { parseLength } from '../time/length';
import { plainNumbers } from '../time/plain-numbers';
import { ok, type Result } from '../time/result';
import type { Rate } from '../time/rate';

/** Reads the length of a fade in samples: seconds as they are (`0.25s`), frames (`6`) or timecode; nothing or 0 for none. */
export function parseFadeLength(text: string, rate: Rate): Result<number> {
  const typed = plainNumbers(text).toLowerCase();
  if (typed === '' || /^0+(\.0+)?\s*(s|f)?$/.test(typed)) return ok(0);
  const seconds = /^(\d+(?:\.\d+)?|\.\d+)\s*(?:s|sec|seconds?)$/.exec(typed);
  if (seconds && Number(seconds[1]) <= 24 * 3600) return ok(Math.round(Number(seconds[1]) * SAMPLE_RATE));
  const frames = parseLength(text, rate, 'fade');
  return frames.ok ? ok(frameToSample(frames.value, rate)) : frames;
}

/** The length of a fade as it is typed. */
export const fadeText = (samples: number): string => `${Number((samples / SAMPLE_RATE).toFixed(3))}s`;
