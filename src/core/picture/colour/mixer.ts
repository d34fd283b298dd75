import type { Amount } from '../../time/amount';
import { fromLight, toLight } from '../srgb';
import type { ColourKind } from './colour-kind';

const CHANNELS = ['red', 'green', 'blue'] as const;
type Channel = (typeof CHANNELS)[number];
type Name = `${Channel}-from-${Channel}`;

const parts = (into: Channel, from: Channel): Amount => ({
  label: `${into.charAt(0).toUpperCase()}${into.slice(1)} from ${from}`,
  ...{ unit: '%', least: -200, most: 200, neutral: into === from ? 100 : 0 },
});

/** Channel mixer: the light of each channel becomes a sum of parts of all three. */
export const mixer: ColourKind<Name> = {
  label: 'Channel mixer',
  amounts: Object.fromEntries(
    CHANNELS.flatMap((into) => CHANNELS.map((from) => [`${into}-from-${from}`, parts(into, from)])),
  ) as ColourKind<Name>['amounts'],
  byChannel: false,
  change(value) {
    const rows = CHANNELS.map((into) => CHANNELS.map((from) => value[`${into}-from-${from}`] / 100));
    return (colour) => {
      const [r, g, b] = [
        toLight(colour[0] as number),
        toLight(colour[1] as number),
        toLight(colour[2] as number),
      ];
      for (let c = 0; c < 3; c++) {
        const [x = 0, y = 0, z = 0] = rows[c] ?? [];
        colour[c] = fromLight(x * r + y * g + z * b);
      }
    };
  },
};
