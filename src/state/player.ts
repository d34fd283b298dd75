import { poseAt, type Schedule } from '../core/film/schedule';
import { rateNumber, sameRate } from '../core/time/rate';
import { openFilm, scheduleOf, setWorkbench, workbench } from './workbench';

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
/** Whether the picture of a pose can be shown now; the picture view says so. */
let isReady: (photoId: string) => boolean = () => true;

export const onPlayReport = (listener: Listener): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const setReadiness = (ready: (photoId: string) => boolean): void => {
  isReady = ready;
};

/** Poses that lie wholly in the `skipped` frames before a frame, going around at the start of the film. */
function posesMissed(plan: Schedule, frame: number, skipped: number): number {
  let count = 0;
  for (let at = frame - skipped; at < frame;) {
    const passed = poseAt(plan, ((at % plan.frames) + plan.frames) % plan.frames);
    if (!passed) return count;
    const into = (((at - passed.start) % plan.frames) + plan.frames) % plan.frames;
    const left = passed.pose.hold - into;
    if (into === 0 && at + left <= frame) count++;
    at += left;
  }
  return count;
}

/** How far the clock may be ahead of the screen before the player waits for a picture, in milliseconds. */
const PATIENCE = 1000;

/**
 * Plays from the playhead by the clock. The page is asked for each repaint which frame is due; a pose that
 * could not be shown in its time counts as dropped. Before the first picture is there, the clock waits.
 */
export function play(): void {
  const film = openFilm();
  if (!film || request !== undefined) return;
  const { frames } = scheduleOf(film);
  if (frames === 0) return;
  const from = workbench().frame >= frames - 1 ? 0 : workbench().frame;
  setWorkbench({ frame: from, playing: true });

  let zero: number | undefined;
  let origin = from;
  let lastTicks = 0;
  let dropped = 0;
  let windowStart = 0;
  let windowTicks = 0;
  let waitingSince: number | undefined;
  let rate = film.settings.rate;

  const tick = (now: number): void => {
    const current = openFilm();
    if (!current || !workbench().playing) return;
    request = requestAnimationFrame(tick);
    const plan = scheduleOf(current);
    if (plan.frames === 0) return pause();
    if (zero === undefined) {
      const first = poseAt(plan, origin);
      waitingSince ??= now;
      if (first && !isReady(first.pose.photoId) && now - waitingSince < PATIENCE) return;
      zero = now;
      windowStart = now;
      return;
    }
    if (!sameRate(rate, current.settings.rate)) {
      // Another rate counts from the frame on screen; what has passed stays passed.
      rate = current.settings.rate;
      origin = workbench().frame;
      zero = now;
      lastTicks = 0;
    }
    const ticks = Math.floor(((now - zero) * rateNumber(rate)) / 1000);
    if (ticks === lastTicks) return;
    let frame = origin + ticks;
    if (frame >= plan.frames) {
      if (!workbench().loop) {
        setWorkbench({ frame: plan.frames - 1 });
        return pause();
      }
      frame %= plan.frames;
    }
    const due = poseAt(plan, frame);
    dropped += posesMissed(plan, frame, ticks - lastTicks - 1);
    if (due && !isReady(due.pose.photoId) && frame === due.end - 1) dropped++;
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
    waitingSince = undefined;
    lastTicks = 0;
    setWorkbench({ frame });
  };
  request = requestAnimationFrame(tick);
}

let seek: (frame: number) => void = (frame) => setWorkbench({ frame });

export function pause(): void {
  if (request !== undefined) cancelAnimationFrame(request);
  request = undefined;
  seek = (frame) => setWorkbench({ frame });
  setWorkbench({ playing: false });
}

export const playOrPause = (): void => (workbench().playing ? pause() : play());

export const toggleLoop = (): void => setWorkbench(({ loop }) => ({ loop: !loop }));

/** Puts the playhead on a frame, kept within the film. */
export function goTo(frame: number): void {
  const film = openFilm();
  const last = film ? Math.max(0, scheduleOf(film).frames - 1) : 0;
  seek(Math.min(last, Math.max(0, Math.round(frame))));
}

/** Stops and steps by frames; past an end it stays there. */
export function stepFrames(by: number): void {
  pause();
  goTo(workbench().frame + by);
}

/** Stops and steps to the start of the next pose or of the one before. */
export function stepPoses(by: 1 | -1): void {
  const film = openFilm();
  if (!film) return;
  pause();
  const plan = scheduleOf(film);
  const here = poseAt(plan, workbench().frame);
  if (!here) return;
  const target = plan.entries[here.index + by];
  if (target) goTo(target.start);
}

export function goToEnd(): void {
  pause();
  goTo(Number.MAX_SAFE_INTEGER);
}

export function goToStart(): void {
  goTo(0);
}
