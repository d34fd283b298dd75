import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { reverseEdit } from './arrange';
import { applyEdit } from './apply-edit';
import { makeCycleEdit, parsePasses, takePassOutEdit, unrollEdit } from './cycle-edits';
import type { Edit } from './edit';
import { trimSceneEdit } from './scene-edits';
import type { Cycle, Film } from '../film/film';
import { gapAt } from './gap-at';
import { isCycle, placesOf, posesOf } from '../film/items';
import { placedFlags, placeOf, momentAt, spanOf } from '../film/moments';
import { perform, startHistory, undo } from './history';
import { filmOf, filmsWithCycles, freshId, picks, rolledOut, rolledOutFilm } from '../film/random-films';
import { poseAt, scheduleOf, showingAt, showingOf, showingsBetween } from '../film/schedule';

const edited = (film: Film, change: { ok: true; value: Edit } | { ok: false; problem: string }): Film => {
  if (!change.ok) throw new Error(change.problem);
  return applyEdit(film, change.value);
};

const shownIds = (film: Film): string[] =>
  [...showingsBetween(scheduleOf(film), 0, scheduleOf(film).frames)].map(({ pose }) => pose.id);

const cyclesOf = (film: Film): Cycle[] => {
  const found: Cycle[] = [];
  const look = (items: Film['scenes'][number]['items']): void => {
    for (const item of items) {
      if (!isCycle(item)) continue;
      found.push(item);
      look(item.items);
    }
  };
  for (const scene of film.scenes) look(scene.items);
  return found;
};

describe('a schedule of cycles within cycles, not rolled out', () => {
  test('names the same pose for every frame and every place as the rolled-out film', () => {
    fc.assert(
      fc.property(filmsWithCycles, (film) => {
        const plan = scheduleOf(film);
        const all = rolledOutFilm(film);
        expect(plan.count).toBe(all.length);
        const seen = new Map<string, number>();
        let start = 0;
        all.forEach((pose, index) => {
          const showing = seen.get(pose.id) ?? 0;
          seen.set(pose.id, showing + 1);
          const expected = { pose, index, start, end: start + pose.hold, showing };
          expect(showingAt(plan, index)).toMatchObject(expected);
          expect(poseAt(plan, start)).toMatchObject(expected);
          expect(poseAt(plan, start + pose.hold - 1)).toMatchObject(expected);
          expect(showingOf(plan, pose.id, showing)).toMatchObject(expected);
          if (showing === 0) expect(plan.firsts.get(pose.id)).toMatchObject(expected);
          start += pose.hold;
        });
        expect(plan.frames).toBe(start);
        for (const { pose, showings } of plan.poses) expect(showings).toBe(seen.get(pose.id));
        expect(plan.poses.map((each) => each.pose.id).sort()).toEqual([...seen.keys()].sort());
        for (const { cycle, start: from, end, passFrames } of plan.cycles) {
          expect(end - from).toBe(passFrames * cycle.times);
          const frames = rolledOut([cycle]).reduce((sum, pose) => sum + pose.hold, 0);
          expect(end - from).toBe(frames);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('there and back is 2n poses, or 2n − 2 with the ends shown once (common practice)', () => {
    const film = filmOf([[1, 2, 3, 4]]);
    const made = (endsTwice: boolean): string[] =>
      shownIds(
        edited(
          film,
          makeCycleEdit(
            film,
            posesOf(film).map((pose) => pose.id),
            { times: 2, way: 'there-and-back', endsTwice },
            freshId,
          ),
        ),
      );
    const there = ['0.0', '0.1', '0.2', '0.3'];
    expect(made(true)).toEqual([...there, ...[...there].reverse(), ...there, ...[...there].reverse()]);
    const once = [...there, '0.2', '0.1'];
    expect(made(false)).toEqual([...once, ...once]);
  });

  test('unrolled, or with one pass taken out, a cycle shows the same photos for the same time', () => {
    const told = (film: Film): string[] =>
      rolledOutFilm(film).map(({ photoId, hold }) => `${photoId}${hold}`);
    fc.assert(
      fc.property(filmsWithCycles, fc.nat(), fc.nat(), (film, which, pass) => {
        const cycles = cyclesOf(film);
        const cycle = cycles[which % Math.max(1, cycles.length)];
        if (!cycle) return;
        const unrolled = edited(film, unrollEdit(film, cycle.id, freshId));
        expect(placesOf(unrolled, [cycle.id])).toEqual([]);
        const taken = edited(film, takePassOutEdit(film, cycle.id, pass % cycle.times, freshId));
        for (const changed of [unrolled, taken]) {
          const ids = posesOf(changed).map(({ id }) => id);
          expect(new Set(ids).size).toBe(ids.length);
          // A flag on any frame stays there, whatever becomes of its pose.
          const at = momentAt(scheduleOf(film), pass % Math.max(1, scheduleOf(film).frames));
          const flag = at && ({ id: 'f', label: '', kind: 'note', colour: 'moss', at } as const);
          const flagged = flag ? { ...film, flags: [flag] } : film;
          const edit =
            changed === unrolled
              ? unrollEdit(flagged, cycle.id, freshId)
              : takePassOutEdit(flagged, cycle.id, pass % cycle.times, freshId);
          const after = edited(flagged, edit);
          expect(placedFlags(after, scheduleOf(after))[0]?.frame).toBe(at?.frame);
          // Within an outer cycle shown backwards or there and back, plain poses turn as the cycle did.
          expect(told(changed)).toEqual(told(film));
        }
      }),
    );
  });

  test('ten thousand passes cost what one costs; more than a day is refused in a sentence', () => {
    const film = filmOf([[2, 2]]);
    const all = ['0.0', '0.1'];
    const shape = { times: 10_000, way: 'forward', endsTwice: false } as const;
    const long = edited(film, makeCycleEdit(film, all, shape, freshId));
    const plan = scheduleOf(long);
    expect(plan).toMatchObject({ frames: 40_000, count: 20_000 });
    expect(plan.poses).toHaveLength(2);
    expect(poseAt(plan, 39_999)).toMatchObject({ pose: { id: '0.1' }, showing: 9999, showings: 10_000 });
    // 40,000 frames at 24 are 28 minutes: fifty of them are 23 hours, a hundred 46.
    const outer = (times: number): string => {
      const made = makeCycleEdit(long, all, { ...shape, times }, freshId);
      return made.ok ? 'made' : made.problem;
    };
    expect(outer(50)).toBe('made');
    expect(outer(100)).toMatch(/would last 46 hours; 24 are the most.*fewer passes/);
    expect(outer(10_000)).toMatch(/hours; 24 are the most/);
    const [cycle] = cyclesOf(long);
    const problems = ['0', '10001', '-1', '1.5', 'many', ''].map((typed) => {
      const read = parsePasses(typed);
      return read.ok ? 'read' : read.problem;
    });
    expect(problems.map((words) => /show nothing|the most|not a number/.exec(words)?.[0])).toEqual([
      'show nothing',
      'the most',
      'not a number',
      'not a number',
      'not a number',
      'not a number',
    ]);
    expect(unrollEdit(long, cycle?.id ?? '', freshId).ok).toBe(true);
    // Twice that is more than can be written down, whole or one pass of it, or cut through by a trim.
    const twice = edited(long, makeCycleEdit(long, all, { ...shape, times: 2 }, freshId));
    const outermost = edited(twice, makeCycleEdit(twice, all, { ...shape, times: 3 }, freshId));
    const id = outermost.scenes[0]?.items[0]?.id ?? '';
    for (const refused of [
      unrollEdit(outermost, id, freshId),
      takePassOutEdit(outermost, id, 1, freshId),
      trimSceneEdit(outermost, 's0', { from: 3, to: 100_000 }, freshId),
    ]) {
      expect(refused.ok ? 'done' : refused.problem).toMatch(/20,000 can be unrolled/);
    }
  });
});

test('what is put into a gap is shown beside the pose that the gap was next to, whichever way cycles go', () => {
  fc.assert(
    fc.property(filmsWithCycles, fc.double({ min: 0, max: 1, noNaN: true }), (film, part) => {
      const plan = scheduleOf(film);
      const at = part * plan.frames;
      const over = poseAt(plan, Math.floor(at));
      const gap = gapAt(film, plan, at);
      if (!over || !gap) return;
      const item = { id: 'new', photoId: 'a', hold: 1 };
      const shown = shownIds(applyEdit(film, { kind: 'insert', of: 'items', places: [{ item, ...gap }] }));
      const beside = gap.frame === over.end ? 1 : -1;
      expect(shown.some((id, i) => id === over.pose.id && shown[i + beside] === 'new')).toBe(true);
    }),
    { numRuns: 500 },
  );
});

test('reversing twice is the identity, and turns the order of what is chosen', () => {
  fc.assert(
    fc.property(filmsWithCycles, picks, (film, numbers) => {
      const poses = posesOf(film).map((pose) => pose.id);
      if (poses.length === 0) return;
      const chosen = [...new Set(numbers.map((n) => poses[n % poses.length] as string))];
      const once = applyEdit(film, reverseEdit(film, chosen));
      expect(applyEdit(once, reverseEdit(once, chosen))).toEqual(film);
    }),
  );
  const film = filmOf([[1, 2, 3, 4]]);
  const turned = applyEdit(film, reverseEdit(film, ['0.0', '0.1', '0.3']));
  expect(shownIds(turned)).toEqual(['0.3', '0.1', '0.2', '0.0']);
});

describe('moments', () => {
  test('a flag keeps to its pose through any change, comes loose where it stood, and undo mends it', () => {
    const film = filmOf([[4, 4, 4], [4]]);
    const at = momentAt(scheduleOf(film), 9);
    if (!at) throw new Error('no moment');
    const flag = { id: 'f', label: 'clop', kind: 'contact', colour: 'ochre', at } as const;
    const flagged = perform(startHistory(film), {
      kind: 'set',
      of: 'flags',
      things: [{ id: 'f', to: flag }],
    });
    const where = (each: Film): unknown => {
      const [placed] = placedFlags(each, scheduleOf(each));
      return placed && [placed.frame, placed.loose];
    };
    expect(where(flagged.film)).toEqual([9, false]);
    const longer = perform(flagged, {
      kind: 'patch',
      of: 'items',
      patches: [{ id: '0.0', patch: { hold: 10 } }],
    });
    expect(where(longer.film)).toEqual([15, false]);
    const gone = perform(longer, { kind: 'remove', of: 'items', ids: ['0.2'] });
    expect(where(gone.film)).toEqual([15, true]);
    expect(undo(gone).film).toEqual(longer.film);
    // In a cycle the pass counts: with one pass less it stands in the last there is.
    const cycled = perform(startHistory(film), {
      kind: 'batch',
      edits: [
        { kind: 'remove', of: 'items', ids: ['0.0', '0.1'] },
        {
          kind: 'insert',
          of: 'items',
          places: [
            {
              item: {
                id: 'c',
                items: film.scenes[0]?.items.slice(0, 2) ?? [],
                times: 3,
                way: 'forward',
                endsTwice: false,
              },
              parentId: 's0',
              index: 0,
            },
          ],
        },
      ],
    }).film;
    const third = momentAt(scheduleOf(cycled), 22);
    expect(third).toMatchObject({ poseId: '0.1', offset: 2, showing: 2 });
    const two = applyEdit(cycled, {
      kind: 'patch',
      of: 'items',
      patches: [{ id: 'c', patch: { times: 2 } }],
    });
    expect(third && placeOf(scheduleOf(two), third)).toEqual({ frame: 14, loose: false });
  });

  test('in and out points part the film; the wrong way round they count as exchanged', () => {
    const film = filmOf([[2, 2, 2, 2]]);
    const plan = scheduleOf(film);
    const [at2, at5] = [momentAt(plan, 2), momentAt(plan, 5)];
    expect(spanOf(plan, { in: at2, out: at5 })).toEqual({ from: 2, to: 6 });
    expect(spanOf(plan, { out: at2 })).toEqual({ from: 0, to: 3 });
    expect(spanOf(plan, { in: at5, out: at2 })).toEqual({ from: 2, to: 6 });
    expect(spanOf(scheduleOf(filmOf([[]])), {})).toEqual({ from: 0, to: 0 });
  });
});
