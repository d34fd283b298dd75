import type { Channels } from '../colour/colour-kind';
import { changeOfLook, isByChannel, runsOf, type ColourDeed } from '../colour/colour-steps';
import { newTables, tableAt, tablesPlain, tablesVector, type ChannelTables } from './channel-tables';
import { gridOfChange, gridOfTable, gridPlain, gridVector, type ColourGrid } from './colour-grid';
import type { StepCode, StepKind } from './step-kind';
import { FULL, MOST, type Tile } from './tile';

/** Values of a channel that are reckoned exactly: between them lies a straight line, a quarter of a byte's step long. */
const APART = 16;

type Plan = readonly (ChannelTables | ColourGrid)[];

const isTables = (part: ChannelTables | ColourGrid): part is ChannelTables => part instanceof Int16Array;

/** Steps that change each channel by itself, also above white: what a step overdid the next one may take back. */
function tablesOf(deeds: readonly ColourDeed[]): ChannelTables {
  const change = changeOfLook(deeds);
  const tables = newTables();
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
        tables[tableAt(c) + from + i] = Math.round(was + ((here - was) * i) / APART);
      if (value <= MOST) tables[tableAt(c) + value] = Math.round(here);
      before[c] = here;
    }
  }
  return tables;
}

/** Neighbours of a kind are made into one table. */
const makePlan = (deeds: readonly ColourDeed[]): Plan =>
  runsOf(deeds).map((run) => {
    const [first] = run;
    if (isByChannel(first)) return tablesOf(run);
    return first.kind === 'table' ? gridOfTable(first.value) : gridOfChange(changeOfLook(run));
  });

/** Plans by what they do: recipes that come to a worker are new values each time. */
const plans = new Map<string, Plan>();
const MOST_PLANS = 8;
const known = new WeakMap<readonly ColourDeed[], Plan>();

function planOf(deeds: readonly ColourDeed[]): Plan {
  let plan = known.get(deeds);
  if (!plan) {
    // What a table holds is not read letter by letter: it is known by its hash.
    const key = JSON.stringify(deeds, (name, value: unknown) => (name === 'data' ? undefined : value));
    plan = plans.get(key) ?? makePlan(deeds);
    plans.delete(key);
    plans.set(key, plan);
    if (plans.size > MOST_PLANS) plans.delete(plans.keys().next().value ?? '');
    known.set(deeds, plan);
  }
  return plan;
}

function plain({ data }: Tile, deeds: readonly ColourDeed[]): void {
  for (const part of planOf(deeds)) {
    if (isTables(part)) tablesPlain(data, part);
    else gridPlain(data, part);
  }
}

function vector({ data }: Tile, deeds: readonly ColourDeed[], code: StepCode): void {
  for (const part of planOf(deeds)) {
    if (isTables(part)) tablesVector(data, part, code);
    else gridVector(data, part, code);
  }
}

/** So much, 0 to 1, of what some steps make together. */
export interface ColourPart {
  readonly deeds: readonly ColourDeed[];
  readonly part: number;
}

/** Steps of colour, whatever their place: exactly where they change each channel by itself, else by a cube of points. */
export const colour: StepKind<readonly ColourDeed[]> = { plain, vector };

/** Bits below all of it. */
const PART_BITS = 12;

/** Goes only a part of the way from what was there. */
function mix(before: Int16Array, data: Int16Array, part: number): void {
  const parts = Math.round(part * (1 << PART_BITS));
  for (let i = 0; i < data.length; i++) {
    const was = before[i] as number;
    data[i] = was + ((((data[i] as number) - was) * parts + (1 << (PART_BITS - 1))) >> PART_BITS);
  }
}

/** A part of the way of some steps. */
export const colourPart: StepKind<ColourPart> = {
  plain(tile, { deeds, part }) {
    const before = tile.data.slice();
    plain(tile, deeds);
    mix(before, tile.data, part);
  },
  vector(tile, { deeds, part }, code) {
    const before = tile.data.slice();
    vector(tile, deeds, code);
    mix(before, tile.data, part);
  },
};
