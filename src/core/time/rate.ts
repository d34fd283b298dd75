import { gcd } from './gcd';
import { plainNumbers } from './plain-numbers';
import { err, ok, type Result } from './result';

/** Frames a second as an exact fraction in lowest terms: 24000/1001 is not 23.976. */
export interface Rate {
  readonly num: number;
  readonly den: number;
}

const SLOWEST = 1;
const FASTEST = 120;
/** The largest number that a rate is made of: nine figures can be typed. */
const LARGEST_PART = 999_999_999;

const isPart = (n: number): boolean => Number.isInteger(n) && n >= 1 && n <= LARGEST_PART;

/** Whether two numbers are a rate that a film can have, in lowest terms. */
export const isRate = ({ num, den }: Rate): boolean =>
  isPart(num) && isPart(den) && num >= den * SLOWEST && num <= den * FASTEST && gcd(num, den) === 1;

/**
 * A rate of `num/den` frames a second, reduced to lowest terms.
 * @throws RangeError when either part is not a whole number of at most nine figures or the rate is outside 1 to 120.
 */
export function rate(num: number, den = 1): Rate {
  if (!isPart(num) || !isPart(den)) {
    throw new RangeError(`A rate is a fraction of two whole numbers from 1 up, not ${num}/${den}.`);
  }
  if (num < den * SLOWEST || num > den * FASTEST) {
    throw new RangeError(`A rate lies between ${SLOWEST} and ${FASTEST} frames a second, not ${num / den}.`);
  }
  const divisor = gcd(num, den);
  return { num: num / divisor, den: den / divisor };
}

/** The rates offered first, slowest to fastest. */
export const RATE_PRESETS: readonly Rate[] = [
  rate(12),
  rate(15),
  rate(24000, 1001),
  rate(24),
  rate(25),
  rate(30000, 1001),
  rate(30),
  rate(48),
  rate(50),
  rate(60000, 1001),
  rate(60),
];

export const sameRate = (a: Rate, b: Rate): boolean => a.num === b.num && a.den === b.den;

/** Frames a second as a floating-point number, for display and for clocks; never for counting. */
export const rateNumber = (r: Rate): number => r.num / r.den;

/** The whole number of frames that timecode counts to a second: 30 for 30000/1001. */
export const nominalRate = (r: Rate): number => Math.round(r.num / r.den);

/** `24`, `29.97`, `12.5`: the rate in the words people use, at most three decimals. */
export const rateText = (r: Rate): string => String(Math.round((r.num / r.den) * 1000) / 1000);

/** A rate in full: `29.97 frames a second, exactly 30000/1001`. */
export const rateInFull = (r: Rate): string =>
  `${rateText(r)} frames a second${r.den === 1 ? '' : `, exactly ${r.num}/${r.den}`}`;

// What people type for the fractions over 1001 (23.976, 23.98, 29.97, 47.952, 59.94, 119.88), by nominal rate.
function broadcastRate(value: number): Rate | undefined {
  for (const nominal of [24, 30, 48, 60, 120]) {
    const exact = (nominal * 1000) / 1001;
    if (value !== nominal && Math.abs(value - exact) < 0.006) return rate(nominal * 1000, 1001);
  }
  return undefined;
}

/** What people write behind a rate: `24 fps`, `25p`, `12 frames a second`, `50 Hz`. */
const RATE_UNIT =
  /\s*(?:fps|p|hz|f\/s|\/\s?s|(?:frames?|pictures?|f)?\s*(?:a|per|\/)?\s*(?:s|sec|seconds?))$/i;

/**
 * Reads a typed rate: `24`, `12.5`, `23,976 fps`, `25p`, `29.97` (taken as exactly 30000/1001) or a fraction `30000/1001`.
 */
export function parseRate(text: string): Result<Rate> {
  const typed = plainNumbers(text).replace(RATE_UNIT, '');
  const fraction = /^(\d{1,9})\s*\/\s*(\d{1,9})$/.exec(typed);
  const decimal = /^\d{1,3}(?:\.(\d{1,6}))?$/.exec(typed);
  if (!fraction && !decimal) {
    return err(
      `“${text}” is not a rate. Type frames a second from 1 to 120, such as 24, 12.5, 29.97 or 30000/1001.`,
    );
  }
  try {
    if (fraction) return ok(rate(Number(fraction[1]), Number(fraction[2])));
    const scale = 10 ** (decimal?.[1]?.length ?? 0);
    return ok(broadcastRate(Number(typed)) ?? rate(Math.round(Number(typed) * scale), scale));
  } catch {
    return err(`${text} is outside the rates a film can have. Type frames a second from 1 to 120.`);
  }
}
