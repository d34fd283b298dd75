import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { photosById, type Film, type Photo } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import { filmWith, photoNamed } from '../../../core/film/random-films';
import type { Stroke } from '../../../core/film/stroke';
import type { Affine } from '../../../core/picture/affine';
import type { StrokePath } from '../../../core/picture/paint/stroke';
import { evenChange } from '../../../core/picture/steps/light-change';
import { parseAmount } from '../../../core/time/amount';
import { err, ok } from '../../../core/time/result';
import * as workers from '../../../engine/browser/mend/mend-workers';
import { openFilm, setDocument } from '../../document/document';
import { redoEdit, undoEdit } from '../../document/edit-film';
import { openForTest } from '../../document/open-for-test';
import { setPlateShown } from '../../picture/shown-film';
import { said } from '../../shell/said-for-test';
import { setShell } from '../../shell/shell';
import { goTo } from '../../transport/play';
import { carryOn } from './carry-on';
import {
  deleteStrokes,
  moveStrokes,
  resizeStrokes,
  softenStrokes,
  strokeAt,
  togglePaint,
  unpaint,
} from './change-strokes';
import { layStroke } from './lay-stroke';
import {
  BRUSH_SIZE,
  chooseStrokes,
  paintNow,
  setPaint,
  setSource,
  softenBrush,
  toggleBack,
  usePaint,
  widenBrush,
} from './paint';
import { choosePlate, choosePlateHere, showPlate } from './plates';
import { ToldError } from '../../../core/time/told-error';

vi.mock('../../../engine/browser/mend/mend-workers', () => ({
  findPair: vi.fn(),
  findPairAmong: vi.fn(),
  findStrokeLight: vi.fn(),
  findAside: vi.fn(),
  findSnapped: vi.fn(),
  findFollowed: vi.fn(),
}));
const found = vi.mocked(workers);

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};
const photo = (name: string): Photo => photosById(film()).get(name) as Photo;
const strokesOf = (name: string): readonly Stroke[] => fileOf(photo(name)).strokes ?? [];

/** A brush stroke at a height of the photo. */
const brush = (y: number): StrokePath => ({
  ...{ shape: 'brush', size: 0.04, softness: 0.3 },
  points: [0.2, y, 1, 0.6, y, 1],
});
const outline = (...points: readonly number[]): StrokePath => ({
  ...{ shape: 'fill', size: 0.01, softness: 0, points },
});
const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];
const PAIR = { map: IDENTITY, light: evenChange(0.5), isFound: true };

let film_ = 0;

beforeEach(async () => {
  for (const each of Object.values(found)) (each as unknown as ReturnType<typeof vi.fn>).mockReset();
  found.findPair.mockResolvedValue(ok(PAIR));
  found.findPairAmong.mockResolvedValue(ok(PAIR));
  found.findStrokeLight.mockResolvedValue(ok(evenChange(0.25)));
  found.findAside.mockResolvedValue(ok({ right: 0.1, down: 0, light: evenChange(0) }));
  // Pairs that were looked for are remembered by their files: each test has its own.
  film_++;
  const photos = ['a', 'b', 'c', 'd', 'wall'].map((name) => ({
    ...photoNamed(`${name}${film_}`),
    ...{ id: name, name: `${name.toUpperCase()}.JPG` },
  }));
  const pose = (id: string, photoId: string) => ({ id, photoId, hold: 2 });
  await openForTest({
    ...filmWith([[pose('p1', 'a'), pose('p2', 'a'), pose('p3', 'b'), pose('p4', 'c'), pose('p5', 'd')]]),
    photos,
  });
  setDocument({ canWrite: true });
  setShell({ notices: [] });
  usePaint.setState(usePaint.getInitialState(), true);
  setPlateShown(false);
  goTo(0);
});
afterEach(() => expect(paintNow().waiting).toBe(0));

describe('a stroke', () => {
  it('paints in the clean plate of its scene, in the light around it; it is undone and done again', async () => {
    choosePlate('wall');
    expect(said()).toBe('WALL.JPG is the clean plate of Scene 0.');
    const laying = layStroke(brush(0.5));
    expect(paintNow().waiting).toBe(1);
    expect(await laying).toBe(true);
    const [stroke] = strokesOf('a');
    expect(stroke).toMatchObject({
      ...brush(0.5),
      from: { kind: 'plate', photoId: 'wall', map: IDENTITY },
      light: evenChange(0.25),
    });
    undoEdit();
    expect(strokesOf('a')).toEqual([]);
    redoEdit();
    expect(strokesOf('a')).toEqual([stroke]);
    // Of all but the subject the light of the whole is best.
    await layStroke({ ...outline(0.1, 0.1, 1, 0.9, 0.1, 1, 0.9, 0.9, 1), shape: 'keep' });
    expect(strokesOf('a')[1]?.light).toEqual(PAIR.light);
    expect(found.findStrokeLight).toHaveBeenCalledTimes(1);
    expect(found.findPair).toHaveBeenCalledTimes(1);
  });

  it('paints in the pose before or after that has another photo, what is around it, and the photo back', async () => {
    goTo(2);
    setSource('after');
    await layStroke(brush(0.2));
    setSource('around');
    await layStroke(brush(0.4));
    toggleBack();
    await layStroke(brush(0.6));
    toggleBack();
    expect(paintNow().source).toBe('around');
    expect(strokesOf('a').map(({ from }) => from)).toEqual([
      { kind: 'neighbour', photoId: 'b', map: IDENTITY },
      { kind: 'around', right: 0.1, down: 0 },
      { kind: 'photo' },
    ]);
    goTo(4);
    setSource('before');
    await layStroke(brush(0.2));
    expect(strokesOf('b')).toMatchObject([{ from: { photoId: 'a' } }]);
  });

  it('that cannot be laid says why, and changes nothing', async () => {
    const before = film();
    expect(await layStroke(brush(0.5))).toBe(false);
    setSource('before');
    await layStroke(brush(0.5));
    goTo(8);
    setSource('after');
    await layStroke(brush(0.5));
    goTo(0);
    await layStroke(outline(0.1, 0.1, 1, 0.2, 0.2, 1));
    await layStroke(brush(-0.5));
    await layStroke({ ...brush(0.5), points: [] });
    expect(said().split('\n')).toEqual([
      'Scene 0 has no clean plate yet. Show a photo of the empty set and choose it, or take another source.',
      'There is no pose with another photo before this one.',
      'There is no pose with another photo after this one.',
      'An outline needs three corners at least.',
      'That lies outside the picture: nothing was painted.',
      'Nothing was drawn.',
    ]);
    expect(film()).toBe(before);
    choosePlateHere();
    setSource('plate');
    await layStroke(brush(0.5));
    expect(said()).toContain('This photo is the clean plate itself: take another source.');
    setDocument({ canWrite: false });
    await layStroke(brush(0.5));
    expect(said()).toContain('This film is open in another tab.');
    expect(strokesOf('a')).toEqual([]);
  });

  it('whose light or place is not found says so; where the other picture lies elsewhere it is laid all the same', async () => {
    choosePlate('wall');
    found.findStrokeLight.mockResolvedValueOnce(err('It is all covered.'));
    expect(await layStroke(brush(0.5))).toBe(false);
    expect(said()).toContain('It is all covered.');
    setSource('after');
    found.findPair.mockResolvedValueOnce(err('Its picture is not there.'));
    expect(await layStroke(brush(0.5))).toBe(false);
    expect(said()).toContain('B.JPG cannot be painted in. Its picture is not there.');
    // It is looked for anew, and now it is laid by the middles.
    found.findPair.mockResolvedValueOnce(ok({ ...PAIR, isFound: false }));
    expect(await layStroke(brush(0.5))).toBe(true);
    expect(said()).toContain('B.JPG and A.JPG could not be aligned');
    found.findAside.mockRejectedValueOnce(new ToldError('The part that paints broke off.'));
    setSource('around');
    expect(await layStroke(brush(0.5))).toBe(false);
    expect(said()).toContain('The part that paints broke off.');
    expect(strokesOf('a')).toHaveLength(1);
  });

  it('comes to lie on edges where that is asked for, and as it was drawn where there is no picture', async () => {
    setSource('around');
    const drawn = outline(0.1, 0.1, 1, 0.5, 0.1, 1, 0.5, 0.5, 1);
    const snapped = [0.12, 0.12, 1, 0.48, 0.12, 1, 0.48, 0.48, 1];
    found.findSnapped.mockResolvedValueOnce(ok(snapped));
    await layStroke(drawn, true);
    found.findSnapped.mockResolvedValueOnce(err('There is no picture.'));
    await layStroke(drawn, true);
    await layStroke(brush(0.5), true);
    expect(strokesOf('a').map(({ points }) => points)).toEqual([snapped, drawn.points, brush(0.5).points]);
    expect(found.findSnapped).toHaveBeenCalledTimes(2);
  });

  it('is kept in the order in which hands drew, whatever takes longer', async () => {
    setSource('around');
    const slow = new Promise<Awaited<ReturnType<typeof workers.findAside>>>((resolve) =>
      setTimeout(() => resolve(ok({ right: 0.9, down: 0, light: evenChange(0) })), 30),
    );
    found.findAside.mockReturnValueOnce(slow);
    const laid = [layStroke(brush(0.1)), layStroke(brush(0.2)), layStroke(brush(0.3))];
    expect(paintNow().waiting).toBe(3);
    expect(await Promise.all(laid)).toEqual([true, true, true]);
    expect(strokesOf('a').map(({ points }) => points[1])).toEqual([0.1, 0.2, 0.3]);
  });

  it('of a film that was left meanwhile is not laid', async () => {
    setSource('around');
    let find: (aside: Awaited<ReturnType<typeof workers.findAside>>) => void = () => undefined;
    found.findAside.mockReturnValueOnce(new Promise((resolve) => (find = resolve)));
    const laying = layStroke(brush(0.5));
    await openForTest({ ...film(), id: 'other' });
    find(ok({ right: 0.1, down: 0, light: evenChange(0) }));
    expect(await laying).toBe(false);
    expect(strokesOf('a')).toEqual([]);
  });
});

describe('strokes that are chosen', () => {
  beforeEach(async () => {
    setSource('around');
    for (const y of [0.2, 0.5, 0.8]) await layStroke(brush(y));
    chooseStrokes([strokesOf('a')[1]?.id ?? '']);
  });

  it('are found where they lie, the upper one first, an outline by its edge', () => {
    expect(strokeAt(strokesOf('a'), 0.4, 0.5)?.id).toBe(strokesOf('a')[1]?.id);
    expect(strokeAt(strokesOf('a'), 0.4, 0.35)).toBeUndefined();
    const [low, high] = [strokesOf('a')[0] as Stroke, { ...(strokesOf('a')[0] as Stroke), id: 'high' }];
    expect(strokeAt([low, high], 0.4, 0.2)?.id).toBe('high');
    const kept = { ...low, ...outline(0.1, 0.1, 1, 0.3, 0.1, 1, 0.3, 0.3, 1), shape: 'keep' } as Stroke;
    expect(strokeAt([kept], 0.9, 0.9)).toBeUndefined();
    expect(strokeAt([kept], 2, 0.5)).toBeUndefined();
  });

  it('are softened, sized and deleted; without a choice that is said', () => {
    softenStrokes(50);
    resizeStrokes(0.1);
    expect(strokesOf('a').map(({ softness, size }) => [softness, size])).toEqual([
      [0.3, 0.04],
      [0.5, 0.1],
      [0.3, 0.04],
    ]);
    deleteStrokes();
    expect(strokesOf('a').map(({ points }) => points[1])).toEqual([0.2, 0.8]);
    expect(paintNow().chosen.size).toBe(0);
    deleteStrokes();
    expect(said()).toBe('No stroke is chosen.');
    for (let i = 0; i < 3; i++) undoEdit();
    expect(strokesOf('a').map(({ softness, size }) => [softness, size])).toEqual([
      [0.3, 0.04],
      [0.3, 0.04],
      [0.3, 0.04],
    ]);
  });

  it('are moved, and what they paint in is looked for where they are then; one key after the other', async () => {
    found.findAside.mockResolvedValue(ok({ right: 0.7, down: 0, light: evenChange(1) }));
    await Promise.all([moveStrokes(0.1, 0), moveStrokes(0, 0.05)]);
    const [, moved] = strokesOf('a');
    expect(moved?.points.map((each) => Math.round(each * 100) / 100)).toEqual([0.3, 0.55, 1, 0.7, 0.55, 1]);
    expect(moved).toMatchObject({ from: { kind: 'around', right: 0.7 }, light: evenChange(1) });
    undoEdit();
    expect(strokesOf('a')[1]?.points[1]).toBe(0.5);
  });

  it('are left out and shown again with all of the photo, and deleted with them', () => {
    togglePaint();
    expect(fileOf(photo('a')).mends?.paintOff).toBe(true);
    togglePaint();
    expect(fileOf(photo('a')).mends?.paintOff).toBeUndefined();
    unpaint();
    expect(strokesOf('a')).toEqual([]);
    unpaint();
    expect(said()).toBe('Nothing is painted on the chosen photos.');
    undoEdit();
    expect(strokesOf('a')).toHaveLength(3);
  });
});

describe('a clean plate', () => {
  it('is shown to be touched up, and then painted into from around', () => {
    showPlate(true);
    expect(said()).toBe('This scene has no clean plate yet: choose one, or make one.');
    choosePlate('wall');
    showPlate(true);
    expect(paintNow().source).toBe('around');
    showPlate(false);
  });

  it('that is another one tells how many strokes still paint in the one before', async () => {
    choosePlate('wall');
    await layStroke(brush(0.5));
    choosePlate('d');
    expect(said()).toContain(
      'D.JPG is the clean plate of Scene 0. 1 stroke still paints in the plate before it.',
    );
    choosePlate(undefined);
    expect(film().scenes[0]?.plate).toBeUndefined();
  });
});

describe('strokes that are carried on', () => {
  const followed = (isSure: boolean) =>
    ok([{ points: [0.3, 0.5, 1, 0.7, 0.5, 1], isSure, cost: 0 }]) as unknown as Awaited<
      ReturnType<typeof workers.findFollowed>
    >;
  beforeEach(async () => {
    choosePlate('wall');
    await layStroke(brush(0.5));
    setShell({ notices: [] });
    found.findFollowed.mockResolvedValue(followed(true));
  });

  it('follow what they cover to all photos behind, in one step', async () => {
    await carryOn();
    expect(['b', 'c', 'd'].map((name) => strokesOf(name).length)).toEqual([1, 1, 1]);
    expect(strokesOf('b')).toMatchObject([
      { points: [0.3, 0.5, 1, 0.7, 0.5, 1], from: { kind: 'plate', photoId: 'wall' } },
    ]);
    expect(said()).toBe('Carried on to 3 photos.');
    undoEdit();
    expect(['a', 'b', 'c', 'd'].map((name) => strokesOf(name).length)).toEqual([1, 0, 0, 0]);
  });

  it('go no further than was asked, and not where it is not sure, which is said', async () => {
    setPaint({ carryTo: 2 });
    found.findFollowed.mockResolvedValueOnce(followed(false));
    await carryOn();
    expect(['b', 'c', 'd'].map((name) => strokesOf(name).length)).toEqual([0, 1, 0]);
    expect(said()).toBe(
      'Carried on to 1 photo. Not sure in B.JPG: check there, and paint what is left by hand.',
    );
  });

  it('end where nothing is found three times, or nothing can be', async () => {
    found.findFollowed.mockResolvedValue(followed(false));
    await carryOn();
    expect(said()).toContain('Nothing was carried on. Not sure in B.JPG, C.JPG, D.JPG');
    goTo(8);
    await carryOn();
    expect(said()).toContain('There is no stroke on this photo yet that could be carried on.');
    await layStroke(brush(0.5));
    await carryOn();
    expect(said()).toContain('This is the last photo of its scene.');
    choosePlate(undefined);
    await carryOn();
    expect(said()).toContain('Carrying on needs a clean plate.');
  });
});

describe('the brush', () => {
  it('becomes wider and softer within its bounds', () => {
    widenBrush(100);
    softenBrush(-300);
    expect(paintNow()).toMatchObject({ size: 33.4, softness: 0 });
    widenBrush(0.0001);
    softenBrush(300);
    expect(paintNow()).toMatchObject({ size: 0.05, softness: 100 });
    expect(parseAmount('0', BRUSH_SIZE)).toEqual({
      ok: false,
      problem: 'Size % can be from 0.05 to 33.4 %, not 0.',
    });
  });
});
