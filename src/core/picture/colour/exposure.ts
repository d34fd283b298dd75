import { fromLight, toLight } from '../srgb';
import { around, type ColourKind } from './colour-kind';

/** Light of a grey that contrast leaves as it is: the reflectance of a photographer's grey card (common practice). */
const GREY = 0.18;

/**
 * Exposure and contrast. Light L becomes g · (L · 2^stops / g)^c around the grey g = 0.18, where c is 2 to the power of the contrast in
 * parts of 100.
 */
export const exposure: ColourKind<'stops' | 'contrast'> = {
  label: 'Exposure, contrast',
  amounts: {
    stops: { label: 'Exposure', unit: 'stops', least: -4, most: 4, neutral: 0 },
    contrast: around('Contrast'),
  },
  byChannel: true,
  change({ stops, contrast }) {
    const gain = 2 ** stops;
    const power = 2 ** (contrast / 100);
    return (colour) => {
      for (let c = 0; c < 3; c++) {
        const light = Math.max(0, toLight(colour[c] as number)) * gain;
        colour[c] = fromLight(power === 1 ? light : GREY * (light / GREY) ** power);
      }
    };
  },
};
