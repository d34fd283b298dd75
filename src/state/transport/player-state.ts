import type { Film } from '../../core/film/film';
import type { Rate } from '../../core/time/rate';

/** What is played, as it was when its clock was started: what of it changes, starts the clock anew. */
export interface Run {
  readonly film: Film;
  /** The frame at which the clock starts. */
  readonly origin: number;
  readonly rate: Rate;
  readonly speed: number;
  readonly loop: boolean;
}

/** Counted from play to pause. */
export interface Tally {
  readonly dropped: number;
  /** Since when, and how many, film frames are counted for the next report. */
  readonly since: number;
  readonly ticks: number;
}

/** Waits for the first pictures. */
export interface Waiting {
  readonly kind: 'waiting';
  readonly origin: number;
  readonly since: number | undefined;
}

/** Its sound is made ready. */
export interface Starting {
  readonly kind: 'starting';
  readonly run: Run;
  readonly sound: 'asked' | 'on' | 'none';
}

/** The clock runs. */
export interface Running {
  readonly kind: 'running';
  readonly run: Run;
  /** When its clock stood at nothing, in milliseconds. */
  readonly zero: number;
  readonly heard: boolean;
  /** Film frames passed since then. */
  readonly ticks: number;
}

/**
 * What a player does. From `still` play leads to `waiting`, from there to `starting` and to `running`. A seek leads back to
 * `waiting`, and pause to `still`, from all of them.
 */
export type PlayerState =
  | { readonly kind: 'still' }
  | { readonly kind: 'dragging'; readonly target: number; readonly repaintsLeft: number }
  | Waiting
  | Starting
  | Running;
