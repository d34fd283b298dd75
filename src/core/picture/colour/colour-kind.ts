import type { Amount } from '../../time/amount';

/** Three numbers, red, green and blue, that a change is carried out on in place. */
export type Channels = Float64Array;

/**
 * What is brighter than white is kept from one step to the next, up to so many times its value: what a step overdid the next one may take back.
 * Whatever carries steps out holds to it, so that a picture, a table and a file show the same. Below black nothing is kept.
 */
export const BRIGHTEST = 2;

/** Changes a colour in place: sRGB values, 0 to 1 from black to white; what comes out may lie beyond. */
export type ColourChange = (colour: Channels) => void;

/** One way to change colours, by numbers that a person sets. */
export interface ColourKind<Name extends string = string> {
  readonly label: string;
  /** What can be set, each with the number that leaves all as it is. */
  readonly amounts: Readonly<Record<Name, Amount>>;
  /** Whether each channel is changed by itself, whatever the others are. */
  readonly byChannel: boolean;
  readonly change: (value: Readonly<Record<Name, number>>) => ColourChange;
}

/** A number from −100 to 100 per cent that leaves all as it is at 0. */
export const around = (label: string, most = 100): Amount => ({
  ...{ label, unit: '%', least: -most, most, neutral: 0 },
});
