import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { rate, RATE_PRESETS, type Rate } from '../../time/rate';
import { frameToSeconds } from '../../time/frames';
import { applyEdit } from '../apply-edit';
import type { Film } from '../../film/film';
import { posesIn, posesOf } from '../../film/items';
import { momentAt, placedFlags } from '../../film/moments';
import { filmOf, filmsWithCycles, freshId, rolledOutFilm } from '../../film/random-films';
import { sequenceOf } from '../../film/sequence';
import { scheduleOf, showingAt, showingsBetween } from '../../film/schedule';
import { keepHolds, keepSeconds, type RateChange, type TooShort } from './change-rate';
import { evenly } from './evenly';
import { fitEdit } from './fit';
import { shares } from './shares';

const holds = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 30 });

const allOf = (film: Film): string[] => posesOf(film).map((pose) => pose.id);

const holdsOf = (film: Film): number[] => rolledOutFilm(film).map((pose) => pose.hold);

describe('shares', () => {
  test('come to exactly the total, each at least one, and keep the order of the weights', () => {
    fc.assert(
      fc.property(holds, fc.nat({ max: 500 }), (weights, more) => {
        const total = weights.length + more;
        const given = shares(weights, total);
        expect(given.reduce((a, b) => a + b, 0)).toBe(total);
        expect(Math.min(...given)).toBeGreaterThanOrEqual(1);
        weights.forEach((a, i) =>
          weights.forEach((b, j) => {
            if (a > b) expect(given[i]).toBeGreaterThanOrEqual(given[j] as number);
          }),
        );
        const sum = weights.reduce((a, b) => a + b, 0);
        // Where nobody has to be raised to one, nobody is further than one from the exact part.
        if (weights.every((weight) => weight * total >= sum)) {
          given.forEach((share, i) =>
            expect(Math.abs(share - ((weights[i] as number) * total) / sum)).toBeLessThan(1),
          );
        }
      }),
    );
    expect(shares([2, 2, 2, 2], 10)).toEqual([2, 3, 2, 3]);
    expect(() => shares([1, 1, 1], 2)).toThrow(RangeError);
  });

  test('what is left out lies evenly between', () => {
    expect(evenly(10, 5)).toEqual([1, 3, 5, 7, 9]);
    expect(evenly(4, 4)).toEqual([0, 1, 2, 3]);
    expect(evenly(5, 1)).toEqual([2]);
  });
});

describe('fit', () => {
  test('gives any run with cycles exactly the length asked for, and can say what that costs', () => {
    fc.assert(
      fc.property(filmsWithCycles, fc.integer({ min: 1, max: 400 }), (film, wanted) => {
        const [scene] = film.scenes;
        if (!scene || scene.items.length === 0) return;
        const one = { ...film, scenes: [scene] };
        const fit = fitEdit(one, allOf(one), wanted, freshId);
        if (!fit) throw new Error('not fitted');
        const after = applyEdit(one, fit.edit);
        expect(sequenceOf(after.scenes[0]?.items ?? []).frames).toBe(wanted);
        expect(fit).toMatchObject({ before: sequenceOf(scene.items).frames, after: wanted });
        const shown = sequenceOf(scene.items).count;
        expect(fit.dropped).toBe(Math.max(0, shown - wanted));
        if (fit.unrolled === 0 && fit.dropped === 0) expect(allOf(after)).toEqual(allOf(one));
        expect(rolledOutFilm(after)).toHaveLength(shown - fit.dropped);
      }),
    );
  });

  test('values of common practice', () => {
    // 40 s at double speed is 20 s: 1,000 photos on ones at 25, half of which find no room.
    const many = filmOf([Array.from({ length: 1000 }, () => 1)]);
    expect(fitEdit(many, allOf(many), 500, freshId)).toMatchObject({
      before: 1000,
      after: 500,
      dropped: 500,
    });
    const twos = filmOf([Array.from({ length: 500 }, () => 2)]);
    const half = fitEdit(twos, allOf(twos), 500, freshId);
    expect(half).toMatchObject({ dropped: 0, unrolled: 0 });
    expect(new Set(half && holdsOf(applyEdit(twos, half.edit)))).toEqual(new Set([1]));
    // 37 photos of an eighth of a second are 4.625 s: 111 frames at 24.
    expect(frameToSeconds(37 * 3, rate(24))).toBe(4.625);
    const eighths = filmOf([Array.from({ length: 37 }, () => 5)]);
    const fitted = fitEdit(eighths, allOf(eighths), 111, freshId);
    expect(new Set(fitted && holdsOf(applyEdit(eighths, fitted.edit)))).toEqual(new Set([3]));
  });

  test('a flag on a later pass of a cycle keeps to its showing when the fit unrolls it', () => {
    const items = filmOf([[2, 3]]).scenes[0]?.items ?? [];
    const cycle = { id: 'c', items, times: 3, way: 'forward', endsTwice: false } as const;
    const film = { ...filmOf([[1]]), scenes: [{ id: 's0', name: '', items: [cycle] }] };
    // Frame 8 is the second of the second pose's second showing.
    const at = momentAt(scheduleOf(film), 8);
    if (!at) throw new Error('no moment');
    const flag = { id: 'f', label: '', kind: 'note', colour: 'moss', at } as const;
    const flagged = { ...film, flags: [flag] };
    const fit = fitEdit(flagged, allOf(flagged), 31, freshId);
    expect(fit).toMatchObject({ unrolled: 1, dropped: 0 });
    const after = applyEdit(flagged, fit?.edit ?? { kind: 'batch', edits: [] });
    const fourth = showingAt(scheduleOf(after), 3);
    expect(placedFlags(after, scheduleOf(after))[0]).toMatchObject({
      frame: (fourth?.start ?? 0) + 1,
      loose: false,
    });
  });

  test('a run within a scene leaves the rest alone; fewer frames than scenes cannot be', () => {
    const film = filmOf([[2, 4, 6, 2], [3]]);
    const fit = fitEdit(film, ['0.1', '0.2'], 5, freshId);
    expect(fit && holdsOf(applyEdit(film, fit.edit))).toEqual([2, 2, 3, 2, 3]);
    expect(fitEdit(film, ['0.1', '1.0'], 1, freshId)).toBeUndefined();
    expect(fitEdit(film, [], 5, freshId)).toBeUndefined();
  });
});

describe('another rate', () => {
  const rates = fc.constantFrom(...RATE_PRESETS);
  const at = (film: Film, r: Rate): Film => ({ ...film, settings: { ...film.settings, rate: r } });
  const kept = (film: Film, to: Rate, short: TooShort = 'grow'): RateChange => {
    const change = keepSeconds(film, to, short, freshId);
    if (!change) throw new Error('too long to be unrolled');
    return change;
  };
  const holdsAfter = (film: Film, change: RateChange): number[] => holdsOf(applyEdit(film, change.edit));

  test('with seconds kept no pose starts more than half a frame from where it did, nor does the end', () => {
    fc.assert(
      fc.property(filmsWithCycles, rates, rates, (shape, from, to) => {
        const film = at(shape, from);
        const plan = scheduleOf(film);
        const change = kept(film, to, 'drop');
        const after = applyEdit(film, change.edit);
        const result = scheduleOf(after);
        expect(change.frames).toBe(result.frames);
        const half = frameToSeconds(0.5, to) + 1e-9;
        const end = frameToSeconds(plan.frames, from);
        // Where every pose has room for its frame.
        const room = rolledOutFilm(film).every(
          (pose) => frameToSeconds(pose.hold, from) >= frameToSeconds(1, to),
        );
        if (room) {
          expect(change.tooShort).toBe(0);
          expect(result.count).toBe(plan.count);
          const starts = [...showingsBetween(plan, 0, plan.frames)].map((each) =>
            frameToSeconds(each.start, from),
          );
          [...showingsBetween(result, 0, result.frames)].forEach(({ start }, i) =>
            expect(Math.abs(frameToSeconds(start, to) - (starts[i] as number))).toBeLessThanOrEqual(half),
          );
        }
        expect(Math.abs(frameToSeconds(result.frames, to) - end)).toBeLessThanOrEqual(half);
      }),
      { numRuns: 300 },
    );
  });

  test('keeps holds or seconds as asked; what falls below a frame is dropped or makes the film grow', () => {
    const film = at(
      filmOf([
        [1, 1, 1, 1],
        [2, 4],
      ]),
      rate(24),
    );
    expect(holdsAfter(film, keepHolds(film, rate(12)))).toEqual([1, 1, 1, 1, 2, 4]);
    expect(keepHolds(film, rate(12)).seconds).toBeCloseTo(10 / 12, 9);
    expect(holdsAfter(film, kept(film, rate(48)))).toEqual([2, 2, 2, 2, 4, 8]);
    const down = kept(film, rate(12), 'drop');
    expect(down).toMatchObject({ tooShort: 2, frames: 5 });
    expect(holdsOf(applyEdit(film, down.edit))).toEqual([1, 1, 1, 2]);
    const grown = kept(film, rate(12), 'grow');
    expect(grown).toMatchObject({ tooShort: 2, frames: 7 });
    expect(holdsOf(applyEdit(film, grown.edit))).toEqual([1, 1, 1, 1, 1, 2]);
  });

  test('a cycle stays one where its passes stay equal, else it is unrolled and that is said', () => {
    const cycle = {
      id: 'c',
      items: filmOf([[2, 2]]).scenes[0]?.items ?? [],
      times: 3,
      way: 'forward' as const,
      endsTwice: false,
    };
    const film = at({ ...filmOf([[1]]), scenes: [{ id: 's0', name: '', items: [cycle] }] }, rate(24));
    const twice = kept(film, rate(48), 'grow');
    expect(twice.unrolled).toBe(0);
    expect(posesIn(applyEdit(film, twice.edit).scenes[0]?.items ?? [])).toHaveLength(2);
    const other = kept(film, rate(25), 'grow');
    expect(other).toMatchObject({ unrolled: 1, frames: 13 });
    // Too many passes to be written down: the seconds cannot be kept, the holds can.
    const longer = {
      ...film,
      scenes: [
        {
          id: 's0',
          name: '',
          items: [{ ...cycle, items: [{ ...cycle, id: 'd', times: 10_000 }], times: 2 }],
        },
      ],
    };
    expect(keepSeconds(longer, rate(25), 'grow', freshId)).toBeUndefined();
    expect(keepSeconds(longer, rate(48), 'grow', freshId)).toMatchObject({ unrolled: 0 });
    expect(fitEdit(longer, allOf(longer), 100, freshId)).toBeUndefined();
  });
});
