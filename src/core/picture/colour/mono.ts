import type { Amount } from '../../time/amount';
import { fromLight, toLight } from '../srgb';
import type { ColourKind } from './colour-kind';

const part = (label: string, neutral: number): Amount => ({
  ...{ label, unit: '%', least: 0, most: 200, neutral },
});

/**
 * Black and white: the light of all channels becomes the same, a mean of their lights by what each counts; where nothing counts, by
 * the luminance of BT.709.
 */
export const mono: ColourKind<'red' | 'green' | 'blue' | 'strength'> = {
  label: 'Black and white',
  amounts: {
    // What each counts at first is its part of the luminance (BT.709): greys of the same brightness stay as bright.
    red: part('Red', 21.26),
    green: part('Green', 71.52),
    blue: part('Blue', 7.22),
    strength: { label: 'Strength', unit: '%', least: 0, most: 100, neutral: 100 },
  },
  byChannel: false,
  change({ red, green, blue, strength }) {
    const sum = red + green + blue;
    const [r, g, b] = sum > 0 ? [red / sum, green / sum, blue / sum] : [0.2126, 0.7152, 0.0722];
    const grey = strength / 100;
    return (colour) => {
      const light =
        r * toLight(colour[0] as number) +
        g * toLight(colour[1] as number) +
        b * toLight(colour[2] as number);
      const value = fromLight(Math.max(0, light));
      for (let c = 0; c < 3; c++) colour[c] = (colour[c] as number) + (value - (colour[c] as number)) * grey;
    };
  },
};
