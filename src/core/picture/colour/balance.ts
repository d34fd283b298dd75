import { around, type ColourKind } from './colour-kind';

const PLACES = ['shadows', 'middles', 'lights'] as const;
const CHANNELS = ['red', 'green', 'blue'] as const;
type Name = `${(typeof PLACES)[number]}-${(typeof CHANNELS)[number]}`;

const WORDS = { shadows: 'Shadows', middles: 'Middles', lights: 'Lights' } as const;

/** What 100 % adds to a value, 0 to 1, where the whole of it counts. */
const WHOLE = 0.25;

/**
 * Balance of shadows, middles and lights: red, green and blue added to where the luma y (BT.709, of sRGB values) is low, in the middle,
 * or high: by (1 − y)², 2y(1 − y) and y², which are 1 together.
 */
export const balance: ColourKind<Name> = {
  label: 'Balance',
  amounts: Object.fromEntries(
    PLACES.flatMap((place) =>
      CHANNELS.map((channel) => [`${place}-${channel}`, around(`${WORDS[place]}, ${channel}`)]),
    ),
  ) as ColourKind<Name>['amounts'],
  byChannel: false,
  change(value) {
    const sums = CHANNELS.map((channel) =>
      PLACES.map((place) => (WHOLE * value[`${place}-${channel}`]) / 100),
    );
    return (colour) => {
      const luma =
        0.2126 * (colour[0] as number) + 0.7152 * (colour[1] as number) + 0.0722 * (colour[2] as number);
      const y = Math.min(1, Math.max(0, luma));
      const [low, middle, high] = [(1 - y) ** 2, 2 * y * (1 - y), y * y];
      for (let c = 0; c < 3; c++) {
        const [shadows = 0, middles = 0, lights = 0] = sums[c] ?? [];
        colour[c] = (colour[c] as number) + low * shadows + middle * middles + high * lights;
      }
    };
  },
};
