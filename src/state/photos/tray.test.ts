import { createWorkbench, enterWorkbench } from '../workbench';
import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Film, Photo } from '../../core/film/film';
import { startHistory } from '../../core/edits/history';
import { posesOf } from '../../core/film/items';
import { filmWith, photoNamed } from '../../core/film/random-films';
import { fileOf, shownSize } from '../../core/film/photo-picture';
import type { TrayFilter } from '../../core/film/tray';
import { undoEdit } from '../document/edit-film';
import { isSwapped, leaveOutOfSwap, matchBy, swapIn, swapPairs, useSwap } from './swap';
import {
  chooseAllPhotos,
  chooseNoPhotos,
  choosePhoto,
  choosePhotos,
  chosenPhotoIds,
  moveInTray,
  setTray,
  shownPhotos,
  toggleActive,
  useTray,
} from './tray';
import * as use from './use-photos';
import { openFilm, setDocument } from '../document/document';
import { selectionNow, setSelection } from '../selection/selection';
import { setShell } from '../shell/shell';
import { setTransport } from '../transport/transport';

const NAMES = ['p1', 'p2', 'p3', 'p4', 'p5', 'p6'];

const photo = (name: string, i: number, change: Partial<Photo> = {}): Photo => ({
  ...photoNamed(name),
  name: `${name}.jpg`,
  hash: `${i}`.repeat(64),
  ...change,
});

/** Photos 1 to 6, the first three as poses, the second twice. */
const film = (): Film => ({
  ...filmWith([['p1', 'p2', 'p3', 'p2'].map((photoId, i) => ({ id: `pose-${i}`, photoId, hold: 2 }))]),
  photos: NAMES.map((name, i) => photo(name, i, { cameInAt: i < 4 ? 1 : 2 })),
});

const open = (): Film => openFilm() as Film;
const shown = (): readonly string[] => shownPhotos().map(({ id }) => id);
const laid = (): string =>
  posesOf(open())
    .map(({ photoId }) => photoId[1])
    .join('');

beforeEach(() => {
  enterWorkbench(createWorkbench());
  setTray(useTray.getInitialState(), true);
  useSwap.setState({ swap: undefined });
  setShell({ phase: 'open' });
  setDocument({ history: startHistory(film()) });
});

describe('choosing in the tray', () => {
  it('with shift is all from the last one on, in the order shown, and with ctrl one more or less', () => {
    choosePhoto('p4', 'only');
    choosePhoto('p2', 'range');
    expect(chosenPhotoIds()).toEqual(['p2', 'p3', 'p4']);
    // From where it began, not from where it ended.
    choosePhoto('p6', 'range');
    expect(chosenPhotoIds()).toEqual(['p4', 'p5', 'p6']);
    choosePhoto('p5', 'toggle');
    choosePhoto('p1', 'toggle');
    expect(chosenPhotoIds()).toEqual(['p1', 'p4', 'p6']);
  });

  it('by keys stays within what is shown, whatever is pressed', () => {
    const keys = fc.array(
      fc.tuple(fc.integer({ min: -7, max: 7 }), fc.constantFrom('only' as const, 'range' as const)),
    );
    fc.assert(
      fc.property(
        fc.constantFrom('all' as const, 'used' as const, 'unused' as const),
        keys,
        (filter, list) => {
          setTray({ ...useTray.getInitialState(), filter });
          for (const [by, mode] of list) moveInTray(by, mode);
          const { active } = useTray.getState();
          if (list.length > 0) expect(shown()).toContain(active);
          expect(chosenPhotoIds().every((id) => shown().includes(id))).toBe(true);
          // A stretch without a gap.
          const places = chosenPhotoIds().map((id) => shown().indexOf(id));
          expect(places).toEqual(places.map((_, i) => (places[0] ?? 0) + i));
        },
      ),
    );
    toggleActive();
    chooseNoPhotos();
    expect(chosenPhotoIds()).toEqual([]);
  });

  it('keeps to what a filter shows', () => {
    const of = (filter: TrayFilter): readonly string[] => {
      setTray({ filter });
      return shown();
    };
    expect(of('used')).toEqual(['p1', 'p2', 'p3']);
    expect(of('unused')).toEqual(['p4', 'p5', 'p6']);
    expect(of('new')).toEqual(['p5', 'p6']);
    chooseAllPhotos();
    use.setPhotosAside();
    expect(of('aside')).toEqual(['p5', 'p6']);
    expect(of('unused')).toEqual(['p4']);
    // Photos of a film that was open before do not count.
    choosePhotos(['p1', 'gone']);
    expect(chosenPhotoIds()).toEqual(['p1']);
  });
});

describe('what is done with photos', () => {
  it('puts them before or behind the pose on screen, in tray order, and chooses the new poses', () => {
    choosePhotos(['p6', 'p5']);
    setTransport({ frame: 2 });
    use.insertPhotos('before');
    expect(laid()).toBe('156232');
    expect(selectionNow().chosen.size).toBe(2);
    use.insertPhotos('after');
    expect(laid()).toBe('15656232');
    undoEdit();
    undoEdit();
    expect(laid()).toBe('1232');
  });

  it('replaces one for all or one for each, and makes scenes', () => {
    expect([use.canReplace(1, 3), use.canReplace(3, 3), use.canReplace(2, 3), use.canReplace(1, 0)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    setSelection({ chosen: new Set(['pose-0', 'pose-3']) });
    choosePhotos(['p4']);
    use.replacePhotos();
    expect(laid()).toBe('4234');
    choosePhotos(['p5', 'p6']);
    use.replacePhotos();
    expect(laid()).toBe('5236');
    use.makeScene();
    expect(open().scenes.map(({ items }) => items.length)).toEqual([4, 2]);
  });

  it('sets aside with their poses, and brings both back; four quarter turns are none', () => {
    choosePhotos(['p2']);
    use.setPhotosAside();
    expect(laid()).toBe('13');
    undoEdit();
    expect(laid()).toBe('1232');
    const before = open().photos;
    const size = (): unknown => shownSize(open().photos[1] as Photo);
    use.turnPhotos(use.QUARTER_RIGHT);
    expect(size()).toEqual({ width: 1200, height: 1600 });
    use.turnPhotos(use.QUARTER_RIGHT);
    use.turnPhotos(use.MIRRORED);
    use.turnPhotos(use.MIRRORED);
    use.turnPhotos(use.QUARTER_LEFT);
    use.turnPhotos(use.QUARTER_LEFT);
    expect(open().photos.map(shownSize)).toEqual(before.map(shownSize));
  });
});

describe('retouched files', () => {
  const back = (name: string, hash: number, change = {}) => {
    const file = photo(name, hash);
    return { id: `back-${name}`, name: file.name, leftOut: false, photo: file, ...change };
  };

  it('take the places of their originals by name, but for those that are left out or are the same; the originals stay', () => {
    const rows = [back('p1', 7), back('p2', 1), back('p3', 8), back('other', 9)];
    useSwap.setState({ swap: { filmId: 'film', rows, by: 'name', complete: true } });
    leaveOutOfSwap('back-p3', true);
    const { swap } = useSwap.getState();
    if (!swap) throw new Error('no swap');
    expect(swapPairs(open(), swap).map((pair) => [pair.photo?.id, pair.same, isSwapped(pair)])).toEqual([
      ['p1', false, true],
      ['p2', true, false],
      ['p3', false, false],
      [undefined, false, false],
    ]);
    swapIn();
    expect(
      open()
        .photos.map((each) => fileOf(each).hash[0])
        .join(''),
    ).toBe('712345');
    expect(open().photos[0]?.hash).toBe('0'.repeat(64));
    expect(useSwap.getState().swap).toBeUndefined();
    choosePhotos(['p1']);
    use.showAsTheyCame();
    expect(
      open()
        .photos.map((each) => fileOf(each).hash[0])
        .join(''),
    ).toBe('012345');
  });

  it('are matched by number where that is wished, and change nothing in a film that is open elsewhere', () => {
    const rows = [back('final_4', 7)];
    useSwap.setState({ swap: { filmId: 'film', rows, by: 'name', complete: true } });
    swapIn();
    expect(open()).toEqual(film());
    matchBy('number');
    setDocument({ canWrite: false });
    swapIn();
    expect(open()).toEqual(film());
    setDocument({ canWrite: true });
    swapIn();
    expect(
      open()
        .photos.map((each) => fileOf(each).hash[0])
        .join(''),
    ).toBe('012745');
  });
});
