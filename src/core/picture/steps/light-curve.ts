import { FIELD_TERMS, fieldTerms, type ChannelChange, type LightChange } from './light-change';
import { fromLight, toLight } from '../srgb';
import type { StepCode } from './step-kind';
import { FULL, MOST, type Tile } from './tile';

/** Light as a logarithm in whole numbers: so many of them to a stop, counted from white, and how deep and high they go. */
const TO_A_STOP = 4096;
const DEEPEST = 20;
const HIGHEST = 4;
const MOST_CODE = (DEEPEST + HIGHEST) * TO_A_STOP;
/** Bits below one of a power. */
const POWER_BITS = 12;

interface Logarithms {
  /** Of each value. */
  readonly logs: Int32Array;
  /** Values by logarithm, counted from the deepest, which is black. */
  readonly values: Int16Array;
}
let logarithms: Logarithms | undefined;

/** Made when they are first needed. */
const theLogarithms = (): Logarithms =>
  (logarithms ??= {
    logs: Int32Array.from({ length: MOST + 1 }, (_, value) =>
      Math.max(-DEEPEST * TO_A_STOP, Math.round(Math.log2(toLight(value / FULL)) * TO_A_STOP)),
    ),
    values: Int16Array.from({ length: MOST_CODE + 1 }, (_, code) =>
      code === 0 ? 0 : Math.min(MOST, Math.round(fromLight(2 ** (code / TO_A_STOP - DEEPEST)) * FULL)),
    ),
  });

/** Places along each side of a photo at which a field is reckoned: between them it is taken as straight. */
const GRID = 64;
/** Pixels of a tile from one place to the next, as bits. */
const PITCH_BITS = 4;
const PITCH = 1 << PITCH_BITS;
/** Bits below a logarithm's one of a field. */
const FINER = 8;

/** A change of light for one channel, in whole numbers. */
interface ChannelCurve {
  readonly power: number;
  readonly more: number;
  /** What the field adds over the photo, `GRID + 1` places a row; undefined where there is none. */
  readonly grid: Int32Array | undefined;
}

/** A change of light by logarithms, of which a power takes so many times as much, and gains and fields add to. */
export interface LightCurve {
  readonly channels: readonly ChannelCurve[];
}

const PLACES = (GRID + 1) ** 2;

/** Terms of a field at all places, one after the other, made when they are first needed. */
let terms: Float64Array | undefined;
const theTerms = (): Float64Array =>
  (terms ??= Float64Array.from(
    Array.from({ length: PLACES }, (_, i) =>
      fieldTerms((i % (GRID + 1)) / GRID, Math.floor(i / (GRID + 1)) / GRID),
    ).flat(),
  ));

/** A field at all places; undefined where there is none. */
function gridOf({ field }: ChannelChange): Int32Array | undefined {
  if (field.length === 0) return undefined;
  const known = theTerms();
  return Int32Array.from({ length: PLACES }, (_, i) => {
    let stops = 0;
    for (let k = 0; k < field.length; k++)
      stops += (field[k] as number) * (known[i * FIELD_TERMS + k] as number);
    return Math.round(stops * (TO_A_STOP << FINER));
  });
}

/** A change of light as it is carried out. */
export const lightCurve = (change: LightChange): LightCurve => ({
  channels: change.map((channel) => ({
    power: Math.round(channel.power * (1 << POWER_BITS)),
    more: Math.round((channel.stops + DEEPEST) * TO_A_STOP),
    grid: gridOf(channel),
  })),
});

/** What a field adds at a place of the photo, in parts of it. */
function fieldOn(grid: Int32Array, x: number, y: number): number {
  const across = Math.min(1, Math.max(0, x)) * GRID;
  const down = Math.min(1, Math.max(0, y)) * GRID;
  const column = Math.min(GRID - 1, Math.floor(across));
  const row = Math.min(GRID - 1, Math.floor(down));
  const [u, v] = [across - column, down - row];
  const at = row * (GRID + 1) + column;
  const above = (grid[at] as number) * (1 - u) + (grid[at + 1] as number) * u;
  const below = (grid[at + GRID + 1] as number) * (1 - u) + (grid[at + GRID + 2] as number) * u;
  return Math.round(above * (1 - v) + below * v);
}

const placesOf = ({ width }: Tile): number => Math.ceil(width / PITCH) + 1;

/** What a field adds along a row of a tile, at every `PITCH`-th pixel. */
function fieldAlong(tile: Tile, row: number, grid: Int32Array | undefined, along: Int32Array): void {
  const [a, b, c, d, e, f] = tile.place;
  for (let i = 0; i < along.length; i++) {
    const [x, y] = [i * PITCH + 0.5, row + 0.5];
    along[i] = grid ? fieldOn(grid, a * x + c * y + e, b * x + d * y + f) : 0;
  }
}

/** Stops by place, told in parts of the whole picture. */
type StopsAt = (x: number, y: number) => number;

/** Light that is only added by place. */
const BY_PLACE: ChannelCurve = { power: 1 << POWER_BITS, more: DEEPEST * TO_A_STOP, grid: undefined };

/** The runs of a row, in places of a field, that it changes: what lies between others is left byte for byte. */
function* changedRuns(along: Int32Array): Generator<readonly [from: number, to: number]> {
  let from = 0;
  for (let i = 1; i <= along.length; i++) {
    const isChanged = i < along.length && (along[i - 1] !== 0 || along[i] !== 0);
    if (isChanged) continue;
    if (from < i - 1) yield [from, i - 1];
    from = i;
  }
}

/** Lights all channels of a tile by so many stops at each place, a run of a row at a time. */
function byPlace(
  tile: Tile,
  stopsAt: StopsAt,
  along: Int32Array,
  light: (from: number, pixels: number, place: number) => void,
): void {
  const { width, height } = tile;
  const [a, b, c, d, e, f] = tile.place;
  for (let row = 0; row < height; row++) {
    const y = row + 0.5;
    for (let i = 0; i < along.length; i++) {
      const x = i * PITCH + 0.5;
      along[i] = Math.round(stopsAt(a * x + c * y + e, b * x + d * y + f) * (TO_A_STOP << FINER));
    }
    for (const [from, to] of changedRuns(along)) {
      const first = from * PITCH;
      light(row * width + first, Math.min(width, to * PITCH) - first, from);
    }
  }
}

/** Lights a tile by place. */
export function byPlacePlain(tile: Tile, stopsAt: StopsAt): void {
  const along = new Int32Array(placesOf(tile));
  byPlace(tile, stopsAt, along, (from, pixels, place) => {
    const data = tile.data.subarray(from * 4, (from + pixels) * 4);
    for (let c = 0; c < 3; c++) lightAlong(data, c, BY_PLACE, along.subarray(place));
  });
}

/** The same with the built code. */
export function byPlaceVector(tile: Tile, stopsAt: StopsAt, code: StepCode): void {
  const { logs, values } = theLogarithms();
  const [logsAt, valuesAt] = [code.kept(logs), code.kept(values)];
  const { power, more } = BY_PLACE;
  const { buffer, byteOffset } = code.scratch;
  byPlace(tile, stopsAt, new Int32Array(buffer, byteOffset, placesOf(tile)), (from, pixels, place) => {
    const channel = [power, more, byteOffset + 4 * place];
    const at = tile.data.byteOffset + from * 8;
    code.lightCurve(at, pixels, logsAt, valuesAt, MOST_CODE, ...channel, ...channel, ...channel);
  });
}

/** Lights one channel of a row, with a field along it. */
function lightAlong(data: Int16Array, c: number, { power, more }: ChannelCurve, along: Int32Array): void {
  const { logs, values } = theLogarithms();
  for (let x = 0, at = c; at < data.length; x++, at += 4) {
    const value = data[at] as number;
    if (value <= 0) {
      data[at] = 0;
      continue;
    }
    const here = along[x >> PITCH_BITS] as number;
    const slope = (along[(x >> PITCH_BITS) + 1] as number) - here;
    const field = here + ((slope * (x & (PITCH - 1))) >> PITCH_BITS);
    const code = (((logs[value] as number) * power) >> POWER_BITS) + more + (field >> FINER);
    data[at] = values[code < 0 ? 0 : code > MOST_CODE ? MOST_CODE : code] as number;
  }
}

/** Carries it out on a tile. */
export function curvePlain(tile: Tile, { channels }: LightCurve): void {
  const { data, width, height } = tile;
  const along = new Int32Array(placesOf(tile));
  for (let row = 0; row < height; row++) {
    const line = data.subarray(row * width * 4, (row + 1) * width * 4);
    channels.forEach((channel, c) => {
      fieldAlong(tile, row, channel.grid, along);
      lightAlong(line, c, channel, along);
    });
  }
}

/** The same with the built code. */
export function curveVector(tile: Tile, { channels }: LightCurve, code: StepCode): void {
  const { logs, values } = theLogarithms();
  const [logsAt, valuesAt] = [code.kept(logs), code.kept(values)];
  const { data, width, height } = tile;
  const places = placesOf(tile);
  const { buffer, byteOffset: fieldsAt } = code.scratch;
  const along = channels.map((_, c) => new Int32Array(buffer, fieldsAt + 4 * places * c, places));
  for (let row = 0; row < height; row++) {
    const numbers = channels.flatMap(({ power, more, grid }, c) => {
      fieldAlong(tile, row, grid, along[c] as Int32Array);
      return [power, more, fieldsAt + 4 * places * c];
    });
    code.lightCurve(data.byteOffset + row * width * 8, width, logsAt, valuesAt, MOST_CODE, ...numbers);
  }
}
