import { plainNumbers } from './plain-numbers';
import { err, ok, type Result } from './result';

/** A number that a person sets. */
export interface Amount {
  /** What it is called on screen, and what it counts, in the plural. */
  readonly label: string;
  /** Tip for a label that does not explain itself. */
  readonly does?: string;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** The number that leaves everything as it is. */
  readonly neutral: number;
}

/** A number as a field shows it: `+0.5`, `−1`, `0`. */
export const signed = (value: number): string => (value > 0 ? `+${value}` : String(value).replace('-', '−'));

const DEGREES = '°|deg(?:rees?)?';
const PIXELS = 'px|pixels?';
const PER_CENT = '%|per ?cent';

/** How people write units behind a number, as patterns; others as they are, in the singular or the plural. */
const WRITTEN: Readonly<Record<string, string>> = {
  ...{ degrees: DEGREES, '°': DEGREES, px: PIXELS, pixels: PIXELS },
  ...{ '%': PER_CENT, '% of the picture': `(?:${PER_CENT})(?: of the picture)?` },
  ...{ seconds: 's|sec(?:onds?)?', milliseconds: 'ms|milliseconds?', '': 'f|fr|frames?' },
};

/** A unit, such as `stops`, behind a number. */
const unitAtEnd = (unit: string): RegExp =>
  new RegExp(`\\s*(?:${WRITTEN[unit] ?? `${unit.replace(/s$/, '')}s?`})$`, 'i');

/** Reads a typed number; more than three places behind the point are rounded. */
export function parseAmount(text: string, { label, unit, least, most }: Amount): Result<number> {
  const typed = plainNumbers(text).replace(unitAtEnd(unit), '');
  if (!/^[+-]?(\d{1,9}(\.\d{0,9})?|\.\d{1,9})$/.test(typed))
    return err(`“${text}” is not a number of ${unit}. Type one such as ${least < 0 ? '+0.5' : '0.5'}.`);
  const value = Math.round(Number(typed) * 1000) / 1000 + 0;
  const shown = (each: number): string => (least < 0 ? signed(each) : String(each));
  if (value < least || value > most)
    return err(`${label} can be from ${shown(least)} to ${shown(most)} ${unit}, not ${typed}.`);
  return ok(value);
}
