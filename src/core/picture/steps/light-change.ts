import type { Rgb } from '../colour/colour-table';

/** Degree of the field: as slow as a shadow of somebody at the window. */
export const FIELD_DEGREE = 4;

/** Products of Legendre polynomials of x and y, by their degrees, but for the constant: light from the left, from above, in the middle … */
const TERMS: readonly (readonly [x: number, y: number])[] = Array.from(
  { length: FIELD_DEGREE + 1 },
  (_, sum) => Array.from({ length: sum + 1 }, (__, y): readonly [number, number] => [sum - y, y]),
)
  .flat()
  .slice(1);

export const FIELD_TERMS = TERMS.length;

/** Legendre polynomials up to the field's degree, of a number from −1 to 1 (Bonnet's recursion). */
function legendre(x: number): readonly number[] {
  const values = [1, x];
  for (let n = 1; n < FIELD_DEGREE; n++)
    values.push(((2 * n + 1) * x * (values[n] as number) - n * (values[n - 1] as number)) / (n + 1));
  return values;
}

/** The terms of a field at a place of the picture, in parts of it from its upper left corner. */
export function fieldTerms(x: number, y: number): readonly number[] {
  const across = legendre(2 * x - 1);
  const down = legendre(2 * y - 1);
  return TERMS.map(([i, j]) => (across[i] as number) * (down[j] as number));
}

/** What is done to the light of one channel. */
export interface ChannelChange {
  /** How much brighter, in stops. */
  readonly stops: number;
  /** The power of a rising curve through black and white; 1 is straight. */
  readonly power: number;
  /** How much brighter at each place, in stops, as the sum of so much of each term; empty where it is the same everywhere. */
  readonly field: readonly number[];
}

/** What is done to the light of a photo: to its red, green and blue. */
export type LightChange = readonly [ChannelChange, ChannelChange, ChannelChange];

export const SAME: ChannelChange = { stops: 0, power: 1, field: [] };

/** Stops that a field adds at a place, told by its terms. */
export const fieldAt = ({ field }: ChannelChange, terms: readonly number[]): number =>
  field.reduce((sum, each, k) => sum + each * (terms[k] as number), 0);

/** What becomes of a colour in light at a place of the picture. */
export function changedLight(change: LightChange, light: Rgb, terms: readonly number[]): Rgb {
  const [red, green, blue] = change.map((channel, c) => {
    const value = light[c] as number;
    return value <= 0 ? 0 : 2 ** (channel.stops + fieldAt(channel, terms)) * value ** channel.power;
  });
  return [red as number, green as number, blue as number];
}

/** The same gain in all channels, in stops. */
export const evenChange = (stops: number): LightChange => {
  const channel = { ...SAME, stops };
  return [channel, channel, channel];
};

const isSame = ({ stops, power, field }: ChannelChange): boolean =>
  stops === 0 && power === 1 && field.every((each) => each === 0);

/** Whether it leaves all light as it is. */
export const changesNothing = (change: LightChange): boolean => change.every(isSame);

/** So much of a change: none of it at 0, all at 1. Stops, and powers counted from 1, add up evenly. */
export const partOfChange = (change: LightChange, part: number): LightChange =>
  eachChannel(change, ({ stops, power, field }) => ({
    stops: stops * part,
    power: 1 + (power - 1) * part,
    field: field.map((each) => each * part),
  }));

/** One change after another one, as a single one. */
export const changeAfter = (first: LightChange, second: LightChange): LightChange =>
  eachChannel(first, (before, c) => {
    const after = second[c] as ChannelChange;
    const terms = Math.max(before.field.length, after.field.length);
    return {
      stops: after.stops + after.power * before.stops,
      power: after.power * before.power,
      field: Array.from(
        { length: terms },
        (_, k) => (after.field[k] ?? 0) + after.power * (before.field[k] ?? 0),
      ),
    };
  });

/** Makes a change channel by channel: red, green and blue are 0, 1 and 2. */
export const eachChannel = (
  [red, green, blue]: LightChange,
  make: (channel: ChannelChange, c: number) => ChannelChange,
): LightChange => [make(red, 0), make(green, 1), make(blue, 2)];
