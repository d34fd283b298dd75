import { parseLength } from './length';
import { err, ok, type Result } from './result';
import type { Rate } from './rate';

/** The longest a pose can stay, in frames: over an hour at 24. */
export const LONGEST_HOLD = 100_000;

export const isHold = (n: number): boolean => Number.isSafeInteger(n) && n >= 1 && n <= LONGEST_HOLD;

/** Holds that animators name, from a frame up. */
export const HABITS: readonly string[] = ['ones', 'twos', 'threes', 'fours'];

/** Reads a typed hold: `twos`, or a length in frames, seconds, both, or timecode; one frame is the shortest at any rate. */
export function parseHold(text: string, r: Rate): Result<number> {
  const habit = HABITS.indexOf(
    text
      .trim()
      .toLowerCase()
      .replace(/^on\s+/, ''),
  );
  if (habit >= 0) return ok(habit + 1);
  const read = parseLength(text, r, 'hold');
  if (!read.ok || isHold(read.value)) return read;
  return err(
    `A hold of ${text.trim()} is too long: ${LONGEST_HOLD.toLocaleString('en')} frames is the longest.`,
  );
}
