import { plainNumbers } from '../time/plain-numbers';
import { err, ok, type Result } from '../time/result';

/** Levels of cues and lanes, in dB; the least is silence. */
export const LEVELS = { least: -60, most: 12 } as const;

/** Ceilings of the mix, in dBTP. */
export const CEILINGS = { least: -20, most: 0 } as const;

/** The factor of an amplitude for a level in dB; the least level is silence. */
export const gainOf = (level: number): number => (level <= LEVELS.least ? 0 : 10 ** (level / 20));

/**
 * Where a level stands on a fader, from 0 for silence to 1 for the most: the cube root of its factor, so that the levels near 0 dB
 * lie far apart.
 */
export const faderPlace = (level: number): number => Math.cbrt(gainOf(level) / gainOf(LEVELS.most));

/** The level at a place of a fader, to half a dB; beyond its ends the least and the most. */
export function faderLevel(place: number): number {
  const level = LEVELS.most + 60 * Math.log10(Math.max(0, place));
  return Math.min(LEVELS.most, Math.max(LEVELS.least, Math.round(2 * level) / 2));
}

/** A factor of an amplitude in dB; minus infinity for none. */
export const decibels = (gain: number): number => 20 * Math.log10(gain);

/** A level as people read it: `−6 dB`. */
export const levelWords = (level: number): string =>
  level <= LEVELS.least ? 'silent' : `${level > 0 ? '+' : level < 0 ? '−' : ''}${Math.abs(level)} dB`;

/** Reads a level such as `-6`, `−6 dB` or `+3,5`; out of bounds it is refused with the bounds. */
export function parseLevel(text: string, bounds: { least: number; most: number } = LEVELS): Result<number> {
  const words = plainNumbers(text).replace(/\s*(?:db(?:tp|fs)?|decibels?)$/i, '');
  if (words === '') return err('The level is missing. Type dB, such as −6.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(words))
    return err(`“${text.trim()}” is not a level. Type dB, such as −6.`);
  const level = Number(words);
  if (level < bounds.least || level > bounds.most) {
    return err(`A level lies between ${levelText(bounds.least)} and ${levelText(bounds.most)} dB.`);
  }
  return ok(level);
}

const levelText = (level: number): string => (level < 0 ? `−${-level}` : level > 0 ? `+${level}` : '0');

/** `−12.3 dB`, in decibels of full scale. */
export const decibelWords = (value: number): string =>
  Number.isFinite(value) ? `${value.toFixed(1).replace('-', '−')} dB` : '−∞ dB';

/** `−16.0 LUFS`; a dash where nothing is heard. */
export const loudnessWords = (value: number, unit = 'LUFS'): string =>
  Number.isFinite(value) ? `${value.toFixed(1).replace('-', '−')} ${unit}` : '–';
