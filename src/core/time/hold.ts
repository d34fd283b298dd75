import { failed, found, type Parsed } from './parsed';

/** The longest a pose can stay, in frames: over an hour at 24. */
export const LONGEST_HOLD = 100_000;

export const isHold = (n: number): boolean => Number.isSafeInteger(n) && n >= 1 && n <= LONGEST_HOLD;

/** Reads a typed hold in frames; one frame is the shortest at any rate. */
export function parseHold(text: string): Parsed<number> {
  const typed = text.trim();
  if (!/^[+-]?\d+([.,]\d+)?(e\d+)?$/i.test(typed)) {
    return failed(`“${text}” is not a hold. Type a whole number of frames, such as 2.`);
  }
  const value = Number(typed.replace(',', '.'));
  if (value < 1) return failed(`A hold of ${typed} is too short: one frame is the shortest.`);
  if (!Number.isInteger(value)) {
    return failed(
      `A hold of ${typed} falls between frames. Type a whole number, such as ${Math.round(value)}.`,
    );
  }
  if (value > LONGEST_HOLD) {
    return failed(
      `A hold of ${typed} is too long: ${LONGEST_HOLD.toLocaleString('en')} frames is the longest.`,
    );
  }
  return found(value);
}
