import type { ImportProgress } from '../../engine/browser/photos/import-photos';
import { createRoom, storeFactory } from '../room';
import { FIRST_STAGE, type Stage } from './stages';

/** What can stand beside the picture: what is chosen, the flags, or what was done. */
export const PANELS = ['poses', 'flags', 'done'] as const;
export type Panel = (typeof PANELS)[number];

/** A sentence for the person: what was noticed or went wrong, and what happens now. */
export interface Notice {
  readonly id: number;
  readonly tone: 'told' | 'wrong';
  readonly text: string;
}

/** What is on screen around the film. */
export interface ShellState {
  /** `shelf` shows the films; `open` one of them. */
  readonly phase: 'starting' | 'shelf' | 'open';
  readonly stage: Stage;
  /** What stands beside the picture. */
  readonly panel: Panel;
  /** A sheet over the workbench. */
  readonly sheet: 'settings' | 'keys' | 'commands' | undefined;
  /** What the strip's ruler counts in. */
  readonly ruler: 'frames' | 'timecode';
  /** Pixels a frame on the strip, as a person picked it; undefined shows the whole film, however it grows. */
  readonly zoom: number | undefined;
  /** The frame that the strip puts at its left side when it is drawn next. */
  readonly zoomFrom: number | undefined;
  /** Width in pixels that the strip has for the film. */
  readonly stripWidth: number;
  /** Photos on their way in, and the seconds that took so far. */
  readonly incoming: (ImportProgress & { readonly seconds: number }) | undefined;
  readonly notices: readonly Notice[];
}

/** A shell that has shown nothing yet. */
export const createShell = storeFactory<ShellState>(() => ({
  phase: 'starting',
  stage: FIRST_STAGE,
  panel: 'poses',
  sheet: undefined,
  ruler: 'frames',
  zoom: undefined,
  zoomFrom: undefined,
  stripWidth: 0,
  incoming: undefined,
  notices: [],
}));

export const {
  now: shellNow,
  set: setShell,
  use: useShell,
  subscribe: subscribeToShell,
  enter: enterShell,
} = createRoom(createShell);

let noticesSoFar = 0;

/** Tells the person a sentence; the same one is told once. */
export const tell = (text: string, tone: Notice['tone'] = 'told'): void =>
  setShell(({ notices }) => ({
    notices: [...notices.filter((notice) => notice.text !== text), { id: noticesSoFar++, tone, text }],
  }));

/** Puts all notes away. */
export const dismissAll = (): void => setShell({ notices: [] });
