import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../core/film/film';
import { startHistory } from '../../core/edits/history';
import { filmOf, filmsWithCycles } from '../../core/film/random-films';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { RATE_PRESETS, rateNumber } from '../../core/time/rate';
import {
  dragTo,
  goTo,
  goToEnd,
  onPlayReport,
  pause,
  placeNow,
  play,
  playAround,
  playChosen,
  setReadiness,
  setSpeed,
  stepFrames,
  stepPoses,
} from './player';
import { setWorkbench, useWorkbench, workbench } from '../shell/workbench';

/** A screen whose repaints come when the test says so. */
let now = 0;
let wanted = new Map<number, FrameRequestCallback>();
let requests = 0;

/** The next repaint, so many milliseconds later, and all that was put off until then. */
async function repaint(after: number): Promise<void> {
  now += after;
  const due = [...wanted.values()];
  wanted = new Map();
  for (const callback of due) callback(now);
  // Whether there is a sound to wait for is known a few steps later.
  for (let i = 0; i < 5; i++) await Promise.resolve();
}

beforeEach(() => {
  now = 10_000;
  wanted = new Map();
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) => {
    wanted.set(++requests, callback);
    return requests;
  });
  vi.stubGlobal('cancelAnimationFrame', (id: number) => wanted.delete(id));
  vi.spyOn(performance, 'now').mockImplementation(() => now);
});

afterEach(() => {
  pause();
  setReadiness(() => true);
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const open = (film: Film): void => {
  pause();
  setWorkbench(useWorkbench.getInitialState(), true);
  setWorkbench({ phase: 'open', history: startHistory(film) });
};
const frame = (): number => workbench().frame;

/** Presses play and waits until the clock runs. */
async function start(...how: Parameters<typeof play>): Promise<void> {
  play(...how);
  await repaint(16);
  await repaint(16);
}

const films = filmsWithCycles.filter((film) => scheduleOf(film).frames > 0);
const pauses = fc.array(fc.integer({ min: 1, max: 180 }), { minLength: 1, maxLength: 40 });

describe('playing', () => {
  it('shows at each repaint the frame that is due by the clock, at every rate, around and around', async () => {
    await fc.assert(
      fc.asyncProperty(
        films,
        fc.constantFrom(...RATE_PRESETS),
        fc.nat(),
        pauses,
        async (film, rate, from, list) => {
          open({ ...film, settings: { ...film.settings, rate } });
          const { frames } = scheduleOf(film);
          goTo(from % frames);
          // On the last frame it starts over.
          const first = frame() === frames - 1 ? 0 : frame();
          await start();
          let passed = 0;
          for (const each of list) {
            await repaint(each);
            passed += each;
            const ticks = Math.floor((passed * rate.num) / rate.den / 1000 + 1e-6);
            expect(frame()).toBe((first + ticks) % frames);
            expect(placeNow()).toBeCloseTo((first + (passed * rateNumber(rate)) / 1000) % frames, 6);
          }
        },
      ),
      { numRuns: 80 },
    );
  });

  it('counts the poses that were not shown in their time', async () => {
    let dropped = 0;
    const stop = onPlayReport((report) => (dropped = report.dropped));
    await fc.assert(
      fc.asyncProperty(pauses, async (list) => {
        // Long enough not to come around.
        const film = filmOf([Array.from({ length: 400 }, (_, i) => (i % 3) + 1)]);
        open(film);
        await start();
        const shown = new Set([poseAt(scheduleOf(film), 0)?.index]);
        for (const each of [...list, 1000]) {
          await repaint(each);
          shown.add(poseAt(scheduleOf(film), frame())?.index);
        }
        const last = poseAt(scheduleOf(film), frame())?.index ?? 0;
        expect(dropped).toBe(last + 1 - shown.size);
      }),
      { numRuns: 60 },
    );
    stop();
  });

  it('ends on the last frame where it is not to go around, and says so once', async () => {
    open(filmOf([[4, 4]]));
    const ended = vi.fn();
    await start(undefined, { once: true, onEnd: ended });
    await repaint(290);
    expect(frame()).toBe(6);
    await repaint(5000);
    expect([frame(), workbench().playing, ended.mock.calls.length]).toEqual([7, false, 1]);
    await repaint(5000);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('waits for its pictures, but not for ever', async () => {
    open(filmOf([[1, 1, 1, 1]]));
    setReadiness(() => false);
    play();
    for (let i = 0; i < 9; i++) await repaint(100);
    expect(frame()).toBe(0);
    setReadiness(() => true);
    await repaint(16);
    await repaint(16);
    await repaint(90);
    expect(frame()).toBe(2);
    open(filmOf([[1, 1, 1, 1]]));
    setReadiness(() => false);
    play();
    for (let i = 0; i < 15; i++) await repaint(100);
    expect(workbench().playing).toBe(true);
    expect(frame()).toBeGreaterThan(0);
  });

  it('goes on from the frame on screen at another speed or rate, and from where it is put', async () => {
    open(filmOf([[100]]));
    await start();
    await repaint(500);
    expect(frame()).toBe(12);
    setSpeed(2);
    for (const each of [16, 16, 16]) await repaint(each);
    await repaint(500);
    expect(frame()).toBe(36);
    goTo(80);
    await repaint(16);
    await repaint(16);
    await repaint(250);
    expect(frame()).toBe(92);
    pause();
    // As fast as the film, whichever speed is set: what is recorded to it goes by it.
    goTo(0);
    await start(undefined, { ownSpeed: true });
    await repaint(500);
    expect(frame()).toBe(12);
  });

  it('plays the chosen poses with what lies between, or two seconds around the pose on screen', async () => {
    open(filmOf([Array.from({ length: 100 }, () => 2)]));
    setWorkbench({ chosen: new Set(['0.10', '0.12']) });
    playChosen();
    expect(workbench().playSpan).toEqual({ from: 20, to: 26 });
    await repaint(16);
    await repaint(16);
    await repaint(251);
    expect(frame()).toBe(20);
    pause();
    goTo(101);
    playAround();
    expect(workbench().playSpan).toEqual({ from: 52, to: 150 });
    pause();
    goTo(3);
    playAround();
    expect(workbench().playSpan).toEqual({ from: 0, to: 52 });
    expect(workbench().playing).toBe(true);
  });
});

describe('stepping and dragging', () => {
  it('stays within the film, frame by frame and pose by pose', () => {
    fc.assert(
      fc.property(films, fc.array(fc.integer({ min: -5, max: 5 }), { maxLength: 12 }), (film, steps) => {
        open(film);
        const plan = scheduleOf(film);
        for (const by of steps) {
          const before = frame();
          stepFrames(by);
          expect(frame()).toBe(Math.min(plan.frames - 1, Math.max(0, before + by)));
          const here = poseAt(plan, frame())?.index ?? 0;
          stepPoses(by < 0 ? -1 : 1);
          const there = poseAt(plan, frame());
          const wanted = here + (by < 0 ? -1 : 1);
          if (wanted >= 0 && wanted < plan.count)
            expect([there?.index, there?.start]).toEqual([wanted, frame()]);
          else expect(there?.index).toBe(here);
        }
        goToEnd();
        expect(frame()).toBe(plan.frames - 1);
      }),
      { numRuns: 100 },
    );
  });

  it('a playhead that is dragged shows each pose that it passes, and is there after eight repaints', async () => {
    open(filmOf([Array.from({ length: 60 }, () => 3)]));
    const seen: number[] = [];
    const stop = useWorkbench.subscribe(
      (state, before) => state.frame !== before.frame && seen.push(state.frame),
    );
    dragTo(16);
    for (let i = 0; i < 8; i++) await repaint(16);
    expect(seen).toEqual([3, 6, 9, 12, 16]);
    dragTo(160);
    for (let i = 0; i < 8; i++) await repaint(16);
    expect(frame()).toBe(160);
    dragTo(-50);
    for (let i = 0; i < 8; i++) await repaint(16);
    expect(frame()).toBe(0);
    stop();
  });
});
