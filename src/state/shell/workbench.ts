import { create } from 'zustand';
import type { Film } from '../../core/film/film';
import type { History } from '../../core/edits/history';
import type { Span } from '../../core/film/moments';
import { FIRST_STAGE, type Stage } from './stages';
import type { ImportProgress } from '../../engine/browser/photos/import-photos';

/** What can stand beside the picture: what is chosen, the flags, or what was done. */
export const PANELS = ['poses', 'flags', 'done'] as const;
export type Panel = (typeof PANELS)[number];

/** A sentence for the person: what was noticed or went wrong, and what happens now. */
export interface Notice {
  readonly id: number;
  readonly tone: 'told' | 'wrong';
  readonly text: string;
}

export type Keeping =
  | { readonly kind: 'kept' | 'keeping' | 'read-only' }
  | { readonly kind: 'not-kept'; readonly problem: string };

export interface WorkbenchState {
  /** `shelf` shows the films; `open` one of them. */
  readonly phase: 'starting' | 'shelf' | 'open';
  readonly stage: Stage;
  readonly history: History | undefined;
  /** Chosen poses, by id. */
  readonly chosen: ReadonlySet<string>;
  /** Chosen cues, by id. */
  readonly chosenCues: ReadonlySet<string>;
  /** Where a choice with shift starts from. */
  readonly anchor: string | undefined;
  /** Frame on screen, from 0. */
  readonly frame: number;
  readonly playing: boolean;
  readonly loop: boolean;
  /** How fast playing goes, as a part of the film's rate. */
  readonly speed: number;
  /** What is played; undefined for the film, or the part between its in and out points. */
  readonly playSpan: Span | undefined;
  /** A scene that was picked in the list and is never on screen; counts until the playhead moves. */
  readonly pickedScene: { readonly id: string; readonly frame: number } | undefined;
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
  readonly keeping: Keeping;
  /** False where another tab has the film. */
  readonly canWrite: boolean;
  readonly incoming: (ImportProgress & { readonly seconds: number }) | undefined;
  readonly notices: readonly Notice[];
}

/** Everything that the views show. Changed only by the functions in this folder. */
export const useWorkbench = create<WorkbenchState>(() => ({
  phase: 'starting',
  stage: FIRST_STAGE,
  history: undefined,
  chosen: new Set(),
  chosenCues: new Set(),
  anchor: undefined,
  frame: 0,
  playing: false,
  loop: true,
  speed: 1,
  playSpan: undefined,
  pickedScene: undefined,
  panel: 'poses',
  sheet: undefined,
  ruler: 'frames',
  zoom: undefined,
  zoomFrom: undefined,
  stripWidth: 0,
  keeping: { kind: 'kept' },
  canWrite: true,
  incoming: undefined,
  notices: [],
}));

/** The state as it is now. */
export const workbench = useWorkbench.getState;
/** Changes some of the state; for the functions of `state` only. */
export const setWorkbench = useWorkbench.setState;

/** The open film; undefined on the shelf. */
export const openFilm = (): Film | undefined => workbench().history?.film;

/** The open film, followed by a view; undefined on the shelf. */
export const useFilm = (): Film | undefined => useWorkbench((state) => state.history?.film);

let noticesSoFar = 0;

/** Tells the person a sentence; the same one is told once. */
export const tell = (text: string, tone: Notice['tone'] = 'told'): void =>
  setWorkbench(({ notices }) => ({
    notices: [...notices.filter((notice) => notice.text !== text), { id: noticesSoFar++, tone, text }],
  }));

/** Puts all notes away. */
export const dismissAll = (): void => setWorkbench({ notices: [] });
