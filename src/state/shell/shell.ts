import type { ImportProgress } from '../../engine/browser/photos/import-photos';
import { createRoom, storeFactory } from '../room';
import type { GuideChapter } from './guide';
import { FIRST_STAGE, type Stage } from './stages';

/** What can stand beside the picture: what is chosen, the flags, or what was done. */
export const PANELS = ['poses', 'flags', 'done'] as const;
export type Panel = (typeof PANELS)[number];

/**
 * How a sentence is meant: what went well, what is only told, what asks a person to do something, and what went wrong. The
 * first two go by themselves after a while, or with the next step; the others stay until they are dealt with.
 */
export type Tone = 'done' | 'told' | 'asks' | 'wrong';

/** A sentence for the person: what was noticed or went wrong, and what happens now. */
export interface Notice {
  readonly id: number;
  readonly tone: Tone;
  readonly text: string;
  /** When it was told, milliseconds since 1970. */
  readonly at: number;
  /** Whether it was shown long enough or dealt with: it is found in the list of notes only. */
  readonly isPast: boolean;
}

/** Whether a sentence stays until it is dealt with. */
export const stays = ({ tone }: Notice): boolean => tone === 'asks' || tone === 'wrong';

/** What can stand beside the picture in Sound. */
export const SOUND_PANELS = ['cue', 'words', 'beat', 'record', 'mix'] as const;
export type SoundPanel = (typeof SOUND_PANELS)[number];

/** What is on screen around the film. */
export interface ShellState {
  /** `shelf` shows the films; `open` one of them. */
  readonly phase: 'starting' | 'shelf' | 'open';
  readonly stage: Stage;
  /** What stands beside the picture. */
  readonly panel: Panel;
  readonly soundPanel: SoundPanel;
  /** A sheet over the workbench. */
  readonly sheet: 'settings' | 'keys' | 'commands' | 'guide' | undefined;
  /** The chapter at which the guide is open, or was last. */
  readonly guide: GuideChapter;
  /** What the strip's ruler counts in. */
  readonly ruler: 'frames' | 'timecode';
  /** Pixels a frame on the strip, as a person picked it; undefined shows the whole film, however it grows. */
  readonly zoom: number | undefined;
  /** The frame that the strip puts at its left side when it is drawn next. */
  readonly zoomFrom: number | undefined;
  /** The zoom that Shoot set by itself; undefined where it set none. */
  readonly shotZoom: number | undefined;
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
  soundPanel: 'cue',
  sheet: undefined,
  guide: 'films',
  ruler: 'frames',
  zoom: undefined,
  zoomFrom: undefined,
  shotZoom: undefined,
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

/** A sentence that goes by itself is shown for so many milliseconds. */
const SHOWN = 8000;
/** Sentences that are remembered: more than a person looks through. */
const MOST_NOTICES = 200;

/** Takes sentences off the screen; they are found again in the list of notes. */
export function settleNotices(isMeant: (notice: Notice) => boolean): void {
  const { notices } = shellNow();
  const next = notices.map((notice) =>
    !notice.isPast && isMeant(notice) ? { ...notice, isPast: true } : notice,
  );
  if (next.some((notice, i) => notice !== notices[i])) setShell({ notices: next });
}

/** Takes one off the screen. */
export const settleNotice = (id: number): void => settleNotices((notice) => notice.id === id);

/** Tells the person a sentence; the same one is told once. */
export function tell(text: string, tone: Tone = 'told'): void {
  const notice: Notice = { id: noticesSoFar++, tone, text, at: Date.now(), isPast: false };
  setShell(({ notices }) => ({
    notices: [...notices.filter((each) => each.text !== text), notice].slice(-MOST_NOTICES),
  }));
  if (!stays(notice)) setTimeout(() => settleNotice(notice.id), SHOWN);
}

/** Forgets all notes. */
export const dismissAll = (): void => setShell({ notices: [] });
