import { fieldAt, fieldTerms, type ChannelChange, type LightChange } from './light-change';
import type { StepCode, StepKind } from './step-kind';
import { FULL, type Tile } from './tile';

/** IEC 61966-2-1: from sRGB values to light and back, both 0 to 1, going on above white. */
export const toLight = (value: number): number =>
  value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
/** The way back. */
export const fromLight = (light: number): number =>
  light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;

/** Bits below one of the factor. */
const FACTOR_BITS = 13;
const MOST = 32_767;
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

/** Light as a logarithm in whole numbers: so many of them to a stop, and so many stops below white the least. */
const TO_A_STOP = 4096;
const DEEPEST = 20;
const HIGHEST = 4;
const MOST_CODE = (DEEPEST + HIGHEST) * TO_A_STOP;

interface Logarithms {
  /** Stops below white of each value. */
  readonly stops: Float64Array;
  /** Values by logarithm; the least is black. */
  readonly values: Int16Array;
}
let logarithms: Logarithms | undefined;

/** Made when they are first needed. */
const theLogarithms = (): Logarithms =>
  (logarithms ??= {
    stops: Float64Array.from({ length: MOST + 1 }, (_, value) => Math.log2(toLight(value / FULL))),
    values: Int16Array.from({ length: MOST_CODE + 1 }, (_, code) =>
      code === 0 ? 0 : Math.min(MOST, Math.round(fromLight(2 ** (code / TO_A_STOP - DEEPEST)) * FULL)),
    ),
  });

/** The logarithm of what becomes of each value, but for the field; black is far below all. */
function codesOf({ stops, power }: ChannelChange): Int32Array {
  const known = theLogarithms().stops;
  const codes = new Int32Array(MOST + 1);
  codes[0] = -MOST_CODE;
  for (let value = 1; value <= MOST; value++)
    codes[value] = Math.round((power * (known[value] as number) + stops + DEEPEST) * TO_A_STOP);
  return codes;
}

const valueOf = (values: Int16Array, code: number): number =>
  values[code < 0 ? 0 : code > MOST_CODE ? MOST_CODE : code] as number;

/** How a change is carried out: by gains, by a table a channel, or, with a field, by logarithms to which that is added. */
type Plan =
  | { readonly by: 'gains'; readonly gains: readonly Gain[] }
  | { readonly by: 'tables'; readonly tables: readonly Int16Array[] }
  | { readonly by: 'fields'; readonly codes: readonly Int32Array[] };

function makePlan(change: LightChange): Plan {
  if (change.some(({ field }) => field.length > 0)) return { by: 'fields', codes: change.map(codesOf) };
  if (change.every(({ stops, power }) => power === 1 && Math.abs(stops) <= MOST_STOPS))
    return { by: 'gains', gains: change.map(makeGain) };
  const { values } = theLogarithms();
  const tables = change.map((channel) => Int16Array.from(codesOf(channel), (code) => valueOf(values, code)));
  return { by: 'tables', tables };
}

const plans = new WeakMap<LightChange, Plan>();

/** Tile after tile is lit alike. */
function planOf(change: LightChange): Plan {
  let plan = plans.get(change);
  if (!plan) plans.set(change, (plan = makePlan(change)));
  return plan;
}

function byGain(data: Int16Array, c: number, { table, from, factor, rest }: Gain): void {
  for (let i = c; i < data.length; i += 4) {
    const value = Math.max(0, data[i] as number);
    data[i] =
      value < from ? (table[value] as number) : Math.min(MOST, (value * factor + rest) >> FACTOR_BITS);
  }
}

function byTable(data: Int16Array, c: number, table: Int16Array): void {
  for (let i = c; i < data.length; i += 4) data[i] = table[Math.max(0, data[i] as number)] as number;
}

/** Pixels from one place to the next where a field is reckoned; between them it is taken as straight. */
const PITCH = 16;
/** Bits below one between those places. */
const FINER = 8;

/** What the fields add along a row of a tile, in parts of a logarithm's one, at every `PITCH`-th pixel. */
function fieldsAlong({ width, place }: Tile, row: number, change: LightChange): readonly Int32Array[] {
  const [a, b, c, d, e, f] = place;
  const places = Math.ceil(width / PITCH) + 1;
  const along = change.map(() => new Int32Array(places));
  for (let i = 0; i < places; i++) {
    const [x, y] = [i * PITCH + 0.5, row + 0.5];
    const terms = fieldTerms(a * x + c * y + e, b * x + d * y + f);
    change.forEach((channel, k) => {
      const stops = channel.field.length > 0 ? fieldAt(channel, terms) : 0;
      (along[k] as Int32Array)[i] = Math.round(stops * (TO_A_STOP << FINER));
    });
  }
  return along;
}

function byFields(tile: Tile, change: LightChange, codes: readonly Int32Array[]): void {
  const { values } = theLogarithms();
  const { data, width, height } = tile;
  for (let row = 0; row < height; row++) {
    fieldsAlong(tile, row, change).forEach((along, c) => {
      const code = codes[c] as Int32Array;
      let at = row * width * 4 + c;
      for (let x = 0; x < width;) {
        let finer = along[x / PITCH] as number;
        const slope = ((along[x / PITCH + 1] as number) - finer) / PITCH;
        for (const end = Math.min(width, x + PITCH); x < end; x++, at += 4, finer += slope)
          data[at] = valueOf(values, (code[Math.max(0, data[at] as number)] as number) + (finer >> FINER));
      }
    });
  }
}

function plain(tile: Tile, change: LightChange): void {
  const plan = planOf(change);
  if (plan.by === 'gains') plan.gains.forEach((gain, c) => byGain(tile.data, c, gain));
  else if (plan.by === 'tables') plan.tables.forEach((table, c) => byTable(tile.data, c, table));
  else byFields(tile, change, plan.codes);
}

function vector({ data }: Tile, change: LightChange, { light: run, scratch }: StepCode): boolean {
  const plan = planOf(change);
  if (plan.by !== 'gains') return false;
  const room = new Int16Array(scratch.buffer, scratch.byteOffset);
  let at = 0;
  const channels = plan.gains.flatMap(({ table, from, factor, rest }) => {
    room.set(table, at);
    const here = scratch.byteOffset + 2 * at;
    at += table.length;
    return [factor, rest, from, here];
  });
  run(data.byteOffset, data.length / 4, ...channels);
  return true;
}

/** Another light: so much brighter a channel, by a curve, and from place to place. */
export const light: StepKind<LightChange> = { plain, vector };
