import type { Channels } from '../colour/colour-kind';
import { changeOfLook, isByChannel, type ColourDeed } from '../colour/colour-steps';
import { tableOfKept, type KeptTable } from '../colour/kept-table';
import { fromLight, toLight } from '../srgb';
import type { StepKind } from './step-kind';
import { FULL, type Tile } from './tile';

/** The largest number of a tile. */
const MOST = 32_767;
/** Values of a channel that are reckoned exactly: between them lies a straight line, a quarter of a byte's step long. */
const APART = 16;
/** Points of a cube along each side. */
const POINTS = 33;

/** A table from a file, in values of a tile: it is reckoned between its points as whoever made it does. */
interface ByTable {
  readonly values: Float32Array;
  readonly points: number;
  /** Part of it that is applied. */
  readonly part: number;
}

/** What steps make of each value, channel by channel; three tables one after the other. */
interface ByChannel {
  readonly tables: Int16Array;
}
/** The light that steps make of colours at the points of a cube, red going fastest. */
interface ByCube {
  readonly cube: Float32Array;
}
type Plan = readonly (ByChannel | ByCube | ByTable)[];

/** Light that is told apart from black to white, and how bright it can become. */
const LIGHTS = 1 << 14;
const MOST_LIGHT = Math.floor(toLight(MOST / FULL) * LIGHTS) - 1;

let valuesOfLight: Float32Array | undefined;
/** Values of a tile by light, made when they are first needed. */
const theValues = (): Float32Array =>
  (valuesOfLight ??= Float32Array.from(
    { length: MOST_LIGHT + 2 },
    (_, light) => fromLight(light / LIGHTS) * FULL,
  ));

/** The value of a tile that a light is. */
function valueOf(values: Float32Array, light: number): number {
  if (light <= 0) return 0;
  if (light >= MOST_LIGHT) return MOST;
  const at = light | 0;
  const here = values[at] as number;
  return Math.round(here + ((values[at + 1] as number) - here) * (light - at));
}

/** Steps that change each channel by itself, also above white: what a step overdid the next one may take back. */
function byChannel(deeds: readonly ColourDeed[]): ByChannel {
  const change = changeOfLook(deeds);
  const tables = new Int16Array(3 * (MOST + 1));
  const colour: Channels = new Float64Array(3);
  const before = new Float64Array(3);
  for (let value = 0; value <= MOST + 1; value += APART) {
    colour.fill(value / FULL);
    change(colour);
    for (let c = 0; c < 3; c++) {
      const here = Math.min(MOST, Math.max(0, (colour[c] as number) * FULL));
      const was = before[c] as number;
      const from = value - APART;
      for (let i = 1; value > 0 && i < APART; i++)
        tables[c * (MOST + 1) + from + i] = Math.round(was + ((here - was) * i) / APART);
      if (value <= MOST) tables[c * (MOST + 1) + value] = Math.round(here);
      before[c] = here;
    }
  }
  return { tables };
}

function byCube(deeds: readonly ColourDeed[]): ByCube {
  const change = changeOfLook(deeds);
  const cube = new Float32Array(3 * POINTS ** 3);
  const colour: Channels = new Float64Array(3);
  let at = 0;
  for (let blue = 0; blue < POINTS; blue++)
    for (let green = 0; green < POINTS; green++)
      for (let red = 0; red < POINTS; red++, at += 3) {
        colour[0] = red / (POINTS - 1);
        colour[1] = green / (POINTS - 1);
        colour[2] = blue / (POINTS - 1);
        change(colour);
        // In light, and what lies beyond is kept: values bend sharply at black, where most of what no screen shows is cut off.
        for (let c = 0; c < 3; c++) cube[at + c] = toLight(colour[c] as number) * LIGHTS;
      }
  return { cube };
}

/** Neighbours of a kind are made into one table. */
function makePlan(deeds: readonly ColourDeed[]): Plan {
  const runs: ColourDeed[][] = [];
  for (const deed of deeds) {
    const run = runs.at(-1);
    if (run?.[0] && runKind(run[0]) === runKind(deed) && runKind(deed) !== 'table') run.push(deed);
    else runs.push([deed]);
  }
  return runs.map((run) => {
    const [first] = run;
    if (first?.kind === 'table' && runKind(first) === 'table') return byTable(first.value);
    return first && isByChannel(first) ? byChannel(run) : byCube(run);
  });
}

/** What a step is carried out by. */
const runKind = (deed: ColourDeed): 'channel' | 'table' | 'cube' =>
  isByChannel(deed) ? 'channel' : deed.kind === 'table' ? 'table' : 'cube';

function byTable(kept: KeptTable): ByTable {
  const { values, points } = tableOfKept(kept);
  return { values: values.map((value) => value * FULL), points, part: kept.strength / 100 };
}

/** Plans by what they do: recipes that come to a worker are new values each time. */
const plans = new Map<string, Plan>();
const MOST_PLANS = 8;
const known = new WeakMap<readonly ColourDeed[], Plan>();

function planOf(deeds: readonly ColourDeed[]): Plan {
  let plan = known.get(deeds);
  if (!plan) {
    const key = JSON.stringify(deeds, (name, value: unknown) => (name === 'data' ? undefined : value));
    plan = plans.get(key) ?? makePlan(deeds);
    plans.delete(key);
    plans.set(key, plan);
    if (plans.size > MOST_PLANS) plans.delete(plans.keys().next().value ?? '');
    known.set(deeds, plan);
  }
  return plan;
}

function throughTables(data: Int16Array, { tables }: ByChannel): void {
  for (let i = 0; i < data.length; i += 4)
    for (let c = 0; c < 3; c++)
      data[i + c] = tables[c * (MOST + 1) + Math.max(0, data[i + c] as number)] as number;
}

/** A place in a cube: the offsets of the four corners of its tetrahedron, and how much each counts. */
interface CubePlace {
  readonly corners: Int32Array;
  readonly weights: Float64Array;
}

/**
 * Finds a colour's place in a cube of so many points a side. In each cell it lies in one of the six tetrahedra that share its diagonal: from its
 * dark corner to its light one, first along the channel that has come furthest. Greys are made of greys alone.
 */
function placeInCube(points: number, r: number, g: number, b: number, { corners, weights }: CubePlace): void {
  const side = points - 1;
  const [right, down, deep] = [3, 3 * points, 3 * points * points];
  const ri = Math.min(side - 1, r | 0);
  const gi = Math.min(side - 1, g | 0);
  const bi = Math.min(side - 1, b | 0);
  const x = r - ri;
  const y = g - gi;
  const z = b - bi;
  const dark = ri * right + gi * down + bi * deep;
  const most = x >= y ? (x >= z ? right : deep) : y >= z ? down : deep;
  const least = x >= y ? (y >= z ? deep : down) : x >= z ? deep : right;
  const high = Math.max(x, y, z);
  const low = Math.min(x, y, z);
  corners[0] = dark;
  corners[1] = dark + most;
  corners[2] = dark + right + down + deep - least;
  corners[3] = dark + right + down + deep;
  weights[0] = 1 - high;
  weights[1] = high - (x + y + z - high - low);
  weights[2] = x + y + z - high - 2 * low;
  weights[3] = low;
}

const place: CubePlace = { corners: new Int32Array(4), weights: new Float64Array(4) };

/** What a cube holds at a place, in one channel. */
const atPlace = (cube: Float32Array, c: number): number =>
  (place.weights[0] as number) * (cube[(place.corners[0] as number) + c] as number) +
  (place.weights[1] as number) * (cube[(place.corners[1] as number) + c] as number) +
  (place.weights[2] as number) * (cube[(place.corners[2] as number) + c] as number) +
  (place.weights[3] as number) * (cube[(place.corners[3] as number) + c] as number);

const inside = (value: number): number => (value < 0 ? 0 : value > FULL ? FULL : value);

function throughCube(data: Int16Array, { cube }: ByCube): void {
  const values = theValues();
  const times = (POINTS - 1) / FULL;
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = [
      inside(data[i] as number),
      inside(data[i + 1] as number),
      inside(data[i + 2] as number),
    ];
    placeInCube(POINTS, r * times, g * times, b * times, place);
    for (let c = 0; c < 3; c++) data[i + c] = valueOf(values, atPlace(cube, c));
  }
}

function throughTable(data: Int16Array, { values, points, part }: ByTable): void {
  const times = (points - 1) / FULL;
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = [
      inside(data[i] as number),
      inside(data[i + 1] as number),
      inside(data[i + 2] as number),
    ];
    placeInCube(points, r * times, g * times, b * times, place);
    for (let c = 0; c < 3; c++) {
      const was = data[i + c] as number;
      data[i + c] = Math.round(was + (atPlace(values, c) - was) * part);
    }
  }
}

function plain(tile: Tile, deeds: readonly ColourDeed[]): void {
  for (const part of planOf(deeds)) {
    if ('tables' in part) throughTables(tile.data, part);
    else if ('cube' in part) throughCube(tile.data, part);
    else throughTable(tile.data, part);
  }
}

/** Steps of colour, whatever their place: exactly where they change each channel by itself, else by a cube of points. */
export const colour: StepKind<readonly ColourDeed[]> = { plain };
