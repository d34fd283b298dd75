import type { RenderCode } from '../render-code';
import { colour, colourPart } from './colour';
import { drawn } from './drawn';
import { light } from './light';
import type { StepKind } from './step-kind';
import type { Tile } from './tile';
import { vignette } from './vignette';

/** All steps. A further one is an entry here. */
export const STEPS = { light, colour, colourPart, vignette, drawn } as const;

export type StepName = keyof typeof STEPS;

/** What a step is done by. */
export type StepValue<K extends StepName> = (typeof STEPS)[K] extends StepKind<infer V> ? V : never;

/** One step of a recipe. */
export type Step = { readonly [K in StepName]: { readonly step: K; readonly value: StepValue<K> } }[StepName];

/** Does steps one after the other. */
export function doSteps(code: RenderCode, steps: readonly Step[], tile: Tile): void {
  // A step's value is of its own kind.
  for (const { step, value } of steps) code.step(STEPS[step] as StepKind<unknown>, tile, value);
}
