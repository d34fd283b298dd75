import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../core/film/film';
import { filmOf, filmsWithCycles } from '../../core/film/random-films';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { RATE_PRESETS, rateNumber } from '../../core/time/rate';
import { Player } from './player';
import { createTransport } from './transport';

/** A world whose repaints, pictures and sounds come when the test says so. */
let now = 0;
let due: ((now: number) => void) | undefined;
let ready = true;
let heard = 0;
let sounding: (begun: boolean) => void = () => undefined;
let film: Film;
let transport: ReturnType<typeof createTransport>;
let player: Player;

/** Opens a film with a player of its own. Where it has sound, that begins when the test lets it. */
function open(opened: Film, hasSound = false): void {
  now = 10_000;
  due = undefined;
  ready = true;
  heard = 0;
  film = opened;
  transport = createTransport();
  player = new Player({
    film: () => film,
    transport: { now: transport.getState, set: transport.setState },
    now: () => now,
    nextRepaint: (then) => {
      due = then;
      return () => (due = undefined);
    },
    sound: {
      start: () => (hasSound ? new Promise((resolve) => (sounding = resolve)) : Promise.resolve(false)),
      stop: () => undefined,
      heard: () => heard,
      frame: () => undefined,
    },
    isReady: () => ready,
  });
}

/** The next repaint, so many milliseconds later, and all that was put off until then. */
async function repaint(after: number): Promise<void> {
  now += after;
  const then = due;
  due = undefined;
  then?.(now);
  // Whether there is a sound to wait for is known a few steps later.
  for (let i = 0; i < 5; i++) await Promise.resolve();
}

const frame = (): number => transport.getState().frame;

/** Presses play and waits until the clock runs. */
async function start(...how: Parameters<Player['play']>): Promise<void> {
  player.play(...how);
  await repaint(16);
  await repaint(16);
}

beforeEach(() => open(filmOf([[1]])));

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
          player.goTo(from % frames);
          // On the last frame it starts over.
          const first = frame() === frames - 1 ? 0 : frame();
          await start();
          let passed = 0;
          for (const each of list) {
            await repaint(each);
            passed += each;
            const ticks = Math.floor((passed * rate.num) / rate.den / 1000 + 1e-6);
            expect(frame()).toBe((first + ticks) % frames);
            expect(player.place()).toBeCloseTo((first + (passed * rateNumber(rate)) / 1000) % frames, 6);
          }
        },
      ),
      { numRuns: 80 },
    );
  });

  it('counts the poses that were not shown in their time', async () => {
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
        expect(transport.getState().report?.dropped).toBe(last + 1 - shown.size);
      }),
      { numRuns: 60 },
    );
  });

  it('ends on the last frame where it is not to go around, and says so once', async () => {
    open(filmOf([[4, 4]]));
    const ended = vi.fn();
    await start(undefined, { once: true, onEnd: ended });
    await repaint(290);
    expect(frame()).toBe(6);
    await repaint(5000);
    expect([frame(), transport.getState().playing, ended.mock.calls.length]).toEqual([7, false, 1]);
    await repaint(5000);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('waits for its pictures, but not for ever', async () => {
    open(filmOf([[1, 1, 1, 1]]));
    ready = false;
    player.play();
    for (let i = 0; i < 9; i++) await repaint(100);
    expect(frame()).toBe(0);
    ready = true;
    await repaint(16);
    await repaint(16);
    await repaint(90);
    expect(frame()).toBe(2);
    open(filmOf([[1, 1, 1, 1]]));
    ready = false;
    player.play();
    for (let i = 0; i < 15; i++) await repaint(100);
    expect(transport.getState().playing).toBe(true);
    expect(frame()).toBeGreaterThan(0);
  });

  it('goes on from the frame on screen at another speed or rate, and from where it is put', async () => {
    open(filmOf([[100]]));
    await start();
    await repaint(500);
    expect(frame()).toBe(12);
    transport.setState({ speed: 2 });
    for (const each of [16, 16, 16]) await repaint(each);
    await repaint(500);
    expect(frame()).toBe(36);
    player.goTo(80);
    await repaint(16);
    await repaint(16);
    await repaint(250);
    expect(frame()).toBe(92);
    player.pause();
    // As fast as the film, whichever speed is set: what is recorded to it goes by it.
    player.goTo(0);
    await start(undefined, { ownSpeed: true });
    await repaint(500);
    expect(frame()).toBe(12);
  });

  it('follows what is heard where there is sound, and mixes it anew where the film changes', async () => {
    open(filmOf([[100]]), true);
    player.play();
    for (let i = 0; i < 4; i++) await repaint(200);
    // The sound is not ready: nothing moves.
    expect([frame(), player.place()]).toEqual([0, undefined]);
    sounding(true);
    await repaint(0);
    await repaint(16);
    heard = 500;
    await repaint(1);
    expect([frame(), player.place()]).toEqual([12, 12]);
    film = { ...film, title: 'Another' };
    await repaint(16);
    heard = 0;
    await repaint(16);
    sounding(true);
    await repaint(0);
    await repaint(16);
    heard = 250;
    await repaint(16);
    expect(frame()).toBe(18);
  });

  it('a sound that comes after all was stopped starts nothing', async () => {
    open(filmOf([[100]]), true);
    player.play();
    await repaint(16);
    const late = sounding;
    player.pause();
    player.play();
    await repaint(16);
    late(true);
    for (let i = 0; i < 3; i++) await repaint(16);
    heard = 500;
    await repaint(16);
    expect([frame(), player.place()]).toEqual([0, undefined]);
  });
});

describe('dragging', () => {
  it('a playhead that is dragged shows each pose that it passes, and is there after eight repaints', async () => {
    open(filmOf([Array.from({ length: 60 }, () => 3)]));
    const seen: number[] = [];
    transport.subscribe((state, before) => state.frame !== before.frame && seen.push(state.frame));
    player.dragTo(16);
    for (let i = 0; i < 8; i++) await repaint(16);
    expect(seen).toEqual([3, 6, 9, 12, 16]);
    player.dragTo(160);
    for (let i = 0; i < 8; i++) await repaint(16);
    expect(frame()).toBe(160);
    player.dragTo(-50);
    for (let i = 0; i < 8; i++) await repaint(16);
    expect(frame()).toBe(0);
  });
});
