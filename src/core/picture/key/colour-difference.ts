import type { Backing, KeyWay } from './key-cut';

/** Which channels stand out in a backing: the greatest first. */
export type ChannelOrder = readonly [most: number, middle: number, least: number];

/** The order of the channels of a colour. */
export function channelOrder(colour: readonly number[]): ChannelOrder {
  const order = [0, 1, 2].sort((a, b) => (colour[b] as number) - (colour[a] as number));
  return order as unknown as ChannelOrder;
}

/** The order of the channels of a backing. */
export const orderOf = ({ red, green, blue }: Backing): ChannelOrder =>
  channelOrder([red[0] ?? 0, green[0] ?? 0, blue[0] ?? 0]);

/**
 * How much of a colour's light is that of the backing's own colour, from its three channels in the backing's order: what is grey has nothing of it. The
 * plain colour difference of the trade (common practice), for a backing of any colour.
 */
export const ownLight = (way: KeyWay, most: number, middle: number, least: number): number =>
  way === 'most' ? most - (middle > least ? middle : least) : (most < middle ? most : middle) - least;
