import { plainNumbers } from './plain-numbers';
import { err, ok, type Result } from './result';

/** A number that a person sets. */
export interface Amount {
  /** What it is called on screen, and what it counts, in the plural. */
  readonly label: string;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** The number that leaves everything as it is. */
  readonly neutral: number;
}

/** A number as a field shows it: `+0.5`, `−1`, `0`. */
export const signed = (value: number): string => (value > 0 ? `+${value}` : String(value).replace('-', '−'));

/** A unit, such as `stops`, behind a number; the last letter may be left out. */
const unitAtEnd = (unit: string): RegExp => new RegExp(`\\s*${unit.replace(/s$/, '')}s?$`, 'i');

/** Reads a typed number; more than three places behind the point are rounded. */
export function parseAmount(text: string, { label, unit, least, most }: Amount): Result<number> {
  const typed = plainNumbers(text).replace(unitAtEnd(unit), '');
  if (!/^[+-]?(\d{1,9}(\.\d{0,9})?|\.\d{1,9})$/.test(typed))
    return err(`“${text}” is not a number of ${unit}. Type one such as +0.5.`);
  const value = Math.round(Number(typed) * 1000) / 1000 + 0;
  if (value < least || value > most)
    return err(`${label} can be from ${signed(least)} to ${signed(most)} ${unit}, not ${typed}.`);
  return ok(value);
}
