import type { ComponentType } from 'react';
import { intakeOf } from '../state/photos/intake-table';
import type { Stage } from '../state/shell/stages';
import { MendView } from './mend/mend-view';
import { PrintView } from './print/print-view';
import type { KeyPlace } from './shell/key-place';
import { ShootView } from './shoot/shoot-view';
import { SortView } from './sort/sort-view';
import { SoundView } from './sound/sound-view';
import { TimeView } from './time/time-view';

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
    View: ShootView,
    keys: () => ['shoot', 'looking', 'anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
  sort: {
    View: SortView,
    keys: () => [intakeOf()?.laidOut === false ? 'table' : 'tray', 'anywhere'],
    ...{ hasCues: false, showsIncoming: true, needsRoom: true },
  },
  time: {
    View: TimeView,
    keys: () => ['playing', 'looking', 'choosing', 'poses', 'anywhere'],
    ...{ hasCues: true, showsIncoming: false, needsRoom: false },
  },
  mend: {
    View: MendView,
    keys: () => ['mend', 'choosing', 'playing', 'looking', 'anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
  sound: {
    View: SoundView,
    keys: () => ['sound', 'playing', 'looking', 'anywhere'],
    ...{ hasCues: true, showsIncoming: false, needsRoom: false },
  },
  print: {
    View: PrintView,
    keys: () => ['anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
};
