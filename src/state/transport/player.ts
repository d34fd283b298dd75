import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { poseAt, scheduleOf, showingAt, type Schedule, type ScheduledPose } from '../../core/film/schedule';
import { rateNumber, sameRate, type Rate } from '../../core/time/rate';
import { posesMissed } from './poses-missed';
import { spanToPlay } from './span-to-play';
import type { TransportState } from './transport';

/** What a player needs of the world around it. Times are milliseconds of the page. */
export interface PlayerWorld {
  /** The film that is open. */
  readonly film: () => Film | undefined;
  readonly transport: {
    readonly now: () => TransportState;
    readonly set: (change: Partial<TransportState>) => void;
  };
  readonly now: () => number;
  /** Calls back at the next repaint, unless the function that it gives is called before. */
  readonly nextRepaint: (then: (now: number) => void) => () => void;
  readonly sound: {
    /** Begins to sound a film from a frame; gives whether there is anything to hear. */
    readonly start: (film: Film, frame: number, span: Span, loop: boolean, speed: number) => Promise<boolean>;
    readonly stop: () => void;
    /** Milliseconds that were heard since it began. */
    readonly heard: () => number;
    /** Lets a frame by itself be heard. */
    readonly frame: (film: Film, frame: number) => void;
  };
  /** Whether the picture of a pose of the film can be shown now. */
  readonly isReady: (entry: ScheduledPose) => boolean;
}

/** How it is played, where it is not as the person set it. */
export interface PlayWay {
  /** Not around, though it is looped. */
  readonly once?: boolean;
  /** Without its sound. */
  readonly silent?: boolean;
  /** At the film's own speed, whichever is set to check by. */
  readonly ownSpeed?: boolean;
  /** The milliseconds that it goes by where it is not heard; those of the page where none is given. */
  readonly clock?: () => number;
  /** When it begins, by that clock, where that is not at once; later where it is not ready by then. */
  readonly at?: number;
  /** Called when it comes to its end. */
  readonly onEnd?: () => void;
}

/** What is played, as it was when its clock was started: what of it changes, starts the clock anew. */
interface Run {
  readonly film: Film;
  /** The frame at which the clock starts. */
  readonly origin: number;
  readonly rate: Rate;
  readonly speed: number;
  readonly loop: boolean;
}

/** Counted from play to pause. */
interface Tally {
  readonly dropped: number;
  /** Since when, and how many, film frames are counted for the next report. */
  readonly since: number;
  readonly ticks: number;
}

/**
 * What a player does. From `still` play leads to `waiting`, for the first pictures; to `starting`, while its sound is made
 * ready; to `running`. A seek leads back to `waiting`, and pause to `still`, from all of them.
 */
type PlayerState =
  | { readonly kind: 'still' }
  | { readonly kind: 'dragging'; readonly target: number; readonly repaintsLeft: number }
  | { readonly kind: 'waiting'; readonly origin: number; readonly since: number | undefined }
  | { readonly kind: 'starting'; readonly run: Run; readonly sound: 'asked' | 'on' | 'none' }
  | {
      readonly kind: 'running';
      readonly run: Run;
      /** When its clock stood at nothing. */
      readonly zero: number;
      readonly heard: boolean;
      /** Film frames passed since then. */
      readonly ticks: number;
    };

/** How long a player waits for its first picture before it starts without, in milliseconds. */
const PATIENCE = 1000;
/** How many pictures it would like to have before it starts, and how long it waits for those, in milliseconds. */
const HEAD_START = 8;
const HEAD_START_PATIENCE = 240;
/** How late the repaint may come after the time at which it was to begin, in milliseconds. */
const LATE = 50;
/** A report is made after so many milliseconds. */
const REPORT_AFTER = 1000;
/** Repaints after which a playhead has caught up with the pointer, however far it was dragged. */
const CATCH_UP = 8;

/** Plays a film by the clock; one a workbench. */
export interface Player {
  /**
   * Plays from the playhead, or a part from its start. At each repaint the frame that is due is shown; a pose that could
   * not be shown in its time counts as dropped. The clock waits for the first picture.
   */
  readonly play: (playSpan?: Span, way?: PlayWay) => void;
  /** Stops; the playhead stays where it is. */
  readonly pause: () => void;
  /** Puts the playhead on a frame, kept within the film; what plays goes on from there. */
  readonly goTo: (frame: number) => void;
  /**
   * Drags the playhead towards a frame, from pose to pose, so that each that is passed is seen; over a long way several at
   * a time, so that it does not lag behind the hand.
   */
  readonly dragTo: (frame: number) => void;
  /** The place that is played now in frames, whole or not; undefined while nothing plays. */
  readonly place: () => number | undefined;
}

/** Makes a player that stands still. */
export function createPlayer(world: PlayerWorld): Player {
  const { transport, sound } = world;
  let state: PlayerState = { kind: 'still' };
  let way: PlayWay = {};
  let tally: Tally = { dropped: 0, since: 0, ticks: 0 };
  let cancelRepaint = (): void => undefined;

  const loops = (): boolean => !way.once && transport.now().loop;
  const speed = (): number => (way.ownSpeed ? 1 : transport.now().speed);
  const askForRepaint = (then: (now: number) => void): void => {
    cancelRepaint = world.nextRepaint(then);
  };

  function pause(): void {
    cancelRepaint();
    sound.stop();
    state = { kind: 'still' };
    transport.set({ playing: false, playSpan: undefined });
  }

  function play(playSpan?: Span, asked: PlayWay = {}): void {
    const film = world.film();
    if (!film) return;
    if (state.kind !== 'still') pause();
    if (scheduleOf(film).frames === 0) return;
    way = asked;
    tally = { dropped: 0, since: 0, ticks: 0 };
    const span = spanToPlay(film, playSpan);
    const here = transport.now().frame;
    const inside = playSpan === undefined && here >= span.from && here < span.to - 1;
    const origin = inside ? here : span.from;
    state = { kind: 'waiting', origin, since: undefined };
    transport.set({ playSpan, frame: origin, playing: true });
    askForRepaint(repaint);
  }

  /** Puts the playhead on a frame; what plays is started anew from there. */
  function seek(frame: number): void {
    if (state.kind !== 'still' && state.kind !== 'dragging') {
      sound.stop();
      state = { kind: 'waiting', origin: frame, since: undefined };
    }
    transport.set({ frame });
  }

  function repaint(now: number): void {
    const film = world.film();
    if (!film || state.kind === 'still' || state.kind === 'dragging') return;
    askForRepaint(repaint);
    const plan = scheduleOf(film);
    if (plan.frames === 0) return pause();
    const time = way.clock?.() ?? now;
    const span = spanToPlay(film, transport.now().playSpan);
    if (state.kind === 'waiting') wait(film, plan, span, now, time);
    // Where there is no sound, it starts in this repaint.
    if (state.kind === 'starting') begin(state, now, time);
    else if (state.kind === 'running') advance(state, film, plan, span, now, time);
  }

  /** Waits for the pictures of its first poses; then has its sound made ready. */
  function wait(film: Film, plan: Schedule, span: Span, now: number, time: number): void {
    if (state.kind !== 'waiting') return;
    const { origin, since = now } = state;
    state = { kind: 'waiting', origin, since };
    if (!canStart(plan, origin, now - since) || time < (way.at ?? 0)) return;
    const run: Run = { film, origin, rate: film.settings.rate, speed: speed(), loop: loops() };
    if (way.silent) {
      state = { kind: 'starting', run, sound: 'none' };
      return;
    }
    const asked: PlayerState = { kind: 'starting', run, sound: 'asked' };
    state = asked;
    void sound.start(film, origin, span, run.loop, run.speed).then((begun) => {
      // Meanwhile it may have been stopped, or sent elsewhere.
      if (state === asked) state = { ...asked, sound: begun ? 'on' : 'none' };
    });
  }

  /** Whether the pictures of a frame and of the next few poses can be shown; of the first only, once it has waited. */
  function canStart(plan: Schedule, frame: number, waited: number): boolean {
    if (waited >= PATIENCE) return true;
    const here = poseAt(plan, frame);
    const wanted = waited >= HEAD_START_PATIENCE ? 1 : HEAD_START;
    for (let i = 0; here && i < wanted; i++) {
      const next = showingAt(plan, here.index + i);
      if (next && !world.isReady(next)) return false;
    }
    return true;
  }

  /** Starts the clock, once it is known whether anything is heard. */
  function begin({ run, sound: heard }: PlayerState & { kind: 'starting' }, now: number, time: number): void {
    if (heard === 'asked') return;
    const at = way.at ?? 0;
    const zero = heard === 'none' && time - at < LATE ? at : time;
    state = { kind: 'running', run, zero, heard: heard === 'on', ticks: 0 };
    tally = { ...tally, since: now };
  }

  /** Shows the frame that is due, counts what was not shown in its time, and ends, or starts anew, where that is due. */
  function advance(
    running: PlayerState & { kind: 'running' },
    film: Film,
    plan: Schedule,
    span: Span,
    now: number,
    time: number,
  ): void {
    const { run, heard } = running;
    const { rate } = film.settings;
    // What is heard has to be mixed anew; another rate or speed counts from the frame on screen.
    const isMixedAnew = heard && (film !== run.film || run.loop !== loops());
    if (isMixedAnew || !sameRate(rate, run.rate) || run.speed !== speed()) return seek(transport.now().frame);
    const ticks = Math.floor((passed(running, time) * rateNumber(rate) * run.speed) / 1000 + 1e-6);
    const skipped = ticks - running.ticks - 1;
    if (ticks === running.ticks) return;
    let frame = run.origin + ticks;
    if (frame >= span.to) {
      if (!loops()) {
        const { onEnd } = way;
        transport.set({ frame: span.to - 1 });
        pause();
        return onEnd?.();
      }
      frame = span.from + ((frame - span.from) % (span.to - span.from));
    }
    const due = poseAt(plan, frame);
    // Faster than the film's rate, frames are left out on purpose.
    const missed = run.speed <= 1 ? posesMissed(plan, span, frame, skipped) : 0;
    const late = due && frame === due.end - 1 && !world.isReady(due) ? 1 : 0;
    state = { ...running, ticks };
    tally = { ...tally, dropped: tally.dropped + missed + late, ticks: tally.ticks + 1 };
    transport.set({ frame });
    const window = now - tally.since;
    if (window < REPORT_AFTER) return;
    transport.set({ report: { trueRate: (tally.ticks * 1000) / window, dropped: tally.dropped } });
    tally = { ...tally, since: now, ticks: 0 };
  }

  /** Milliseconds since its clock started. Where there is sound its clock leads, and the picture follows what is heard. */
  const passed = ({ heard, zero }: PlayerState & { kind: 'running' }, time: number): number =>
    heard ? sound.heard() : time - zero;

  function place(): number | undefined {
    const film = world.film();
    if (!film || state.kind !== 'running') return undefined;
    const { run } = state;
    const milliseconds = passed(state, way.clock?.() ?? world.now());
    const { from, to } = spanToPlay(film, transport.now().playSpan);
    const at = run.origin + (milliseconds * rateNumber(run.rate) * run.speed) / 1000;
    return at < to ? at : from + ((at - from) % (to - from));
  }

  function goTo(frame: number): void {
    const film = world.film();
    const last = film ? Math.max(0, scheduleOf(film).frames - 1) : 0;
    seek(Math.min(last, Math.max(0, Math.round(frame))));
  }

  function dragTo(frame: number): void {
    pause();
    state = { kind: 'dragging', target: frame, repaintsLeft: CATCH_UP };
    drag();
  }

  /** Goes a step on towards where it is dragged to. */
  function drag(): void {
    const film = world.film();
    if (state.kind !== 'dragging') return;
    if (!film) return pause();
    const { repaintsLeft } = state;
    const plan = scheduleOf(film);
    const target = Math.min(plan.frames - 1, Math.max(0, state.target));
    const [from, to] = [poseAt(plan, transport.now().frame), poseAt(plan, target)];
    const far = from && to ? to.index - from.index : 0;
    const by = Math.sign(far) * Math.ceil(Math.abs(far) / Math.max(1, repaintsLeft));
    const next = from && showingAt(plan, from.index + by);
    const arrives = !next || next.index === to?.index;
    goTo(arrives ? target : next.start);
    sound.frame(film, transport.now().frame);
    state = arrives ? { kind: 'still' } : { ...state, repaintsLeft: repaintsLeft - 1 };
    if (!arrives) askForRepaint(drag);
  }

  return { play, pause, goTo, dragTo, place };
}
