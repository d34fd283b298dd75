import { light } from './light';
import type { StepKind } from './step-kind';

/** All steps, in the order in which they are done. A further one is an entry here. */
export const STEPS = { light } as const satisfies Readonly<Record<string, StepKind>>;

export type StepName = keyof typeof STEPS;

/** One step of a recipe. */
export interface Step {
  readonly step: StepName;
  readonly value: number;
}

/** What a person set of a photo's file: true of it in every pose. */
export type PhotoMends = { readonly [K in StepName]?: number | undefined };

/** The steps that are done at a place, in their order, but for those that change nothing. */
export function stepsAt(place: StepKind['place'], mends: PhotoMends | undefined): readonly Step[] {
  if (!mends) return [];
  return (Object.keys(STEPS) as StepName[]).flatMap((step) => {
    const kind = STEPS[step];
    const value = mends[step];
    return kind.place !== place || value === undefined || value === kind.neutral ? [] : [{ step, value }];
  });
}
