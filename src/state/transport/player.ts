import type { Film, Pose } from '../../core/film/film';
import { spanOf, type Span } from '../../core/film/moments';
import { poseAt, scheduleOf, showingAt, type Schedule } from '../../core/film/schedule';
import { rateNumber, sameRate } from '../../core/time/rate';
import { heardMilliseconds, soundFrame, startSound, stopSound } from '../sound/sound-out';
import { openFilm, setWorkbench, workbench } from '../shell/workbench';

/** What playing really does, measured. */
export interface PlayReport {
  /** Film frames reached per second over the last second or so. */
  readonly trueRate: number;
  /** Poses that were never shown in their time since play was pressed. */
  readonly dropped: number;
}

type Listener = (report: PlayReport) => void;

const listeners = new Set<Listener>();
let request: number | undefined;
/** Counts starts of sound, so that one that comes late is known as such. */
let soundStarts = 0;
/** The repaint at which a dragged playhead goes on. */
let dragging: number | undefined;
/** Whether the picture of a pose can be shown now; the picture view says so. */
let isReady: (pose: Pose) => boolean = () => true;

/** Hears once a second what playing really does, until the function given back is called. */
export const onPlayReport = (listener: Listener): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Says whether the picture of a pose can be shown now; said by the view that shows it. */
export const setReadiness = (ready: (pose: Pose) => boolean): void => {
  isReady = ready;
};

/** Poses that lie wholly in the `skipped` frames before a frame, going around at the ends of what is played. */
function posesMissed(plan: Schedule, { from, to }: Span, frame: number, skipped: number): number {
  const length = to - from;
  const within = (at: number): number => from + ((((at - from) % length) + length) % length);
  let count = 0;
  for (let at = frame - skipped; at < frame;) {
    const place = within(at);
    const passed = poseAt(plan, place);
    if (!passed) return count;
    const left = Math.min(passed.end, to) - place;
    if (place === Math.max(passed.start, from) && at + left <= frame) count++;
    at += left;
  }
  return count;
}

/** How long the player waits for its first picture before it starts without, in milliseconds. */
const PATIENCE = 1000;
/** How many pictures it would like to have before it starts, and how long it waits for those, in milliseconds. */
const HEAD_START = 8;
const HEAD_START_PATIENCE = 240;

/** Whether the pictures of a frame and of the next few poses can be shown; of the first only, once it has waited. */
function canStart(plan: Schedule, frame: number, waited: number): boolean {
  if (waited >= PATIENCE) return true;
  const here = poseAt(plan, frame);
  const wanted = waited >= HEAD_START_PATIENCE ? 1 : HEAD_START;
  for (let i = 0; here && i < wanted; i++) {
    const next = showingAt(plan, here.index + i);
    if (next && !isReady(next.pose)) return false;
  }
  return true;
}

/** The part of the film between its in and out points. */
const wholeSpan = (film: Film): Span => spanOf(scheduleOf(film), film.range);

/** What is being played, or would be. */
export const spanPlayed = (film: Film): Span => {
  const whole = wholeSpan(film);
  const { playSpan } = workbench();
  if (!playSpan) return whole;
  // The film may have become shorter meanwhile.
  const { frames } = scheduleOf(film);
  const to = Math.min(playSpan.to, frames);
  return playSpan.from < to ? { from: playSpan.from, to } : whole;
};

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

/**
 * Plays from the playhead by the clock. The page is asked for each repaint which frame is due; a pose that
 * could not be shown in its time counts as dropped. Before the first picture is there, the clock waits.
 */
export function play(playSpan?: Span, way: PlayWay = {}): void {
  const { once = false, silent = false, ownSpeed = false, at = 0, clock, onEnd } = way;
  const film = openFilm();
  if (!film) return;
  if (request !== undefined) pause();
  if (scheduleOf(film).frames === 0) return;
  setWorkbench({ playSpan });
  const first = spanPlayed(film);
  const here = workbench().frame;
  const inside = playSpan === undefined && here >= first.from && here < first.to - 1;
  const from = inside ? here : first.from;
  setWorkbench({ frame: from, playing: true });

  let zero: number | undefined;
  let sound: 'not yet' | 'starting' | 'none' | 'on' = 'not yet';
  let playing = film;
  const loops = (): boolean => !once && workbench().loop;
  let looped = loops();
  let origin = from;
  let lastTicks = 0;
  let dropped = 0;
  let windowStart = 0;
  let windowTicks = 0;
  let waitingSince: number | undefined;
  let rate = film.settings.rate;
  const speedNow = (): number => (ownSpeed ? 1 : workbench().speed);
  let speed = speedNow();

  const tick = (now: number): void => {
    const current = openFilm();
    if (!current || !workbench().playing) return;
    request = requestAnimationFrame(tick);
    const time = clock?.() ?? now;
    const plan = scheduleOf(current);
    if (plan.frames === 0) return pause();
    const span = spanPlayed(current);
    if (zero === undefined) {
      waitingSince ??= now;
      if (!canStart(plan, origin, now - waitingSince) || time < at) return;
      if (silent) sound = 'none';
      if (sound === 'not yet') {
        sound = 'starting';
        playing = current;
        looped = loops();
        const mine = ++soundStarts;
        void startSound(current, origin, span, looped, speed).then((begun) => {
          if (mine === soundStarts) sound = begun ? 'on' : 'none';
        });
      }
      if (sound === 'starting') return;
      // The repaint may come a little behind its time.
      zero = time - at < 50 && sound === 'none' ? at : time;
      windowStart = now;
      return;
    }
    // What is heard has to be mixed anew from here.
    if (sound === 'on' && (current !== playing || looped !== loops())) return seek(workbench().frame);
    if (!sameRate(rate, current.settings.rate) || speed !== speedNow()) {
      // Another rate or speed counts from the frame on screen; what has passed stays passed.
      rate = current.settings.rate;
      speed = speedNow();
      return seek(workbench().frame);
    }
    // Where there is sound its clock leads, and the picture follows what is heard.
    const passed = sound === 'on' ? heardMilliseconds() : time - zero;
    const ticks = Math.floor((passed * rateNumber(rate) * speed) / 1000 + 1e-6);
    if (ticks === lastTicks) return;
    let frame = origin + ticks;
    if (frame >= span.to) {
      if (!loops()) {
        setWorkbench({ frame: span.to - 1 });
        pause();
        return onEnd?.();
      }
      frame = span.from + ((frame - span.from) % (span.to - span.from));
    }
    const due = poseAt(plan, frame);
    // Faster than the film's rate, frames are left out on purpose.
    if (speed <= 1) dropped += posesMissed(plan, span, frame, ticks - lastTicks - 1);
    if (due && !isReady(due.pose) && frame === due.end - 1) dropped++;
    windowTicks += 1;
    lastTicks = ticks;
    setWorkbench({ frame });
    if (now - windowStart >= 1000) {
      const report = { trueRate: (windowTicks * 1000) / (now - windowStart), dropped };
      for (const listener of listeners) listener(report);
      windowStart = now;
      windowTicks = 0;
    }
  };

  // A seek while playing starts the clock anew from there.
  seek = (frame: number): void => {
    origin = frame;
    zero = undefined;
    sound = 'not yet';
    stopSound();
    waitingSince = undefined;
    lastTicks = 0;
    setWorkbench({ frame });
  };
  place = () => {
    const current = openFilm();
    if (!current || zero === undefined || sound === 'starting') return undefined;
    const passed = sound === 'on' ? heardMilliseconds() : (clock?.() ?? performance.now()) - zero;
    const span = spanPlayed(current);
    const at = origin + (passed * rateNumber(rate) * speed) / 1000;
    return at < span.to ? at : span.from + ((at - span.from) % (span.to - span.from));
  };
  request = requestAnimationFrame(tick);
}

let seek: (frame: number) => void = (frame) => setWorkbench({ frame });
let place: () => number | undefined = () => undefined;

/** The place that is played now in frames, whole or not; undefined while nothing plays. */
export const placeNow = (): number | undefined => place();

/** Stops playing; the playhead stays where it is. */
export function pause(): void {
  if (request !== undefined) cancelAnimationFrame(request);
  if (dragging !== undefined) cancelAnimationFrame(dragging);
  request = undefined;
  dragging = undefined;
  soundStarts++;
  stopSound();
  seek = (frame) => setWorkbench({ frame });
  place = () => undefined;
  setWorkbench({ playing: false, playSpan: undefined });
}

/** Plays from the first to the last chosen pose, with what lies between. */
export function playChosen(): void {
  const film = openFilm();
  const { chosen } = workbench();
  if (!film || chosen.size === 0) return play();
  const shown = scheduleOf(film).poses.filter(({ pose }) => chosen.has(pose.id));
  const from = Math.min(...shown.map((each) => each.start));
  const to = Math.max(...shown.map((each) => each.end));
  if (from < to) play({ from, to });
}

/** Seconds before and after the pose on screen that are played around it. */
const AROUND = 2;

/** Plays the pose on screen with the two seconds before and after it. */
export function playAround(): void {
  const film = openFilm();
  const plan = film && scheduleOf(film);
  const here = plan && poseAt(plan, workbench().frame);
  if (!film || !plan || !here) return;
  const reach = Math.round(AROUND * rateNumber(film.settings.rate));
  play({ from: Math.max(0, here.start - reach), to: Math.min(plan.frames, here.end + reach) });
}

/** Plays a scene. */
export function playScene(sceneId: string): void {
  const film = openFilm();
  const scene = film && scheduleOf(film).scenes.find((each) => each.sceneId === sceneId);
  if (scene && scene.start < scene.end) play({ from: scene.start, to: scene.end });
}

/** Speeds to check by, as parts of the film's rate. */
export const SPEEDS = [0.25, 0.5, 1, 1.5, 2] as const;

/** Sets the speed to check by. */
export const setSpeed = (speed: number): void => setWorkbench({ speed });

/** Plays, or stops. */
export const playOrPause = (): void => (workbench().playing ? pause() : play());

/** Plays round and round, or to the end. */
export const toggleLoop = (): void => setWorkbench(({ loop }) => ({ loop: !loop }));

/** Puts the playhead on a frame, kept within the film. */
export function goTo(frame: number): void {
  const film = openFilm();
  const last = film ? Math.max(0, scheduleOf(film).frames - 1) : 0;
  seek(Math.min(last, Math.max(0, Math.round(frame))));
}

/** Lets the frame on screen be heard. */
function soundHere(): void {
  const film = openFilm();
  if (film) void soundFrame(film, workbench().frame);
}

/** Repaints after which the playhead has caught up with the pointer, however far it was dragged. */
const CATCH_UP = 8;

/**
 * Drags the playhead towards a frame, from pose to pose, so that each that is passed is seen; over a long way
 * several at a time, so that it does not lag behind the hand.
 */
export function dragTo(frame: number): void {
  pause();
  const step = (left: number): void => {
    dragging = undefined;
    const film = openFilm();
    const plan = film && scheduleOf(film);
    if (!plan) return;
    const target = Math.min(plan.frames - 1, Math.max(0, frame));
    const [from, to] = [poseAt(plan, workbench().frame), poseAt(plan, target)];
    const far = from && to ? to.index - from.index : 0;
    const by = Math.sign(far) * Math.ceil(Math.abs(far) / Math.max(1, left));
    const passed = from && showingAt(plan, from.index + by);
    if (!passed || passed.index === to?.index) {
      goTo(target);
      return soundHere();
    }
    goTo(passed.start);
    soundHere();
    dragging = requestAnimationFrame(() => step(left - 1));
  };
  step(CATCH_UP);
}

/** Stops and steps by frames; past an end it stays there. */
export function stepFrames(by: number): void {
  pause();
  goTo(workbench().frame + by);
  soundHere();
}

/** Stops and steps to the start of the next pose or of the one before. */
export function stepPoses(by: 1 | -1): void {
  const film = openFilm();
  if (!film) return;
  pause();
  const plan = scheduleOf(film);
  const here = poseAt(plan, workbench().frame);
  if (!here) return;
  const target = showingAt(plan, here.index + by);
  if (target) goTo(target.start);
  soundHere();
}

/** Stops on the last frame. */
export function goToEnd(): void {
  pause();
  goTo(Number.MAX_SAFE_INTEGER);
}

/** Puts the playhead on the first frame. */
export function goToStart(): void {
  goTo(0);
}
