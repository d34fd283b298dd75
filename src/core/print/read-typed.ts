import type { Size } from '../picture/size';
import { plainNumbers } from '../time/plain-numbers';
import { err, ok, type Result } from '../time/result';
import { PRINT_BOUNDS } from './print-settings';
import { isPrintSize, PRINT_SIDES } from './print-size';

/** Reads a typed size of a print's pictures: `1280x720`, `1280 × 720`, `1280 by 720 pixels`. */
export function parsePrintSize(text: string): Result<Size> {
  const found = /^(\d{1,6})\s*(?:[x×*:,;]|by|\s)\s*(\d{1,6})(?:\s*(?:px|pixels?))?$/i.exec(
    plainNumbers(text),
  );
  if (!found) return err(`“${text}” is not a size. Type width and height in pixels, such as 1280 x 720.`);
  const size = { width: Number(found[1]), height: Number(found[2]) };
  if (isPrintSize(size)) return ok(size);
  const { least, most } = PRINT_SIDES;
  const isWithin = [size.width, size.height].every((side) => side >= least && side <= most);
  return err(
    isWithin
      ? `${size.width} × ${size.height} has an odd side; video needs even ones, such as ${even(size.width)} x ${even(size.height)}.`
      : `A print is ${least} to ${most} pixels wide and high, not ${size.width} × ${size.height}.`,
  );
}

const even = (side: number): number => side + (side % 2);

/** Factors of what people write behind a number of bits. */
const FACTORS: Readonly<Record<string, number>> = { '': 1e6, k: 1e3, m: 1e6, g: 1e9 };

/** Reads a typed bitrate, in bits a second: `8`, `8 Mbit/s`, `8000k`, `12,5 Mbps`; nothing typed is none. */
export function parseBitrate(text: string): Result<number | undefined> {
  const typed = plainNumbers(text);
  if (typed === '') return ok(undefined);
  const found = /^(\d+(?:\.\d+)?)\s*(k|m|g)?\s*(?:bits?|b)?\s*(?:\/\s*s|ps|a second)?$/i.exec(typed);
  if (!found) return err(`“${text}” is not a bitrate. Type megabits a second, such as 8, or 800k.`);
  const bits = Math.round(Number(found[1]) * (FACTORS[(found[2] ?? '').toLowerCase()] ?? 1e6));
  const { least, most } = PRINT_BOUNDS.bitrate;
  return bits >= least && bits <= most
    ? ok(bits)
    : err(`A bitrate lies between 50 kbit/s and 200 Mbit/s, not ${bitrateText(bits)}.`);
}

/** `8 Mbit/s`, `192 kbit/s`. */
export const bitrateText = (bits: number): string =>
  bits >= 1e6
    ? `${(bits / 1e6).toFixed(bits < 10e6 ? 1 : 0).replace(/\.0$/, '')} Mbit/s`
    : `${Math.round(bits / 1000)} kbit/s`;

/** Reads a typed distance of key frames, in seconds. */
export function parseKeyEvery(text: string): Result<number> {
  const found = /^(\d+(?:\.\d+)?)\s*(?:s|sec|seconds?)?$/i.exec(plainNumbers(text));
  const { least, most } = PRINT_BOUNDS.keyEvery;
  const value = found ? Number(found[1]) : Number.NaN;
  return value >= least && value <= most
    ? ok(value)
    : err(`“${text}” is not such a time. Type seconds from ${least} to ${most}.`);
}

/** Reads how often a loop runs: a whole number, or `for ever`, which is 0. */
export function parseRuns(text: string): Result<number> {
  const typed = plainNumbers(text);
  if (/^(0|for ?ever|always|∞)?$/i.test(typed)) return ok(0);
  const found = /^(\d+)(?:\s*(?:x|times?))?$/i.exec(typed);
  return found && Number(found[1]) <= PRINT_BOUNDS.runs
    ? ok(Number(found[1]))
    : err(`“${text}” is not how often it can run. Type a number up to 65,535, or “for ever”.`);
}

export const runsText = (runs: number): string => (runs === 0 ? 'for ever' : String(runs));

/** Reads the pattern of a file's name; one of dots and spaces only names nothing. */
export function parsePattern(text: string): Result<string> {
  if (text.length > PRINT_BOUNDS.pattern) return err(`A name has at most ${PRINT_BOUNDS.pattern} letters.`);
  return /^[\s.]*$/.test(text)
    ? err(`“${text}” names nothing. Type words, or {film}, {scene}, {date}, {size}, {counter}.`)
    : ok(text);
}
