import { newTables, tableAt, tablesPlain, tablesVector, type ChannelTables } from './channel-tables';
import type { ChannelChange, LightChange } from './light-change';
import { fieldPlain, fieldVector, type FieldAt } from './light-field';
import { litValue, TO_A_STOP } from './light-logs';
import { fromLight, toLight } from '../srgb';
import { slowField } from './slow-field';
import type { StepCode, StepKind } from './step-kind';
import { FULL, MOST, type Tile } from './tile';

/** Bits below one of the factor. */
const FACTOR_BITS = 13;
/** More stops than this would not go into 32 bits as a factor. */
const MOST_STOPS = 7;

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
function makeGain({ stops }: ChannelChange): Gain {
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

/** A power of light, and so much more, for each channel. */
function curveTables(change: LightChange): ChannelTables {
  const tables = newTables();
  change.forEach(({ power, stops }, c) => {
    const more = Math.round(stops * TO_A_STOP);
    for (let value = 0; value <= MOST; value++) tables[tableAt(c) + value] = litValue(value, power, more);
  });
  return tables;
}

/** How a change is carried out: by gains, or by curves, which are looked up; then by what is added from place to place. */
interface Plan {
  readonly gains?: readonly Gain[] | undefined;
  readonly tables?: ChannelTables | undefined;
  readonly field?: FieldAt | undefined;
}

const isGain = ({ stops, power }: ChannelChange): boolean => power === 1 && Math.abs(stops) <= MOST_STOPS;

const plans = new WeakMap<LightChange, Plan>();

/** Tile after tile is lit alike. */
function planOf(change: LightChange): Plan {
  let plan = plans.get(change);
  if (!plan) {
    const even = change.every(isGain) ? { gains: change.map(makeGain) } : { tables: curveTables(change) };
    plan = { ...even, field: slowField(change) };
    plans.set(change, plan);
  }
  return plan;
}

function byGain(data: Int16Array, c: number, { table, from, factor, rest }: Gain): void {
  for (let i = c; i < data.length; i += 4) {
    const value = Math.max(0, data[i] as number);
    data[i] =
      value < from ? (table[value] as number) : Math.min(MOST, (value * factor + rest) >> FACTOR_BITS);
  }
}

function plain(tile: Tile, change: LightChange): void {
  const { gains, tables, field } = planOf(change);
  gains?.forEach((gain, c) => byGain(tile.data, c, gain));
  if (tables) tablesPlain(tile.data, tables);
  if (field) fieldPlain(tile, field);
}

function gainsVector({ data }: Tile, gains: readonly Gain[], { scratch, light }: StepCode): void {
  const room = new Int16Array(scratch.buffer, scratch.byteOffset);
  let at = 0;
  const channels = gains.flatMap(({ table, from, factor, rest }) => {
    room.set(table, at);
    const here = scratch.byteOffset + 2 * at;
    at += table.length;
    return [factor, rest, from, here];
  });
  light(data.byteOffset, data.length / 4, ...channels);
}

function vector(tile: Tile, change: LightChange, code: StepCode): void {
  const { gains, tables, field } = planOf(change);
  if (gains) gainsVector(tile, gains, code);
  if (tables) tablesVector(tile.data, tables, code);
  if (field) fieldVector(tile, field, code);
}

/** Another light: so much brighter a channel, by a curve, and from place to place. */
export const light: StepKind<LightChange> = { plain, vector };
