import type { StepCode, StepKind } from './step-kind';
import { FULL, type Tile } from './tile';

/** IEC 61966-2-1: from sRGB values to light and back, both 0 to 1, going on above white. */
export const toLight = (value: number): number =>
  value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
const fromLight = (light: number): number =>
  light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;

/** Bits below one of the factor. */
const FACTOR_BITS = 13;
const MOST = 32_767;

interface Gain {
  /** Values below `from` are looked up. */
  readonly table: Int16Array;
  readonly from: number;
  /** The others become `(value * factor + rest) >> FACTOR_BITS`. */
  readonly factor: number;
  readonly rest: number;
}

/**
 * So many times the light. Where the sRGB curve is a power, of what goes in and of what comes out, that is a straight
 * line: ((v + 0.055) / 1.055)^2.4 · g = ((v′ + 0.055) / 1.055)^2.4. Below lies a table.
 */
function makeGain(stops: number): Gain {
  const gain = 2 ** stops;
  const slope = gain ** (1 / 2.4);
  const from = Math.ceil(Math.max(0.04045, 0.09545 / slope - 0.055) * FULL) + 1;
  return {
    table: Int16Array.from({ length: from }, (_, value) =>
      Math.min(MOST, Math.round(fromLight(toLight(value / FULL) * gain) * FULL)),
    ),
    from,
    factor: Math.round(slope * (1 << FACTOR_BITS)),
    rest: Math.round((0.055 * (slope - 1) * FULL + 0.5) * (1 << FACTOR_BITS)),
  };
}

let last: { readonly stops: number; readonly gain: Gain } | undefined;

/** Tile after tile is lit alike. */
function gainOf(stops: number): Gain {
  if (last?.stops !== stops) last = { stops, gain: makeGain(stops) };
  return last.gain;
}

function plain({ data }: Tile, stops: number): void {
  const { table, from, factor, rest } = gainOf(stops);
  for (let i = 0; i < data.length; i++) {
    if (i % 4 === 3) continue;
    const value = Math.max(0, data[i] as number);
    data[i] =
      value < from ? (table[value] as number) : Math.min(MOST, (value * factor + rest) >> FACTOR_BITS);
  }
}

function vector({ data }: Tile, stops: number, { light: run, scratch }: StepCode): void {
  const { table, from, factor, rest } = gainOf(stops);
  new Int16Array(scratch.buffer, scratch.byteOffset).set(table);
  run(data.byteOffset, data.length / 4, factor, rest, from, scratch.byteOffset);
}

/** Brightness as a photographer counts it: each stop doubles the light. */
export const light = {
  place: 'photo',
  label: 'Light',
  unit: 'stops',
  least: -4,
  most: 4,
  neutral: 0,
  plain,
  vector,
} as const satisfies StepKind;
