import { channelOrder, ownLight } from './colour-difference';
import type { KeyWay, SeenBacking } from './key-cut';

/** A colour in light, 0 to 1 each. */
export type LightColour = readonly [red: number, green: number, blue: number];

/** A backing has a colour of its own where its channels differ by this part of the greatest. */
const OWN_COLOUR = 0.15;

/** Which way a colour is told from all others by. */
function keyWayOf(colour: LightColour): KeyWay {
  const [a, b, c] = channelOrder(colour).map((channel) => colour[channel]) as [number, number, number];
  const [most, least] = [ownLight('most', a, b, c), ownLight('least', a, b, c)];
  if (Math.max(most, least) < OWN_COLOUR * a) return 'distance';
  return most >= least ? 'most' : 'least';
}

/** The mean of colours. */
export const meanColour = (colours: readonly LightColour[]): LightColour =>
  [0, 1, 2].map(
    (c) => colours.reduce((sum, each) => sum + (each[c] as number), 0) / colours.length,
  ) as unknown as LightColour;

/** A backing that is the mean of colours everywhere. */
export function evenBacking(picked: readonly LightColour[]): SeenBacking {
  const [red, green, blue] = meanColour(picked);
  return { way: keyWayOf([red, green, blue]), backing: { red: [red], green: [green], blue: [blue] } };
}
