import type { Span } from '../../core/film/moments';
import { createRoom, storeFactory } from '../room';

/** What playing really does, measured. */
export interface PlayReport {
  /** Film frames reached per second over the last second or so. */
  readonly trueRate: number;
  /** Poses that were never shown in their time since play was pressed. */
  readonly dropped: number;
}

/** Where the playhead is, and how the film is played. */
export interface TransportState {
  /** Frame on screen, from 0. */
  readonly frame: number;
  readonly playing: boolean;
  readonly loop: boolean;
  /** How fast playing goes, as a part of the film's rate. */
  readonly speed: number;
  /** What is played; undefined for the film, or the part between its in and out points. */
  readonly playSpan: Span | undefined;
  /** What was measured last, about once a second; undefined before anything was played. */
  readonly report: PlayReport | undefined;
}

/** A playhead on the first frame, at rest. */
export const createTransport = storeFactory<TransportState>(() => ({
  frame: 0,
  playing: false,
  loop: true,
  speed: 1,
  playSpan: undefined,
  report: undefined,
}));

export const {
  now: transportNow,
  set: setTransport,
  use: useTransport,
  subscribe: subscribeToTransport,
  enter: enterTransport,
} = createRoom(createTransport);
