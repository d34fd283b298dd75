import type { Amount } from '../../time/amount';
import type { ColourKind } from './colour-kind';

const level = (label: string, neutral: number): Amount => ({
  ...{ label, unit: 'of 255', least: 0, most: 255, neutral },
});

/** White lies above black by so much at least. */
const LEAST_RANGE = 1;

/**
 * Levels. A value v, 0 to 255, becomes low + (high − low) · ((v − black) / (white − black))^(1 / middle), and is black or white where it
 * lies beyond.
 */
export const levels: ColourKind<'black' | 'middle' | 'white' | 'low' | 'high'> = {
  label: 'Levels',
  amounts: {
    black: level('Black', 0),
    middle: { label: 'Middle', unit: 'as a power', least: 0.1, most: 10, neutral: 1 },
    white: level('White', 255),
    low: level('Darkest', 0),
    high: level('Lightest', 255),
  },
  byChannel: true,
  change({ black, middle, white, low, high }) {
    const range = Math.max(LEAST_RANGE, white - black);
    return (colour) => {
      for (let c = 0; c < 3; c++) {
        const part = Math.min(1, Math.max(0, ((colour[c] as number) * 255 - black) / range));
        colour[c] = (low + (high - low) * part ** (1 / middle)) / 255;
      }
    };
  },
};
