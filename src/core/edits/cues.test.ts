import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { frameToSample } from '../time/frames';
import type { Result } from '../time/result';
import { placeCues, type PlacedCue } from '../film/cue-place';
import { holdEdit, removeEdit, reverseEdit } from './arrange';
import { applyEdit } from './apply-edit';
import {
  contactEdit,
  duplicateCuesEdit,
  holdCuesEdit,
  markCuesEdit,
  moveCuesEdit,
  nudgeCuesEdit,
  placeCueEdit,
  raiseCuesEdit,
  reverseCuesEdit,
  splitCuesEdit,
  trimCueEdit,
  trimCuesEdit,
} from './cue-edits';
import { fadeWithFilmEdit } from './fade-with-film';
import { makeCycleEdit, unrollEdit } from './cycle-edits';
import { copiedPoses, cutPoses, duplicateEdit, pasteEdit } from './copy-edits';
import type { Edit } from './edit';
import { duplicateSceneEdit } from './scene-edits';
import type { Film, Flag } from '../film/film';
import { perform, startHistory, undo } from './history';
import { isCycle, posesOf } from '../film/items';
import { placedFlags } from '../film/moments';
import { laneFor } from '../film/lane-for';
import { filmOf, filmsWithCycles, freshId, picks } from '../film/random-films';
import { keepHolds, keepSeconds } from './retime/change-rate';
import { fitEdit } from './retime/fit';
import { planMix, voicesBetween } from '../mix/mix-plan';
import { scheduleOf, showingOf, showingsBetween } from '../film/schedule';
import type { Sound } from '../film/sound';

const sound: Sound = {
  id: 'clop',
  name: 'clop.wav',
  hash: '1'.repeat(64),
  type: 'audio/wav',
  bytes: 1,
  channels: 1,
  sampleRate: 48_000,
  samples: 48_000,
};

const withSound = (film: Film): Film => ({ ...film, sounds: [sound] });
const done = (film: Film, edit: Edit): Film => applyEdit(film, edit);
/** A film with the sound laid in as cue `id`, its sample `by` on a frame. */
const laid = (film: Film, frame: number, by?: number, id = 'cue'): Film =>
  done(
    film,
    placeCueEdit(film, { id, sound, laneId: 'effects', at: frameToSample(frame, film.settings.rate), by }),
  );
const only = (film: Film, id = 'cue'): PlacedCue => {
  const place = placeCues(film).find(({ cue }) => cue.id === id);
  if (!place) throw new Error('no cue');
  return place;
};
const ok = (outcome: Result<Edit>): Edit => {
  if (!outcome.ok) throw new Error(outcome.problem);
  return outcome.value;
};

/** Samples from the start of the showing that a cue is tied to until the moment that is tied. */
function distance(film: Film): number | 'loose' {
  const { cue, start, loose, showing } = only(film);
  if (cue.pin.to === 'time' || loose) return 'loose';
  const here = showingOf(scheduleOf(film), cue.pin.at.poseId, showing);
  if (!here) return 'loose';
  return start + cue.pin.by - cue.from - frameToSample(here.start, film.settings.rate);
}

/** Some edit of poses, by numbers. */
function someEdit(film: Film, kind: number, numbers: readonly number[], n: number): Edit {
  const all = posesOf(film).map((pose) => pose.id);
  const chosen = [...new Set(numbers.map((each) => all[each % Math.max(1, all.length)] ?? ''))].filter(
    Boolean,
  );
  const nothing: Edit = { kind: 'batch', edits: [] };
  const orNothing = (made: Result<Edit> | undefined): Edit => (made?.ok ? made.value : nothing);
  switch (kind % 7) {
    case 0:
      return holdEdit(chosen, 1 + (n % 9));
    case 1:
      return removeEdit(film, chosen);
    case 2:
      return reverseEdit(film, chosen);
    case 3:
      return orNothing(
        makeCycleEdit(film, chosen, { times: 1 + (n % 3), way: 'there-and-back', endsTwice: false }, freshId),
      );
    case 4:
      return {
        kind: 'move',
        of: 'scenes',
        moves: [{ id: film.scenes[0]?.id ?? '', index: n % film.scenes.length }],
      };
    case 5:
      return fitEdit(film, chosen, 1 + (n % 60), freshId)?.edit ?? nothing;
    default: {
      const cycle = film.scenes.flatMap((scene) => scene.items).find(isCycle);
      return orNothing(cycle && unrollEdit(film, cycle.id, freshId));
    }
  }
}

describe('a pin', () => {
  test('keeps the distance of its cue to its pose through every edit, or the cue is loose where it sounded; undo mends it', () => {
    fc.assert(
      fc.property(filmsWithCycles, fc.nat(), fc.nat(), picks, fc.nat(), (shape, where, kind, numbers, n) => {
        const { frames } = scheduleOf(shape);
        if (frames === 0) return;
        const film = laid(withSound(shape), where % frames, 1000);
        const before = distance(film);
        const history = perform(startHistory(film), someEdit(film, kind, numbers, n));
        const after = distance(history.film);
        // What fits or unrolls makes other poses of the same pictures: their cues keep their place in the picture.
        if (after === 'loose') expect(only(history.film).start).toBe(only(film).start);
        else if (kind % 7 < 5) expect(after).toBe(before);
        expect(undo(history).film).toEqual(film);
      }),
      { numRuns: 500 },
    );
  });

  test('is a sample of the sound on the first sample of a frame, at every rate', () => {
    fc.assert(
      fc.property(fc.constantFrom(24, 25, 12, 30, 60), fc.nat(40), fc.nat(47_999), (num, frame, by) => {
        const base = filmOf([Array.from({ length: 20 }, () => 3)]);
        const film = withSound({
          ...base,
          settings: { ...base.settings, rate: { num: num * 1000, den: 1001 } },
        });
        const place = only(laid(film, frame, by));
        expect(place.start + by).toBe(frameToSample(frame, film.settings.rate));
      }),
    );
  });

  test('follows its pose at another rate, whether holds or seconds are kept', () => {
    const film = laid(withSound(filmOf([[4, 4, 4, 4]])), 9);
    const slower = done(film, keepHolds(film, { num: 12, den: 1 }).edit);
    expect(only(slower).start).toBe(frameToSample(9, { num: 12, den: 1 }));
    const kept = keepSeconds(film, { num: 48, den: 1 }, 'grow', freshId);
    expect(only(done(film, kept?.edit ?? { kind: 'batch', edits: [] })).start).toBe(only(film).start);
  });

  test('in a cycle holds at one pass, or at every one', () => {
    const film = withSound(filmOf([[2, 2, 2]]));
    const cycle = makeCycleEdit(
      film,
      ['0.0', '0.1', '0.2'],
      { times: 3, way: 'forward', endsTwice: false },
      freshId,
    );
    const once = laid(done(film, ok(cycle)), 2);
    expect(placeCues(once).map(({ start }) => start)).toEqual([4000]);
    const every = done(once, holdCuesEdit(once, ['cue'], { to: 'pose', every: true }));
    expect(placeCues(every).map(({ start }) => start)).toEqual([4000, 16_000, 28_000]);
  });

  test('heard at a million passes a cue is counted, not written out, and mixed where it is heard', () => {
    // 8 passes of 3,000 passes of 3 poses, there and back, the outer backward: about a minute short of a day.
    const film = withSound(filmOf([[3, 2, 2]]));
    const inner = ok(
      makeCycleEdit(
        film,
        ['0.0', '0.1', '0.2'],
        { times: 9000, way: 'there-and-back', endsTwice: false },
        freshId,
      ),
    );
    const once = done(film, inner);
    const outer = ok(
      makeCycleEdit(
        once,
        posesOf(once).map(({ id }) => id),
        { times: 20, way: 'backward', endsTwice: false },
        freshId,
      ),
    );
    const laidIn = laid(done(once, outer), 4, 0);
    const every = done(laidIn, holdCuesEdit(laidIn, ['cue'], { to: 'pose', every: true }));
    const places = placeCues(every);
    expect(places).toHaveLength(1);
    const { showings } = places[0] as PlacedCue;
    const { pin } = only(every).cue;
    const shown = pin.to === 'pose' ? scheduleOf(every).firsts.get(pin.at.poseId)?.showings : 0;
    expect(showings?.count).toBe(shown);
    expect(shown).toBeGreaterThan(100_000);
    // Against what showing by showing is said by the schedule, anywhere in the film.
    const plan = planMix(every);
    const { frames } = scheduleOf(every);
    for (const from of [0, 999, Math.floor(frames / 2), frames - 40]) {
      const heard = voicesBetween(
        plan,
        frameToSample(from, every.settings.rate),
        frameToSample(from + 30, every.settings.rate),
      );
      const starts = heard.map(({ start }) => start / 2000).filter((at) => at >= from);
      const wanted = [...showingsBetween(scheduleOf(every), from, Math.min(frames, from + 30))]
        .filter(({ pose, start }) => pin.to === 'pose' && pose.id === pin.at.poseId && start >= from)
        .map(({ start }) => start + (pin.to === 'pose' ? pin.at.offset : 0))
        .filter((at) => at < from + 30);
      expect(starts).toEqual(wanted);
      expect(heard.length).toBeLessThanOrEqual(64 + 30);
    }
  });

  test('written out or counted a cue in a cycle sounds the same', () => {
    const shape = { times: 600, way: 'forward', endsTwice: false } as const;
    const film = withSound(filmOf([[2, 2, 2]]));
    const cycled = laid(done(film, ok(makeCycleEdit(film, ['0.0', '0.1', '0.2'], shape, freshId))), 2);
    const counted = done(cycled, holdCuesEdit(cycled, ['cue'], { to: 'pose', every: true }));
    const fewer = done(counted, {
      kind: 'patch',
      of: 'items',
      patches: [{ id: counted.scenes[0]?.items[0]?.id ?? '', patch: { times: 400 } }],
    });
    const heard = (now: Film): unknown =>
      voicesBetween(planMix(now), 500_000, 600_000).map(({ start, end, hash }) => [start, end, hash]);
    expect(placeCues(counted)).toHaveLength(1);
    expect(placeCues(fewer)).toHaveLength(400);
    expect(heard(counted)).toEqual(heard(fewer));
  });

  test('held at its time a cue stays; nothing is heard behind the film, a repeated one ends with it', () => {
    const film = laid(withSound(filmOf([[12, 12]])), 12);
    const held = done(film, holdCuesEdit(film, ['cue'], { to: 'time' }));
    const longer = done(held, holdEdit(['0.0'], 48));
    expect(only(longer).start).toBe(24_000);
    expect(only(film)).toMatchObject({ start: 24_000, end: 72_000, heardUntil: 48_000 });
    const looped = { ...longer, cues: longer.cues.map((cue) => ({ ...cue, to: 100, looped: true })) };
    expect(only(looped)).toMatchObject({ end: 120_000, heardUntil: 120_000 });
  });
});

describe('what is tied to poses', () => {
  const film = laid(laid(withSound(filmOf([[10, 10, 10], [10]])), 12), 24, undefined, 'later');
  const flag: Flag = {
    ...{ id: 'flag', label: 'here', kind: 'note', colour: 'moss' },
    at: { poseId: '0.1', offset: 3, showing: 0, frame: 13 },
  };
  const flagged = { ...film, flags: [flag] };
  const end = { parentId: 's1', index: 1 };

  test('goes along where poses are cut and pasted, also into another place in time; pasted again there are copies', () => {
    const cut = cutPoses(flagged, ['0.1']);
    const gone = perform(startHistory(flagged), removeEdit(flagged, ['0.1']));
    expect(only(gone.film).loose).toBe(true);
    const pasted = perform(gone, pasteEdit(gone.film, cut, end, freshId));
    // Frame 30 on: behind the ten of scene 2, two frames into the pose as before.
    expect(only(pasted.film)).toMatchObject({ start: 32 * 2000, loose: false });
    expect(placedFlags(pasted.film, scheduleOf(pasted.film))).toMatchObject([{ frame: 33, loose: false }]);
    expect(only(pasted.film, 'later').start).toBe(14 * 2000);
    const again = perform(pasted, pasteEdit(pasted.film, cut, end, freshId));
    expect(placeCues(again.film).map(({ start }) => start / 2000)).toEqual([14, 32, 42]);
    expect(again.film.flags).toHaveLength(1);
    expect(undo(undo(undo(again))).film).toEqual(flagged);
  });

  test('is copied along with copies: lines and effects; of music what is over before the poses are', () => {
    const long = { ...sound, id: 'waltz', samples: 10 * 48_000 };
    const withMusic = done(
      { ...film, sounds: [sound, long] },
      placeCueEdit(film, { id: 'music', sound: long, laneId: 'music', at: 0 }),
    );
    const starts = (now: Film): readonly number[] => placeCues(now).map(({ start }) => start / 2000);
    expect(starts(withMusic)).toEqual([0, 12, 24]);
    expect(starts(done(withMusic, duplicateEdit(withMusic, ['0.0', '0.1'], freshId) as Edit))).toEqual([
      0, 12, 32, 44,
    ]);
    expect(starts(done(withMusic, ok(duplicateSceneEdit(withMusic, 's0', freshId))))).toEqual([
      0, 12, 24, 42, 54,
    ]);
    const copied = pasteEdit(
      filmOf([[1]]),
      copiedPoses(film, ['0.1']),
      { parentId: 's0', index: 1 },
      freshId,
    );
    // Another film does not have the sound.
    expect(done(filmOf([[1]]), copied).cues).toEqual([]);
  });
});

describe('fading out with the film', () => {
  const long = withSound(filmOf([[24, 24]]));
  const faded = (film: Film): { cue: PlacedCue; short: number } => {
    const { edit, short } = fadeWithFilmEdit(film, new Set(['cue']));
    return { cue: only(done(film, edit)), short };
  };

  test('a cue goes on for as long as its sound has anything, and what is heard last fades', () => {
    const film = laid(long, 36);
    const trimmed = done(film, ok(trimCueEdit(film, 'cue', 'end', 80_000)));
    const { cue, short } = faded(trimmed);
    expect(cue).toMatchObject({ start: 72_000, end: 96_000, heardUntil: 96_000 });
    expect(cue.cue.fadeOut).toEqual({ samples: 72_000, curve: 'power' });
    expect(short).toBe(0);
    // What hangs over stays as it is, and so does a fade that was set.
    const own = { samples: 10, curve: 'straight' } as const;
    const set = done(film, markCuesEdit(film, ['cue'], 'Fade', { fadeOut: own }));
    expect(faded(set).cue).toMatchObject({ end: 120_000, cue: { fadeOut: own } });
  });

  test('one that ends before the film is told of; a repeated one reaches its end', () => {
    expect(faded(laid(long, 0)).short).toBe(1);
    const film = laid(long, 0);
    expect(faded(done(film, markCuesEdit(film, ['cue'], 'Repeat', { looped: true }))).short).toBe(0);
  });
});

describe('edits of cues', () => {
  const film = laid(withSound(filmOf([Array.from({ length: 30 }, () => 2)])), 10);
  const start = 20_000;

  test('move, nudge and contact put them where they are said to be', () => {
    expect(only(done(film, moveCuesEdit(film, ['cue'], 4000))).start).toBe(start + 4000);
    expect(only(done(film, moveCuesEdit(film, ['cue'], -1e6))).start).toBe(240 - 48_000);
    expect(only(done(film, nudgeCuesEdit(film, ['cue'], 1))).start).toBe(start + 2000);
    let nudged = film;
    for (let i = 0; i < 100; i++) nudged = done(nudged, nudgeCuesEdit(nudged, ['cue'], 0.01));
    expect(only(nudged).start).toBe(start + 2000);
    expect(only(done(film, contactEdit(film, 'cue', 5000, 20, 0))).start + 5000).toBe(40_000);
    expect(only(done(film, contactEdit(film, 'cue', 5000, 20, 1))).start + 5000).toBe(38_000);
    const { edit, ids } = duplicateCuesEdit(film, ['cue'], freshId);
    expect(only(done(film, edit), ids[0]).start).toBe(start + 48_000);
  });

  test('trimming leaves what is heard where it is, forward and backward, and never goes past the sound', () => {
    for (const turned of [film, done(film, reverseCuesEdit(film, ['cue']))]) {
      expect(only(turned).start).toBe(start);
      /** The sample of the sound that is heard at a place of the film. */
      const heardAt = (now: Film, at: number): number => {
        const { cue, start: from } = only(now);
        return cue.reversed ? cue.to - 1 - (at - from) : cue.from + at - from;
      };
      const front = done(turned, ok(trimCueEdit(turned, 'cue', 'start', start + 6000)));
      const both = done(front, ok(trimCueEdit(front, 'cue', 'end', start + 30_000)));
      expect(only(both)).toMatchObject({ start: start + 6000, end: start + 30_000 });
      expect(heardAt(both, start + 9000)).toBe(heardAt(turned, start + 9000));
      const out = done(both, ok(trimCueEdit(both, 'cue', 'end', 1e9)));
      expect(only(out).end).toBe(start + 48_000);
      const back = done(out, ok(trimCueEdit(out, 'cue', 'start', -1e9)));
      expect(only(back)).toMatchObject({ start, end: start + 48_000 });
      expect(heardAt(back, start + 9000)).toBe(heardAt(turned, start + 9000));
    }
  });

  test('several are trimmed by as much each, those too short for it excepted', () => {
    const both = done(film, placeCueEdit(film, { id: 'other', sound, laneId: 'dialogue', at: 3000 }));
    const front = done(both, ok(trimCuesEdit(both, ['cue', 'other'], 'start', 6000)));
    expect([only(front).start, only(front, 'other').start]).toEqual([start + 6000, 9000]);
    expect([only(front).end, only(front, 'other').end]).toEqual([start + 48_000, 51_000]);
    expect(trimCuesEdit(both, ['none'], 'end', 5)).toMatchObject({ ok: false });
  });

  test('split they go on as before; twice reversed they are as they were', () => {
    const split = done(film, ok(splitCuesEdit(film, ['cue'], start + 7000, () => 'second')));
    expect(only(split)).toMatchObject({ start, end: start + 7000 });
    expect(only(split, 'second')).toMatchObject({ start: start + 7000, end: start + 48_000 });
    expect(splitCuesEdit(film, ['cue'], 3, freshId)).toMatchObject({ ok: false });
    const once = done(film, reverseCuesEdit(film, ['cue']));
    expect(done(once, reverseCuesEdit(once, ['cue']))).toEqual(film);
  });
});

test('a sound is laid where most of its cues lie, a long one with the music, all else into the first lane', () => {
  const film = withSound(filmOf([[4, 4]]));
  const long = { ...sound, id: 'waltz', samples: 15 * 48_000 };
  expect(laneFor(film, sound)?.kind).toBe('dialogue');
  expect(laneFor(film, long)?.kind).toBe('music');
  expect(laneFor(laid(film, 2), sound)?.kind).toBe('effects');
  const often = ['b', 'c'].reduce(
    (so, id) => done(so, placeCueEdit(so, { id, sound, laneId: 'ambience', at: 0 })),
    laid(film, 2),
  );
  expect(laneFor(often, sound)?.kind).toBe('ambience');
  expect(laneFor({ ...film, lanes: film.lanes.filter((lane) => lane.kind === 'effects') }, long)?.kind).toBe(
    'effects',
  );
  expect(laneFor({ ...film, lanes: [] }, long)).toBeUndefined();
});

test('several cues are made louder by as much, each as far as it goes', () => {
  const two = laid(laid(withSound(filmOf([[12, 12]])), 0, undefined, 'low'), 12, undefined, 'high');
  const set = done(
    done(two, markCuesEdit(two, ['high'], '', { level: 8 })),
    markCuesEdit(two, ['low'], '', { level: -58 }),
  );
  const levels = (film: Film): (number | undefined)[] =>
    ['low', 'high'].map((id) => film.cues.find((cue) => cue.id === id)?.level);
  expect(levels(done(set, raiseCuesEdit(set, ['low', 'high'], 6)))).toEqual([-52, 12]);
  expect(levels(done(set, raiseCuesEdit(set, ['low', 'high'], -6)))).toEqual([-60, 2]);
  expect(raiseCuesEdit(set, ['low', 'high'], -6)).toMatchObject({ label: '2 cues softer' });
});
