import { poseAt } from '../core/film/schedule';
import { rateNumber } from '../core/time/rate';
import { openFilm, scheduleOf, setWorkbench, workbench } from './workbench';

/** What playing really does, measured. */
export interface PlayReport {
  /** Film frames reached per second over the last second or so. */
  readonly trueRate: number;
  /** Frames whose pose was never shown since play was pressed. */
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
    const ticks = Math.floor(((now - zero) * rateNumber(current.settings.rate)) / 1000);
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
    if (ticks > lastTicks + 1) dropped += missed(ticks - lastTicks - 1, frame, plan.frames);
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

  /** Poses that lie wholly in the frames skipped before `frame`. */
  const missed = (skipped: number, frame: number, length: number): number => {
    const current = openFilm();
    if (!current) return 0;
    const plan = scheduleOf(current);
    let count = 0;
    for (let i = 1; i <= skipped; i++) {
      const passed = poseAt(plan, (((frame - i) % length) + length) % length);
      if (passed && passed.end - passed.start <= skipped && passed.pose.hold === 1) count++;
    }
    return count;
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
