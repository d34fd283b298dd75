import { SAMPLE_RATE } from '../../core/time/frames';
import { plainNumbers } from '../../core/time/plain-numbers';
import { err, ok, type Result } from '../../core/time/result';

export const seconds = (sample: number): string => `${Number((sample / SAMPLE_RATE).toFixed(3))}s`;

export function parseSeconds(text: string, samples: number): Result<number> {
  const value = Number(plainNumbers(text).replace(/\s*s(ec.*)?$/i, ''));
  return text.trim() !== '' && value >= 0 && value * SAMPLE_RATE < samples
    ? ok(Math.round(value * SAMPLE_RATE))
    : err(`“${text}” is outside the sound. Type seconds from its start, such as 0.35s.`);
}
