import type { ComponentType } from 'react';
import { intakeOf } from '../state/photos/intake-table';
import type { Stage } from '../state/shell/stages';
import { fetchedView, type FetchedView } from './fetched-view';
import type { KeyPlace } from './shell/key-place';

const views: Readonly<Record<Stage, FetchedView<object>>> = {
  shoot: fetchedView(async () => (await import('./shoot/shoot-view')).ShootView),
  sort: fetchedView(async () => (await import('./sort/sort-view')).SortView),
  time: fetchedView(async () => (await import('./time/time-view')).TimeView),
  mend: fetchedView(async () => (await import('./mend/mend-view')).MendView),
  sound: fetchedView(async () => (await import('./sound/sound-view')).SoundView),
  print: fetchedView(async () => (await import('./print/print-view')).PrintView),
};

/** Fetches the code of all stages, so that none has to be waited for; one that cannot be fetched says so when it is shown. */
export const fetchStages = (): void => {
  for (const { fetch } of Object.values(views)) fetch().catch(() => undefined);
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
    View: views.shoot.View,
    keys: () => ['shoot', 'looking', 'anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
  sort: {
    View: views.sort.View,
    keys: () => [intakeOf()?.laidOut === false ? 'table' : 'tray', 'anywhere'],
    ...{ hasCues: false, showsIncoming: true, needsRoom: true },
  },
  time: {
    View: views.time.View,
    keys: () => ['playing', 'looking', 'choosing', 'poses', 'anywhere'],
    ...{ hasCues: true, showsIncoming: false, needsRoom: false },
  },
  mend: {
    View: views.mend.View,
    keys: () => ['mend', 'choosing', 'playing', 'looking', 'anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
  sound: {
    View: views.sound.View,
    keys: () => ['sound', 'playing', 'looking', 'anywhere'],
    ...{ hasCues: true, showsIncoming: false, needsRoom: false },
  },
  print: {
    View: views.print.View,
    keys: () => ['anywhere'],
    ...{ hasCues: false, showsIncoming: false, needsRoom: false },
  },
};
