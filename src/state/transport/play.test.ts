import fc from 'fast-check';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { startHistory } from '../../core/edits/history';
import type { Film } from '../../core/film/film';
import { filmOf, filmsWithCycles } from '../../core/film/random-films';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { setDocument } from '../document/document';
import { setSelection } from '../selection/selection';
import { createWorkbench, enterWorkbench } from '../workbench';
import { goTo, goToEnd, pause, playAround, playChosen, stepFrames, stepPoses } from './play';
import { transportNow } from './transport';

beforeEach(() => {
  vi.stubGlobal('requestAnimationFrame', () => 0);
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
});
afterEach(() => {
  pause();
  vi.unstubAllGlobals();
});

const open = (film: Film): void => {
  pause();
  enterWorkbench(createWorkbench());
  setDocument({ history: startHistory(film) });
};
const frame = (): number => transportNow().frame;

const films = filmsWithCycles.filter((film) => scheduleOf(film).frames > 0);

it('plays the chosen poses with what lies between, or two seconds around the pose on screen', () => {
  open(filmOf([Array.from({ length: 100 }, () => 2)]));
  setSelection({ chosen: new Set(['0.10', '0.12']) });
  playChosen();
  expect(transportNow().playSpan).toEqual({ from: 20, to: 26 });
  expect(frame()).toBe(20);
  pause();
  goTo(101);
  playAround();
  expect(transportNow().playSpan).toEqual({ from: 52, to: 150 });
  pause();
  goTo(3);
  playAround();
  expect(transportNow().playSpan).toEqual({ from: 0, to: 52 });
  expect(transportNow().playing).toBe(true);
});

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
