import { err, ok, type Result } from '../../time/result';
import type { StepKind } from './step-kind';

/** A number as the field of a step shows it: `+0.5`, `−1`, `0`. */
export const signed = (value: number): string => (value > 0 ? `+${value}` : String(value).replace('-', '−'));

/** Reads a typed number of a step; more than three places behind the point are rounded. */
export function parseStep(text: string, { label, unit, least, most }: StepKind): Result<number> {
  const typed = text.trim().replace(',', '.').replace('−', '-');
  if (!/^[+-]?(\d{1,9}(\.\d{0,9})?|\.\d{1,9})$/.test(typed))
    return err(`“${text}” is not a number of ${unit}. Type one such as +0.5.`);
  const value = Math.round(Number(typed) * 1000) / 1000 + 0;
  if (value < least || value > most)
    return err(`${label} can be from ${signed(least)} to ${signed(most)} ${unit}, not ${typed}.`);
  return ok(value);
}
