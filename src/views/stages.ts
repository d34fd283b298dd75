import { lazy, type ComponentType } from 'react';
import { intakeOf } from '../state/photos/intake-table';
import type { Stage } from '../state/shell/stages';
import type { KeyPlace } from './shell/key-place';

const fetchStage = {
  shoot: () => import('./shoot/shoot-view'),
  sort: () => import('./sort/sort-view'),
  time: () => import('./time/time-view'),
  mend: () => import('./mend/mend-view'),
  sound: () => import('./sound/sound-view'),
  print: () => import('./print/print-view'),
} as const satisfies Record<Stage, () => Promise<unknown>>;

/** Fetches the code of all stages, so that none has to be waited for. */
export const fetchStages = (): void => {
  for (const fetch of Object.values(fetchStage)) void fetch();
};

/** What a stage shows, and which keys count in it. */
export interface StageView {
  readonly View: ComponentType;
  /** The places whose keys count, those that go first before. */
  readonly keys: () => readonly KeyPlace[];
  /** Whether keys are those of cues where some are chosen. */
  readonly hasCues: boolean;
  /** Whether it shows by itself how far photos have come in. */
  readonly showsIncoming: boolean;
  /** Whether its table of what came in takes the room of a strip that is empty. */
  readonly needsRoom: boolean;
}

/** All stages, with their views. */
export const STAGE_VIEWS: Readonly<Record<Stage, StageView>> = {
  shoot: {
    View: lazy(async () => ({ default: (await fetchStage.shoot()).ShootView })),
    keys: () => ['shoot', 'looking', 'anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
  sort: {
    View: lazy(async () => ({ default: (await fetchStage.sort()).SortView })),
    keys: () => [intakeOf()?.laidOut === false ? 'table' : 'tray', 'anywhere'],
    ...{ hasCues: false, showsIncoming: true, needsRoom: true },
  },
  time: {
    View: lazy(async () => ({ default: (await fetchStage.time()).TimeView })),
    keys: () => ['playing', 'looking', 'choosing', 'poses', 'anywhere'],
    ...{ hasCues: true, showsIncoming: false, needsRoom: false },
  },
  mend: {
    View: lazy(async () => ({ default: (await fetchStage.mend()).MendView })),
    keys: () => ['mend', 'choosing', 'playing', 'looking', 'anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
  sound: {
    View: lazy(async () => ({ default: (await fetchStage.sound()).SoundView })),
    keys: () => ['sound', 'playing', 'looking', 'anywhere'],
    ...{ hasCues: true, showsIncoming: false, needsRoom: false },
  },
  print: {
    View: lazy(async () => ({ default: (await fetchStage.print()).PrintView })),
    keys: () => ['anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
};
