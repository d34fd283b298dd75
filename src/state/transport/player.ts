import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { poseAt, scheduleOf, showingAt, type Schedule } from '../../core/film/schedule';
import { rateNumber, sameRate } from '../../core/time/rate';
import type { PlayerState, Run, Running, Starting, Tally, Waiting } from './player-state';
import type { PlayerWorld, PlayWay } from './player-world';
import { posesMissed } from './poses-missed';
import { spanToPlay } from './span-to-play';

/** How long a player waits for its first picture before it starts without, in milliseconds. */
const PATIENCE = 1000;
/** How many pictures it would like to have before it starts, and how long it waits for those, in milliseconds. */
const HEAD_START = 5;
const HEAD_START_PATIENCE = 240;
/** How late the repaint may come after the time at which it was to begin, in milliseconds. */
const LATE = 50;
/** A report is made after so many milliseconds. */
const REPORT_AFTER = 1000;
/** Repaints after which a playhead has caught up with the pointer, however far it was dragged. */
const CATCH_UP = 8;

/**
 * Plays a film by the clock. At each repaint the frame that is due is shown; a pose that could not be shown in its time
 * counts as dropped.
 */
export class Player {
  readonly #world: PlayerWorld;
  #state: PlayerState = { kind: 'still' };
  #way: PlayWay = {};
  #tally: Tally = { dropped: 0, since: 0, ticks: 0 };
  #cancelRepaint = (): void => undefined;

  constructor(world: PlayerWorld) {
    this.#world = world;
  }

  /** Plays from the playhead, or a part from its start, as soon as its first pictures can be shown. */
  play(playSpan?: Span, way: PlayWay = {}): void {
    const { film: open, transport } = this.#world;
    const film = open();
    if (!film) return;
    if (this.#state.kind !== 'still') this.pause();
    if (scheduleOf(film).frames === 0) return;
    this.#way = way;
    this.#tally = { dropped: 0, since: 0, ticks: 0 };
    const span = spanToPlay(film, playSpan);
    const here = transport.now().frame;
    const inside = playSpan === undefined && here >= span.from && here < span.to - 1;
    const origin = inside ? here : span.from;
    this.#state = { kind: 'waiting', origin, since: undefined };
    transport.set({ playSpan, frame: origin, playing: true });
    this.#atRepaint(this.#repaint);
  }

  /** Stops; the playhead stays where it is. */
  pause(): void {
    this.#cancelRepaint();
    this.#world.sound.stop();
    this.#state = { kind: 'still' };
    this.#world.transport.set({ playing: false, playSpan: undefined });
  }

  /** Puts the playhead on a frame, kept within the film; what plays goes on from there. */
  goTo(frame: number): void {
    const film = this.#world.film();
    const last = film ? Math.max(0, scheduleOf(film).frames - 1) : 0;
    this.#seek(Math.min(last, Math.max(0, Math.round(frame))));
  }

  /**
   * Drags the playhead towards a frame, from pose to pose, so that each that is passed is seen; over a long way several at
   * a time, so that it does not lag behind the hand.
   */
  dragTo(frame: number): void {
    this.pause();
    this.#state = { kind: 'dragging', target: frame, repaintsLeft: CATCH_UP };
    this.#drag();
  }

  /** The place that is played now in frames, whole or not; undefined while nothing plays. */
  place(): number | undefined {
    const film = this.#world.film();
    if (!film || this.#state.kind !== 'running') return undefined;
    const { run } = this.#state;
    const passed = this.#passed(this.#state, this.#way.clock?.() ?? this.#world.now());
    const { from, to } = spanToPlay(film, this.#world.transport.now().playSpan);
    const at = run.origin + framesIn(passed, run);
    return at < to ? at : from + ((at - from) % (to - from));
  }

  #atRepaint(then: (now: number) => void): void {
    this.#cancelRepaint = this.#world.nextRepaint(then);
  }

  /** What would be played of a film now, and how. */
  #runOf(film: Film, origin: number): Run {
    const { loop, speed } = this.#world.transport.now();
    return {
      film,
      origin,
      rate: film.settings.rate,
      speed: this.#way.ownSpeed ? 1 : speed,
      loop: !this.#way.once && loop,
    };
  }

  /** Puts the playhead on a frame; what plays is started anew from there. */
  #seek(frame: number): void {
    if (this.#state.kind !== 'still' && this.#state.kind !== 'dragging') {
      this.#world.sound.stop();
      this.#state = { kind: 'waiting', origin: frame, since: undefined };
    }
    this.#world.transport.set({ frame });
  }

  readonly #repaint = (now: number): void => {
    const film = this.#world.film();
    if (!film || this.#state.kind === 'still') return;
    this.#atRepaint(this.#repaint);
    if (scheduleOf(film).frames === 0) return this.pause();
    const time = this.#way.clock?.() ?? now;
    const span = spanToPlay(film, this.#world.transport.now().playSpan);
    if (this.#state.kind === 'waiting') this.#wait(this.#state, film, span, now, time);
    // Where there is no sound to wait for, it starts in this repaint.
    if (this.#state.kind === 'starting') this.#start(this.#state, now, time);
    else if (this.#state.kind === 'running') this.#advance(this.#state, film, span, now, time);
  };

  /** Waits for the pictures of its first poses; then has its sound made ready. */
  #wait({ origin, since }: Waiting, film: Film, span: Span, now: number, time: number): void {
    const waited = now - (since ?? now);
    this.#state = { kind: 'waiting', origin, since: since ?? now };
    if (time < (this.#way.at ?? 0) || !this.#canStart(scheduleOf(film), origin, waited)) return;
    const run = this.#runOf(film, origin);
    const starting: Starting = { kind: 'starting', run, sound: this.#way.silent ? 'none' : 'asked' };
    this.#state = starting;
    if (this.#way.silent) return;
    void this.#world.sound.start(film, origin, span, run.loop, run.speed).then((begun) => {
      // Meanwhile it may have been stopped, or sent elsewhere.
      if (this.#state === starting) this.#state = { ...starting, sound: begun ? 'on' : 'none' };
    });
  }

  /** Whether the pictures of a frame and of the next few poses can be shown; of the first only, once it has waited. */
  #canStart(plan: Schedule, frame: number, waited: number): boolean {
    if (waited >= PATIENCE) return true;
    const here = poseAt(plan, frame);
    const wanted = waited >= HEAD_START_PATIENCE ? 1 : HEAD_START;
    for (let i = 0; here && i < wanted; i++) {
      const next = showingAt(plan, here.index + i);
      if (next && !this.#world.isReady(next, i === 0 ? frame : next.start)) return false;
    }
    return true;
  }

  /** Starts the clock, once it is known whether anything is heard. */
  #start({ run, sound }: Starting, now: number, time: number): void {
    if (sound === 'asked') return;
    const { at = 0 } = this.#way;
    const zero = sound === 'none' && time - at < LATE ? at : time;
    this.#state = { kind: 'running', run, zero, heard: sound === 'on', ticks: 0 };
    this.#tally = { ...this.#tally, since: now };
  }

  /** Shows the frame that is due, counts what was not shown in its time, and ends, or starts anew, where that is due. */
  #advance(running: Running, film: Film, span: Span, now: number, time: number): void {
    const { transport } = this.#world;
    const { run, heard } = running;
    const wanted = this.#runOf(film, run.origin);
    // What is heard has to be mixed anew; another rate or speed counts from the frame on screen.
    const isMixedAnew = heard && (film !== run.film || run.loop !== wanted.loop);
    if (isMixedAnew || !sameRate(wanted.rate, run.rate) || wanted.speed !== run.speed)
      return this.#seek(transport.now().frame);
    const ticks = Math.floor(framesIn(this.#passed(running, time), run) + 1e-6);
    if (ticks === running.ticks) return;
    const straight = run.origin + ticks;
    if (straight >= span.to && !wanted.loop) return this.#end(span);
    const frame =
      straight < span.to ? straight : span.from + ((straight - span.from) % (span.to - span.from));
    this.#state = { ...running, ticks };
    this.#count(film, span, frame, ticks - running.ticks - 1, run.speed);
    transport.set({ frame });
    this.#report(now);
  }

  #end({ to }: Span): void {
    const { onEnd } = this.#way;
    this.#world.transport.set({ frame: to - 1 });
    this.pause();
    onEnd?.();
  }

  /** Counts the poses that were skipped before a frame, or whose picture is not there in their last frame. */
  #count(film: Film, span: Span, frame: number, skipped: number, speed: number): void {
    const plan = scheduleOf(film);
    const due = poseAt(plan, frame);
    // Faster than the film's rate, frames are left out on purpose.
    const missed = speed <= 1 ? posesMissed(plan, span, frame, skipped) : 0;
    const late = due && frame === due.end - 1 && !this.#world.isReady(due, frame) ? 1 : 0;
    const { dropped, ticks, since } = this.#tally;
    this.#tally = { since, dropped: dropped + missed + late, ticks: ticks + 1 };
  }

  #report(now: number): void {
    const { ticks, dropped, since } = this.#tally;
    const passed = now - since;
    if (passed < REPORT_AFTER) return;
    this.#world.transport.set({ report: { trueRate: (ticks * 1000) / passed, dropped } });
    this.#tally = { dropped, since: now, ticks: 0 };
  }

  /** Milliseconds since its clock started. Where there is sound its clock leads, and the picture follows what is heard. */
  #passed({ heard, zero }: Running, time: number): number {
    return heard ? this.#world.sound.heard() : time - zero;
  }

  /** Goes a step on towards where it is dragged to. */
  readonly #drag = (): void => {
    const { film: open, transport, sound } = this.#world;
    const film = open();
    if (this.#state.kind !== 'dragging') return;
    if (!film) return this.pause();
    const { repaintsLeft } = this.#state;
    const plan = scheduleOf(film);
    const target = Math.min(plan.frames - 1, Math.max(0, this.#state.target));
    const [from, to] = [poseAt(plan, transport.now().frame), poseAt(plan, target)];
    const far = from && to ? to.index - from.index : 0;
    const by = Math.sign(far) * Math.ceil(Math.abs(far) / Math.max(1, repaintsLeft));
    const next = from && showingAt(plan, from.index + by);
    const arrives = !next || next.index === to?.index;
    this.goTo(arrives ? target : next.start);
    sound.frame(film, transport.now().frame);
    this.#state = arrives ? { kind: 'still' } : { ...this.#state, repaintsLeft: repaintsLeft - 1 };
    if (!arrives) this.#atRepaint(this.#drag);
  };
}

const framesIn = (milliseconds: number, { rate, speed }: Run): number =>
  (milliseconds * rateNumber(rate) * speed) / 1000;
