import fc from 'fast-check';
import { orderBy as naturalOrder } from 'natural-orderby';
import { describe, expect, test } from 'vitest';
import { exchangeEdit, moveBefore, removeEdit, reverseEdit, shiftByOne } from './arrange';
import { copiedPoses, duplicateEdit, pasteEdit } from './copy-edits';
import { makeCycleEdit, takePassOutEdit, unrollEdit } from './cycle-edits';
import { joinSceneEdit, splitSceneEdit } from './scene-edits';
import type { Result } from '../time/result';
import {
  holdEach,
  takeOut,
  type CollectionName,
  type Edit,
  type ListName,
  type Lists,
  type Patches,
} from './edit';
import type { Moment } from '../film/moment';
import type { Sound } from '../film/sound';
import { applyEdit } from './apply-edit';
import { invertEdit } from './invert-edit';
import { restoreEdit, swapEdit, writtenOutEdit } from './retouch-edits';
import { bringBackEdit, insertEdit, newSceneEdit, replaceEdit, setAsideEdit, turnEdit } from './use-photos';
import type { Orientation } from '../picture/orientation';
import { CYCLE_WAYS, type Film, type Photo } from '../film/film';
import { chosenItems, isCycle, posesIn, posesOf } from '../film/items';
import { amend, perform, redo, startHistory, undo } from './history';
import { DEFAULT_LAY_OUT, layOutEdit } from './lay-out';
import { inNumberOrder, runningNumber } from '../film/numbering';
import { fileOf, shownSize, turnOf } from '../film/photo-picture';
import { matchRetouched } from '../film/retouch/match-retouched';
import { writtenFiles } from '../film/retouch/written-names';
import { placeCueEdit } from './cue-edits';
import { momentAt } from '../film/moments';
import { filmOf, filmsWithCycles, freshId, photoNamed, picks } from '../film/random-films';
import { keepSeconds } from './retime/change-rate';
import { fitEdit } from './retime/fit';
import { scheduleOf } from '../film/schedule';

const photo = photoNamed;

const ids = (film: Film): string[] => posesOf(film).map((pose) => pose.id);
const order = (film: Film): string[] => ids(film);

/** What some numbers make of each collection of a film: a further collection does not compile without a way to edit it here. */
const PLAIN_EDITS: { readonly [C in CollectionName]: (film: Film, n: number, fresh: string) => Edit } = {
  film: (_, __, fresh) => ({ kind: 'patch', of: 'film', patch: { title: fresh } }),
  settings: (_, n) => ({ kind: 'patch', of: 'settings', patch: { defaultHold: 1 + (n % 5), width: 640 } }),
  range: (film, n) => ({
    kind: 'patch',
    of: 'range',
    patch: { out: n % 3 ? someMoment(film, n) : undefined },
  }),
  mix: (_, n) => ({
    ...{ kind: 'patch', of: 'mix' },
    patch: { gain: n % 7, stepBack: n % 2 ? { amount: -9, attack: 0, release: 1 } : undefined },
  }),
  flags: (film, n, fresh) => {
    const at = someMoment(film, n);
    const to = at && ({ id: `flag${n % 3}`, label: fresh, kind: 'note', colour: 'rust', at } as const);
    return { kind: 'set', of: 'flags', things: [{ id: `flag${n % 3}`, to: n % 5 ? to : undefined }] };
  },
  sounds: (_, n, fresh) => {
    const id = `sound${n % 3}`;
    return { kind: 'set', of: 'sounds', things: [{ id, to: n % 5 ? someSound(id, fresh) : undefined }] };
  },
  cues: (film, n, fresh) =>
    n % 4
      ? placeCueEdit(film, {
          ...{ id: `cue${n % 3}`, sound: someSound('sound0', fresh), laneId: 'music' },
          at: (n * 997) % 90_000,
        })
      : takeOut('cues', [`cue${n % 3}`]),
  photos: (film, n, fresh) =>
    someOfList('photos', film.photos, n, photo(fresh), (each) => ({
      setAside: each.setAside ? undefined : true,
    })),
  scenes: (film, n, fresh) =>
    someOfList('scenes', film.scenes, n, { id: fresh, name: fresh, items: [] }, () => ({
      ...{ name: fresh, colour: n % 2 ? 'moss' : undefined },
    })),
  lanes: (film, n, fresh) =>
    someOfList('lanes', film.lanes, n, { id: fresh, name: fresh, kind: 'music', level: 0 }, () => ({
      ...{ level: -(n % 9), muted: n % 3 ? true : undefined },
    })),
  items: (film, n, fresh) => {
    const scene = film.scenes[n % film.scenes.length];
    const gap = { parentId: scene?.id ?? '', index: n % ((scene?.items.length ?? 0) + 1) };
    const ids = posesOf(film).map(({ id }) => id);
    const id = ids[n % Math.max(1, ids.length)] ?? '';
    // A cycle is never left without poses: it goes with its last one.
    const whole = chosenItems(film, [id]).map(({ item }) => item.id);
    switch (n % 4) {
      case 0:
        return {
          kind: 'insert',
          of: 'items',
          places: [{ item: { id: fresh, photoId: 'a', hold: 1 }, ...gap }],
        };
      case 1:
        return { kind: 'remove', of: 'items', ids: whole };
      case 2:
        return moveBefore(film, [id], gap);
      default: {
        const crop = n % 5 ? { x: (n % 7) / 7, y: 0.5, size: 0.5 } : undefined;
        const patch = { hold: 1 + (n % 9), photoId: 'b', crop, placing: n % 3 ? 'fill' : undefined } as const;
        return { kind: 'patch', of: 'items', patches: [{ id, patch }] };
      }
    }
  },
  strokes: (film, n, fresh) => {
    const photo = film.photos[n % Math.max(1, film.photos.length)];
    const strokes = film.photos.flatMap((each) => fileOf(each).strokes ?? []);
    const stroke = strokes[(n >> 3) % Math.max(1, strokes.length)];
    const place = { parentId: photo?.id ?? 'none', index: n % 4 };
    const points = [(n % 9) / 9, 0.5, 1, 0.25, 0.75, 0.5, 0.5, 0.5, 1];
    const from =
      n % 3
        ? ({ kind: 'plate', photoId: 'b', map: [1, 0, 0, 1, 0, 0] } as const)
        : ({ kind: 'photo' } as const);
    const item = {
      id: fresh,
      points,
      from,
      shape: n % 5 ? 'brush' : 'keep',
      size: 0.1,
      softness: 0.5,
    } as const;
    const id = stroke?.id ?? 'none';
    const edits = [
      { kind: 'insert', of: 'strokes', places: [{ item, ...place }] },
      { kind: 'insert', of: 'strokes', places: [{ item, ...place }] },
      { kind: 'remove', of: 'strokes', ids: [id] },
      { kind: 'move', of: 'strokes', moves: photo ? [{ id, ...place }] : [] },
      { kind: 'patch', of: 'strokes', patches: [{ id, patch: { softness: 0, light: undefined } }] },
    ] as const;
    return edits[n % edits.length] as Edit;
  },
  layers: (film, n, fresh) =>
    someOfList('layers', film.layers, n, { id: fresh, name: fresh }, () => ({
      ...{ opacity: n % 100, off: n % 2 ? true : undefined },
    })),
  drawings: (_, n, fresh) => {
    const id = `drawing${n % 3}`;
    const marks = [
      { id: fresh, kind: 'pencil', colour: '#000000', points: [n % 9, 0, 1], width: 2 },
    ] as const;
    const to = { id, layerId: `layer${n % 2}`, width: 640, height: 480, marks };
    return { kind: 'set', of: 'drawings', things: [{ id, to: n % 5 ? to : undefined }] };
  },
  marks: (film, n, fresh) => {
    const { id: parentId = 'none', marks = [] } = film.drawings[n % Math.max(1, film.drawings.length)] ?? {};
    const id = marks[(n >> 3) % Math.max(1, marks.length)]?.id ?? 'none';
    const item = { id: fresh, kind: 'area', colour: '#ffffff', rings: [[0, 0, n % 9, 0, 9, 9]] } as const;
    const edits = [
      { kind: 'insert', of: 'marks', places: [{ item, parentId, index: n % 4 }] },
      { kind: 'remove', of: 'marks', ids: [id] },
      { kind: 'move', of: 'marks', moves: film.drawings.length > 0 ? [{ id, parentId, index: n % 3 }] : [] },
      { kind: 'patch', of: 'marks', patches: [{ id, patch: { colour: '#abcdef', opacity: undefined } }] },
    ] as const;
    return edits[n % edits.length] as Edit;
  },
};

const COLLECTION_NAMES = Object.keys(PLAIN_EDITS) as readonly CollectionName[];

const someMoment = (film: Film, n: number): Moment | undefined =>
  momentAt(scheduleOf(film), n % Math.max(1, scheduleOf(film).frames));

const someSound = (id: string, name: string): Sound => ({
  ...{ id, name, hash: '0', type: '', bytes: 1, channels: 1, sampleRate: 8000, samples: 9000 },
});

function someOfList<L extends Exclude<ListName, 'items'>>(
  of: L,
  list: readonly { readonly id: string }[],
  n: number,
  added: Lists[L],
  patchOf: (thing: Lists[L]) => Patches[L],
): Edit {
  const at = (n >> 2) % Math.max(1, list.length);
  const thing = list[at] as Lists[L] | undefined;
  const edits = [
    { kind: 'insert', of, places: [{ item: added, index: at }] },
    { kind: 'remove', of, ids: thing && list.length > 1 ? [thing.id] : [] },
    { kind: 'move', of, moves: thing ? [{ id: thing.id, index: (n >> 4) % list.length }] : [] },
    { kind: 'patch', of, patches: thing ? [{ id: thing.id, patch: patchOf(thing) }] : [] },
  ];
  // A collection that is one of several by its type is one of them here.
  return edits[n % 4] as unknown as Edit;
}

/** An edit that makes sense for a film, drawn from numbers. */
function someEdit(film: Film, kind: number, picks: readonly number[], n: number, fresh: string): Edit {
  const poses = ids(film);
  const newId = freshId;
  const chosen = [
    ...new Set(picks.filter(() => poses.length > 0).map((p) => poses[p % poses.length] as string)),
  ];
  const scene = film.scenes[n % film.scenes.length];
  const sceneId = scene?.id ?? 's0';
  const photos = film.photos
    .filter((_, i) => picks.some((p) => p % film.photos.length === i))
    .map(({ id }) => id);
  const gap = { parentId: sceneId, index: n % ((scene?.items.length ?? 0) + 1) };
  const cycles = film.scenes.flatMap(({ items }) => items.filter(isCycle));
  const cycleId = cycles[n % Math.max(1, cycles.length)]?.id ?? '';
  const way = CYCLE_WAYS[n % 3] ?? 'forward';
  const nothing: Edit = { kind: 'batch', edits: [] };
  const done = (made: Result<Edit>): Edit => (made.ok ? made.value : nothing);
  if (kind % 2 === 1) {
    const name = COLLECTION_NAMES[(kind >> 1) % COLLECTION_NAMES.length] as CollectionName;
    return PLAIN_EDITS[name](film, n, fresh);
  }
  switch ((kind >> 1) % 21) {
    case 0:
      return holdEach(chosen.map((poseId, i) => ({ poseId, hold: 1 + ((n + i) % 9) })));
    case 1:
      return removeEdit(film, chosen);
    case 2:
      return moveBefore(film, chosen, gap);
    case 3:
      return shiftByOne(film, chosen, n % 2 ? 1 : -1);
    case 4:
      return turnEdit(film, photos, ((n % 8) + 1) as Orientation);
    case 5:
      return setAsideEdit(film, photos);
    case 6:
      return bringBackEdit(film, photos, newId);
    case 7:
      return insertEdit(film, photos, gap, newId);
    case 8:
      return newSceneEdit(film, photos, newId);
    case 9:
      return (
        replaceEdit(film, chosen, n % 2 ? photos : photos.slice(0, 1)) ?? {
          kind: 'patch',
          of: 'film',
          patch: { title: fresh },
        }
      );
    case 10:
      return n % 2
        ? swapEdit(
            film,
            photos.map((photoId) => ({ photoId, file: photo(`mended-${photoId}`) })),
          )
        : restoreEdit(film, photos);
    case 11:
      return reverseEdit(film, chosen);
    case 12:
      return exchangeEdit(film, chosen) ?? duplicateEdit(film, chosen, newId) ?? nothing;
    case 13:
      return done(makeCycleEdit(film, chosen, { times: 1 + (n % 4), way, endsTwice: n % 2 === 0 }, newId));
    case 14:
      return done(unrollEdit(film, cycleId, newId));
    case 15:
      return done(takePassOutEdit(film, cycleId, n % 3, newId));
    case 16:
      return { kind: 'patch', of: 'items', patches: [{ id: cycleId, patch: { times: 1 + (n % 5), way } }] };
    case 17:
      return pasteEdit(film, copiedPoses(film, chosen), gap, newId);
    case 18:
      return done(n % 2 ? joinSceneEdit(film, sceneId) : splitSceneEdit(film, chosen[0] ?? '', newId));
    case 19:
      return n % 2
        ? (keepSeconds(film, { num: 10 + (n % 50), den: 1 }, n % 3 ? 'drop' : 'grow', newId)?.edit ?? nothing)
        : (fitEdit(film, chosen, 1 + (n % 90), newId)?.edit ?? nothing);
    default:
      return layOutEdit(
        film,
        [`new${n}-${fresh}`, `new${n + 2}-${fresh}`].map((name) => ({
          id: name,
          name,
          photo: photo(name),
          leftOut: false,
        })),
        { ...DEFAULT_LAY_OUT, place: n % 2 ? 'end' : 'number', gaps: n % 3 ? 'hold' : 'scene' },
        newId,
      );
  }
}

const chains = fc.array(fc.tuple(fc.nat(), fc.array(fc.nat(), { minLength: 1, maxLength: 5 }), fc.nat()), {
  maxLength: 14,
});

describe('edits', () => {
  test('each is taken back exactly, and leaves the film it was given as it was', () => {
    fc.assert(
      fc.property(filmsWithCycles, fc.nat(), picks, fc.nat(), (film, kind, picks, n) => {
        const before = structuredClone(film);
        const edit = someEdit(film, kind, picks, n, 'fresh');
        const after = applyEdit(film, edit);
        expect(film).toEqual(before);
        expect(applyEdit(after, invertEdit(film, edit))).toEqual(before);
      }),
      { numRuns: 1000 },
    );
  });

  test('undo of any chain gives back the same film, redo the changed one', () => {
    fc.assert(
      fc.property(filmsWithCycles, chains, (film, chain) => {
        let history = startHistory(film);
        chain.forEach(([kind, picks, n], i) => {
          const edit = someEdit(history.film, kind, picks, n, `f${i}`);
          history = (i % 3 === 2 ? amend : perform)(history, edit);
        });
        const changed = history.film;
        let back = history;
        for (let i = 0; i < chain.length; i++) back = undo(back);
        expect(back.film).toEqual(film);
        for (let i = 0; i < chain.length; i++) back = redo(back);
        expect(back.film).toEqual(changed);
      }),
    );
  });

  test('moving and moving back is the identity, and no pose is lost on the way', () => {
    fc.assert(
      fc.property(
        filmsWithCycles,
        fc.array(fc.nat(), { minLength: 1, maxLength: 5 }),
        fc.nat(),
        (film, picks, n) => {
          const edit = someEdit(film, 4, picks, n, '');
          const moved = applyEdit(film, edit);
          expect(order(moved).sort()).toEqual(order(film).sort());
          expect(applyEdit(moved, invertEdit(film, edit))).toEqual(film);
        },
      ),
    );
  });

  test('chosen poses land together, in their order, where they were dropped', () => {
    const film = filmOf([
      [1, 1, 1, 1, 1],
      [1, 1],
    ]);
    const moved = (poses: string[], scene: string, index: number): string[] =>
      order(applyEdit(film, moveBefore(film, poses, { parentId: scene, index })));
    expect(moved(['0.0', '0.3'], 's0', 3)).toEqual(['0.1', '0.2', '0.0', '0.3', '0.4', '1.0', '1.1']);
    expect(moved(['0.4', '0.1'], 's1', 1)).toEqual(['0.0', '0.2', '0.3', '1.0', '0.1', '0.4', '1.1']);
    expect(moved(['0.0'], 's0', 0)).toEqual(order(film));
    const later = order(applyEdit(film, shiftByOne(film, ['0.1', '0.4'], 1)));
    expect(later).toEqual(['0.0', '0.2', '0.1', '0.3', '0.4', '1.0', '1.1']);
  });
});

describe('photos', () => {
  const film = filmOf([[1, 2, 3, 4], [5]]);
  let next = 0;
  const newId = (): string => `new${next++}`;
  const shown = (each: Film): string[] =>
    each.scenes.map((scene) =>
      posesIn(scene.items)
        .map(({ photoId, hold }) => `${photoId}${hold}`)
        .join(' '),
    );

  test('are set aside and brought back by number, put in where asked, shown in place of others', () => {
    expect(shown(film)).toEqual(['b1 a2 b3 a4', 'b5']);
    const aside = applyEdit(film, setAsideEdit(film, ['a']));
    expect(shown(aside)).toEqual(['b1 b3', 'b5']);
    expect(aside.photos.map((each) => each.setAside)).toEqual([true, undefined]);
    // `a` comes before all that is there by number: in front of the first pose, with the film's hold.
    const back = applyEdit(aside, bringBackEdit(aside, ['a', 'b'], newId));
    expect(shown(back)).toEqual(['a2 b1 b3', 'b5']);
    expect(back.photos).toEqual(film.photos);
    const put = applyEdit(aside, insertEdit(aside, ['b', 'a'], { parentId: 's0', index: 1 }, newId));
    expect(shown(put)).toEqual(['b1 a2 b2 b3', 'b5']);
    expect(put.photos).toEqual(film.photos);
    expect(shown(applyEdit(film, newSceneEdit(film, ['a'], newId)))).toEqual(['b1 a2 b3 a4', 'b5', 'a2']);
    const replaced = replaceEdit(film, ['0.0', '1.0'], ['a', 'b']);
    expect(replaced && shown(applyEdit(film, replaced))).toEqual(['a1 a2 b3 a4', 'b5']);
    expect(replaceEdit(film, ['0.0', '0.1', '0.2'], ['a', 'b'])).toBeUndefined();
  });

  test('written out and swapped: by name or number, each for its own, turned as it was', () => {
    const photos = ['HORSE_7.JPG', 'HORSE_08.JPG', 'BOOTH_8.JPG'].map((name) => photo(name));
    expect(writtenFiles(photos, 'film', 'Fair').map(({ fileName }) => fileName)).toEqual([
      'Fair_0001.png',
      'Fair_0002.png',
      'Fair_0003.png',
    ]);
    const two = writtenFiles(photos.slice(0, 2), 'file', 'Fair');
    expect(two.map(({ fileName }) => fileName)).toEqual(['HORSE_7.JPG', 'HORSE_08.JPG']);
    const start = { ...film, photos: [...film.photos, ...photos] };
    const turned = applyEdit(start, turnEdit(start, ['HORSE_7.JPG'], 6));
    const out = applyEdit(turned, writtenOutEdit(two));
    const returned = ['horse_7.tif', '0008.png', 'HORSE_0007.png', 'x.png'].map((name) => ({
      id: name,
      name,
    }));
    // Two photos have the number 8; the one that was written out is meant.
    expect([...matchRetouched(out.photos, returned, 'number')]).toEqual([
      ['horse_7.tif', { photoId: 'HORSE_7.JPG' }],
      ['0008.png', { photoId: 'HORSE_08.JPG' }],
      ['HORSE_0007.png', { why: 'taken' }],
      ['x.png', { why: 'none' }],
    ]);
    expect(matchRetouched(turned.photos, returned, 'number').get('0008.png')).toEqual({ why: 'several' });
    expect([...matchRetouched(out.photos, returned, 'name').values()].filter((each) => each.photoId)).toEqual(
      [{ photoId: 'HORSE_7.JPG' }],
    );
    const swapped = applyEdit(
      out,
      swapEdit(out, [{ photoId: 'HORSE_7.JPG', file: { ...photo('mended'), width: 1200, height: 1600 } }]),
    );
    const mended = swapped.photos.find((each) => each.id === 'HORSE_7.JPG') as Photo;
    expect(mended).toMatchObject({ name: 'HORSE_7.JPG', turn: 6, retouched: { name: 'mended', turn: 6 } });
    expect(shownSize(mended)).toEqual({ width: 1600, height: 1200 });
    // A picture as the film shows it is turned already.
    const asShown = applyEdit(turned, writtenOutEdit(writtenFiles(photos, 'film', 'Fair')));
    const flat = applyEdit(asShown, swapEdit(asShown, [{ photoId: 'HORSE_7.JPG', file: photo('flat') }]));
    expect(turnOf(flat.photos.find((each) => each.id === 'HORSE_7.JPG') as Photo)).toBe(1);
    const own = applyEdit(swapped, restoreEdit(swapped, ['HORSE_7.JPG']));
    expect(own.photos.find((each) => each.id === 'HORSE_7.JPG')).toEqual({
      ...photo('HORSE_7.JPG'),
      turn: 6,
    });
  });
});

describe('numbers in names', () => {
  test('a person counts 2 before 10, wherever the number stands and starts', () => {
    const names = ['IMG_10.jpg', 'IMG_2.JPG', 'img_9.jpg', 'IMG_0011.jpg', 'IMG_100.jpg'];
    expect(inNumberOrder(names, (n) => n)).toEqual([
      'IMG_2.JPG',
      'img_9.jpg',
      'IMG_10.jpg',
      'IMG_0011.jpg',
      'IMG_100.jpg',
    ]);
    expect(inNumberOrder(['take2_001.png', 'take1_002.png', 'take10_001.png'], (n) => n)).toEqual([
      'take1_002.png',
      'take2_001.png',
      'take10_001.png',
    ]);
    expect(runningNumber('shot 12 b.jpg')).toBe(12n);
    expect(runningNumber('9007199254740993.jpg')).toBe(9007199254740993n);
    expect(runningNumber('none.jpg')).toBeUndefined();
  });

  test('the order agrees with Intl.Collator and a reference library, whatever the order of arrival', () => {
    const number = fc.integer({ min: 0, max: 20_000 });
    const names = fc
      .tuple(
        fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 12 }), number)),
        fc.integer({ min: 0, max: 6 }),
      )
      .map(([pairs, padding]) => [
        ...new Set(pairs.map(([take, n]) => `take ${take} PICT${String(n).padStart(padding, '0')}.JPG`)),
      ]);
    fc.assert(
      fc.property(names, (list) => {
        const expected = [...list].sort(new Intl.Collator('en', { numeric: true }).compare);
        const own = inNumberOrder(list, (n) => n);
        expect(own).toEqual(expected);
        expect(own).toEqual(naturalOrder(list));
        expect(inNumberOrder([...list].reverse(), (n) => n)).toEqual(expected);
      }),
    );
  });
});
