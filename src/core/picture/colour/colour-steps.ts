import { balance } from './balance';
import { BRIGHTEST, type ColourChange, type ColourKind } from './colour-kind';
import { curvesChange, type Curves } from './curves';
import { exposure } from './exposure';
import { hues } from './hues';
import { tableChange, type KeptTable } from './kept-table';
import { levels } from './levels';
import { mixer } from './mixer';
import { mono } from './mono';
import { VIGNETTE, type VignetteValue } from './vignette';
import { warmth } from './warmth';

/** Ways to change colours by numbers alone, whatever their place. A further one is an entry here. */
export const COLOUR_KINDS = { exposure, levels, warmth, hues, balance, mixer, mono } as const;
export type NumberKind = keyof typeof COLOUR_KINDS;

/** Numbers by name. */
export type Numbers = Readonly<Record<string, number>>;

/** What a step of colour does, besides its place in a stack. */
export type ColourDeed =
  | { readonly kind: NumberKind; readonly value: Numbers }
  | { readonly kind: 'curves'; readonly value: Curves }
  | { readonly kind: 'table'; readonly value: KeptTable }
  | { readonly kind: 'vignette'; readonly value: VignetteValue };

export type ColourStepKind = ColourDeed['kind'];

/** All kinds, in the order in which they are offered. */
export const STEP_KINDS: readonly ColourStepKind[] = [
  ...(['exposure', 'levels', 'curves', 'warmth', 'hues', 'balance', 'mixer', 'mono', 'vignette'] as const),
  'table',
];

/** Kinds of which a new step can be added; a table comes from a file. */
export type FreshKind = Exclude<ColourStepKind, 'table'>;
export const FRESH_KINDS = STEP_KINDS.filter((kind): kind is FreshKind => kind !== 'table');

/** A step of a stack. */
export type ColourStep = ColourDeed & {
  readonly id: string;
  /** Kept, but not done. */
  readonly off?: true | undefined;
};

/** A stack of steps, done in this order. */
export type Look = readonly ColourStep[];

/** Steps of a stack at most. */
export const MOST_STEPS = 32;

/** The numbers that can be set of a kind; none of curves. */
export function amountsOf(kind: ColourStepKind): ColourKind['amounts'] {
  if (kind === 'curves') return {};
  if (kind === 'table') return TABLE_AMOUNTS;
  return kind === 'vignette' ? VIGNETTE : COLOUR_KINDS[kind].amounts;
}

const TABLE_AMOUNTS: ColourKind['amounts'] = {
  strength: { label: 'Strength', unit: '%', least: 0, most: 100, neutral: 100 },
};
const OTHER_LABELS = { curves: 'Curves', vignette: 'Vignette', table: 'LUT' } as const;

export const labelOf = (kind: ColourStepKind): string =>
  kind in OTHER_LABELS
    ? OTHER_LABELS[kind as keyof typeof OTHER_LABELS]
    : COLOUR_KINDS[kind as NumberKind].label;

/** What a new step does: nothing, or for black and white and a vignette what is usual. */
export function freshDeed(kind: FreshKind): ColourDeed {
  if (kind === 'curves') return { kind, value: {} };
  const numbers = Object.fromEntries(
    Object.entries(amountsOf(kind)).map(([name, { neutral }]) => [name, neutral]),
  );
  if (kind === 'vignette') return { kind, value: { ...(numbers as VignetteValue), strength: 40 } };
  return { kind, value: numbers };
}

/** Whether a step changes each channel by itself, whatever the others are and wherever it is. */
export function isByChannel(deed: ColourDeed): boolean {
  if (deed.kind === 'table') return deed.value.kind === '1D';
  return deed.kind === 'curves' || (deed.kind !== 'vignette' && COLOUR_KINDS[deed.kind].byChannel);
}

/** What a step does to a colour; a vignette, which depends on the place, does nothing here. */
export function changeBy(deed: ColourDeed): ColourChange {
  if (deed.kind === 'curves') return curvesChange(deed.value);
  if (deed.kind === 'vignette') return () => undefined;
  if (deed.kind === 'table') return tableChange(deed.value);
  const { change }: ColourKind = COLOUR_KINDS[deed.kind];
  return change(deed.value);
}

/** How a step is carried out: each channel by itself, by a table of a file, or all three together. */
const wayOf = (deed: ColourDeed): 'channel' | 'table' | 'mixing' =>
  isByChannel(deed) ? 'channel' : deed.kind === 'table' ? 'table' : 'mixing';

/** Neighbours that are carried out together, as one change; a table of a file is by itself. */
export function runsOf(look: readonly ColourDeed[]): readonly (readonly [ColourDeed, ...ColourDeed[]])[] {
  const runs: [ColourDeed, ...ColourDeed[]][] = [];
  for (const deed of look) {
    const run = runs.at(-1);
    if (run && wayOf(run[0]) === wayOf(deed) && wayOf(deed) !== 'table') run.push(deed);
    else runs.push([deed]);
  }
  return runs;
}

/**
 * What a stack does to a colour, exactly, one step after the other; vignettes are left out, as in a table. From run to run what is below
 * black and beyond `BRIGHTEST` is cut off, as in a picture; what the last one makes may lie beyond both.
 */
export function changeOfLook(look: readonly ColourDeed[]): ColourChange {
  const runs = runsOf(look.filter(({ kind }) => kind !== 'vignette')).map((run) => run.map(changeBy));
  return (colour) => {
    for (const run of runs) {
      for (let c = 0; c < 3; c++) colour[c] = Math.min(BRIGHTEST, Math.max(0, colour[c] as number));
      for (const change of run) change(colour);
    }
  };
}

/** The steps of a stack that are done. */
export const doneSteps = (look: Look): Look => look.filter(({ off }) => !off);
