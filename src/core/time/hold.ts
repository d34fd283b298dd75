import { parseLength } from './length';
import { err, type Result } from './result';
import type { Rate } from './rate';

/** The longest a pose can stay, in frames: over an hour at 24. */
export const LONGEST_HOLD = 100_000;

export const isHold = (n: number): boolean => Number.isSafeInteger(n) && n >= 1 && n <= LONGEST_HOLD;

/** Reads a typed hold, as a length: in frames, seconds, both, or timecode; one frame is the shortest at any rate. */
export function parseHold(text: string, r: Rate): Result<number> {
  const read = parseLength(text, r, 'hold');
  if (!read.ok || isHold(read.value)) return read;
  return err(
    `A hold of ${text.trim()} is too long: ${LONGEST_HOLD.toLocaleString('en')} frames is the longest.`,
  );
}
