import { plainNumbers } from '../../time/plain-numbers';
import { err, ok, type Result } from '../../time/result';
import type { StepKind } from './step-kind';

/** A number as the field of a step shows it: `+0.5`, `−1`, `0`. */
export const signed = (value: number): string => (value > 0 ? `+${value}` : String(value).replace('-', '−'));

/** A unit, such as `stops`, behind a number; the last letter may be left out. */
const unitAtEnd = (unit: string): RegExp => new RegExp(`\\s*${unit.replace(/s$/, '')}s?$`, 'i');

/** Reads a typed number of a step; more than three places behind the point are rounded. */
export function parseStep(text: string, { label, unit, least, most }: StepKind): Result<number> {
  const typed = plainNumbers(text).replace(unitAtEnd(unit), '');
  if (!/^[+-]?(\d{1,9}(\.\d{0,9})?|\.\d{1,9})$/.test(typed))
    return err(`“${text}” is not a number of ${unit}. Type one such as +0.5.`);
  const value = Math.round(Number(typed) * 1000) / 1000 + 0;
  if (value < least || value > most)
    return err(`${label} can be from ${signed(least)} to ${signed(most)} ${unit}, not ${typed}.`);
  return ok(value);
}
