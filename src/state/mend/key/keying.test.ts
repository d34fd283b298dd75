import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { photosById, type Film } from '../../../core/film/film';
import { FRESH_KEY, MOST_OUTLINES, MOST_PICKED } from '../../../core/film/key';
import { fileOf } from '../../../core/film/photo-picture';
import { filmWith, photoNamed } from '../../../core/film/random-films';
import { evenBacking } from '../../../core/picture/key/even-backing';
import { evenChange } from '../../../core/picture/steps/light-change';
import { err, ok } from '../../../core/time/result';
import * as workers from '../../../engine/browser/mend/mend-workers';
import { documentNow, openFilm, setDocument } from '../../document/document';
import { redoEdit, undoEdit } from '../../document/edit-film';
import { openForTest } from '../../document/open-for-test';
import { choosePose } from '../../selection/choose';
import { useLongJob } from '../../shell/long-job';
import { said } from '../../shell/said-for-test';
import { setShell } from '../../shell/shell';
import { goTo } from '../../transport/play';
import { matchBehind, moveBehind, setBehind, setBehindKind, type PictureBehind } from './behind';
import { setKeying, useKeying } from './keying';
import { keyAsBefore, keyInScope, keyNow, setKeyAmount, toggleKey } from './keys';
import { addOutline, removeOutline } from './outlines';
import { findBackings, pickBacking, unpickBacking } from './pick-backing';
import { ToldError } from '../../../core/time/told-error';

vi.mock('../../../engine/browser/mend/mend-workers', () => ({
  colourOfPhoto: vi.fn(),
  findBackingOf: vi.fn(),
  findEnclosed: vi.fn(),
  findLightBehind: vi.fn(),
}));
const found = vi.mocked(workers);

const GREEN = [63, 160, 85] as const;
const backing = { ...evenBacking([[0.05, 0.38, 0.09]]), spread: 0.02, share: 0.5 };

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};
/** Photos whose backing was found, by id. */
const withBacking = (): readonly string[] =>
  film().photos.flatMap((photo) => (fileOf(photo).mends?.backing ? [photo.id] : []));

beforeEach(async () => {
  for (const each of Object.values(found)) (each as unknown as ReturnType<typeof vi.fn>).mockReset();
  found.colourOfPhoto.mockResolvedValue(ok(GREEN));
  found.findBackingOf.mockResolvedValue(ok(backing));
  found.findEnclosed.mockResolvedValue(ok(0));
  const pose = (id: string, photoId: string) => ({ id, photoId, hold: 2 });
  const scenes = filmWith([[pose('p1', 'a'), pose('p2', 'b')], [pose('p3', 'c')]]);
  await openForTest({
    ...scenes,
    // Of the photos' shape: parts of the picture are parts of the photo.
    settings: { ...scenes.settings, width: 1440, height: 1080 },
    photos: ['a', 'b', 'c', 'sky'].map((name) => ({
      ...photoNamed(name),
      name: `${name.toUpperCase()}.JPG`,
    })),
  });
  setDocument({ canWrite: true });
  setShell({ notices: [] });
  useKeying.setState(useKeying.getInitialState(), true);
  goTo(0);
});

describe('the backing', () => {
  it('that is picked goes from all photos of its scene, as wide as its grain; undone and done again in one step', async () => {
    await pickBacking(0.9, 0.5);
    expect(film().scenes.map(({ key }) => key?.picked.map(({ colour }) => colour))).toEqual([
      [GREEN],
      undefined,
    ]);
    expect(withBacking()).toEqual(['a', 'b']);
    // 2.5 deviations of 0.02, in per cent.
    expect(keyNow().width).toBe(5);
    expect(found.colourOfPhoto.mock.calls[0]?.slice(1)).toEqual([0.9, 0.5]);
    undoEdit();
    expect([withBacking(), film().scenes[0]?.key]).toEqual([[], undefined]);
    redoEdit();
    expect([withBacking(), keyNow().picked.length]).toEqual([['a', 'b'], 1]);
  });

  it('that is found after what was picked is undone changes nothing', async () => {
    let go: () => void = () => undefined;
    const waiting = new Promise<void>((resolve) => (go = resolve));
    found.findBackingOf.mockResolvedValueOnce(ok(backing)).mockImplementationOnce(async () => {
      await waiting;
      return ok(backing);
    });
    const picking = pickBacking(0.9, 0.5);
    await vi.waitFor(() => expect(withBacking()).toEqual(['a']));
    undoEdit();
    go();
    await picking;
    expect([withBacking(), documentNow().history?.done]).toEqual([[], []]);
  });

  it('is of several colours where that many are picked, one after the other; one is taken out again', async () => {
    await Promise.all([pickBacking(0.9, 0.5), pickBacking(0.8, 0.1)]);
    expect(keyNow().picked.map(({ x, y }) => [x, y])).toEqual([
      [0.9, 0.5],
      [0.8, 0.1],
    ]);
    setKeyAmount('width', 20);
    await unpickBacking(0);
    expect(keyNow()).toMatchObject({ picked: [{ x: 0.8 }] });
    await unpickBacking(0);
    expect(keyNow().picked).toEqual([]);
  });

  it('is looked for in more photos when it is asked for; what was not found is named', async () => {
    await findBackings();
    expect(said()).toBe('Nothing is picked yet. Click on the backing first.');
    found.findBackingOf
      .mockResolvedValueOnce(ok(backing))
      .mockResolvedValueOnce(err('The picked colour is hardly seen in it.'));
    await pickBacking(0.9, 0.5);
    expect(withBacking()).toEqual(['a']);
    expect(said()).toContain(
      'Backing of 0 other photos found. B.JPG was left as it is. The picked colour is hardly seen in it.',
    );
    await findBackings();
    expect(withBacking()).toEqual(['a', 'b']);
  });

  it('that is none says so: outside, too many, without a colour, not found here, in the middle of the subject', async () => {
    await pickBacking(1.4, 0.5);
    expect(said()).toContain('That is outside of the photo. Click on the backing.');
    expect(keyInScope(film(), 'scene')).toBeUndefined();
    found.findBackingOf.mockResolvedValueOnce(ok({ ...backing, way: 'distance' }));
    await pickBacking(0.5, 0.5);
    expect(said()).toContain('This backing has little colour.');
    found.findBackingOf.mockResolvedValueOnce(err('It is hardly seen in it.'));
    await pickBacking(0.5, 0.6);
    expect(said()).toContain('A.JPG: It is hardly seen in it.');
    found.findEnclosed.mockResolvedValueOnce(ok(0.01));
    await pickBacking(0.5, 0.7);
    expect(said()).toContain('Enclosed parts go too.');
    found.colourOfPhoto.mockResolvedValueOnce(err('Its picture is not there.'));
    await pickBacking(0.5, 0.7);
    expect(said()).toContain('Its picture is not there.');
    while (keyNow().picked.length < MOST_PICKED) await pickBacking(0.5, 0.8);
    await pickBacking(0.5, 0.9);
    expect(said()).toContain(`${MOST_PICKED} colours are picked already. Delete one first.`);
    expect(keyNow().picked).toHaveLength(MOST_PICKED);
  });

  it('that is stopped keeps what was found until then', async () => {
    found.findBackingOf.mockImplementation((photo, _light, signal) =>
      photo.id === 'a'
        ? Promise.resolve(ok(backing))
        : new Promise((_, reject) =>
            signal?.addEventListener('abort', () => reject(new Error('stopped')), { once: true }),
          ),
    );
    const picking = pickBacking(0.9, 0.5);
    await vi.waitFor(() => expect(useLongJob.getState().job?.label).toBe('Finding the backing'));
    useLongJob.getState().job?.stop();
    await picking;
    expect(withBacking()).toEqual(['a']);
    expect(said()).toContain('Stopped. What was found stays.');
  });
});

describe('a key', () => {
  it('is the film’s, a scene’s or a pose’s own; poses show that of their scene for want of one', async () => {
    setKeying({ scope: 'film' });
    await pickBacking(0.9, 0.5);
    expect(withBacking()).toEqual(['a', 'b', 'c']);
    setKeying({ scope: 'chosen' });
    choosePose('p2', 'only');
    expect(keyNow().picked).toHaveLength(1);
    expect(keyInScope(film(), 'chosen')).toBeUndefined();
    toggleKey();
    expect(keyInScope(film(), 'chosen')?.off).toBe(true);
    toggleKey();
    expect(keyInScope(film(), 'chosen')?.off).toBeUndefined();
    keyAsBefore();
    expect(keyInScope(film(), 'chosen')).toBeUndefined();
    expect(film().settings.key?.picked).toHaveLength(1);
  });

  it('has parts that always stay or go: drawn around, simplified, taken out, and so many at most', () => {
    addOutline([0.1, 0.1, 1, 0.2, 0.1, 1], true);
    expect(said()).toBe('An outline needs three corners at least. Draw around the part.');
    // A place on the way between two corners tells nothing.
    addOutline([0.1, 0.1, 1, 0.5, 0.1, 1, 0.9, 0.1, 1, 0.9, 0.9, 1, 0.1, 0.9, 1], true);
    addOutline([0.2, 0.2, 1, 0.4, 0.2, 1, 0.4, 0.4, 1], false);
    expect(keyNow().outlines.map(({ stays, points }) => [stays, points.length / 3])).toEqual([
      [true, 4],
      [false, 3],
    ]);
    removeOutline(keyNow().outlines[0]?.id ?? '');
    expect(keyNow().outlines.map(({ stays }) => stays)).toEqual([false]);
    while (keyNow().outlines.length < MOST_OUTLINES)
      addOutline([0.2, 0.2, 1, 0.4, 0.2, 1, 0.4, 0.4, 1], true);
    addOutline([0.2, 0.2, 1, 0.4, 0.2, 1, 0.4, 0.4, 1], true);
    expect(said()).toContain(`${MOST_OUTLINES} outlines are drawn already. Delete one first.`);
    expect(keyNow().outlines).toHaveLength(MOST_OUTLINES);
  });
});

describe('what stands behind', () => {
  const picture = (): PictureBehind => keyNow().behind as PictureBehind;

  it('is the film’s background, a colour, a gradient, another photo, or another scene', () => {
    expect(keyNow()).toEqual(FRESH_KEY);
    for (const kind of ['colour', 'gradient', 'photo', 'run'] as const) {
      setBehindKind(film(), kind);
      expect(keyNow().behind?.kind).toBe(kind);
    }
    expect(picture()).toEqual({ kind: 'run', sceneId: 's1', from: 0 });
    setBehindKind(film(), 'photo');
    expect(picture()).toMatchObject({ photoId: 'b' });
    setBehindKind(film(), 'film');
    expect(keyNow().behind).toBeUndefined();
  });

  it('is moved, and brought to the subject’s light as it was found; what is gone is told', async () => {
    setBehind({ kind: 'photo', photoId: 'sky' }, 'a photo as background');
    setBehind(moveBehind(picture(), { right: 0.1 }), 'moved');
    expect(picture().move).toMatchObject({ right: 0.1, down: 0 });
    found.findLightBehind.mockResolvedValueOnce(ok(evenChange(1)));
    await matchBehind();
    expect(picture().light).toEqual({ change: evenChange(1), strength: 100 });
    expect(found.findLightBehind.mock.calls[0]?.[2]).toBe(photosById(film()).get('sky'));
    found.findLightBehind.mockResolvedValueOnce(err('There is no subject in it.'));
    await matchBehind();
    expect(said()).toContain('There is no subject in it.');
    found.findLightBehind.mockRejectedValueOnce(new ToldError('The part that keys broke off.'));
    await matchBehind();
    expect(said()).toContain('The part that keys broke off.');
    setBehind({ kind: 'photo', photoId: 'gone' }, 'a photo as background');
    await matchBehind();
    expect(said()).toContain('This background is not in the film any more. Choose another.');
  });

  it('cannot be another photo or scene where there is none', async () => {
    await openForTest({
      ...filmWith([[{ id: 'p1', photoId: 'a', hold: 2 }]]),
      photos: [photoNamed('a')],
    });
    setDocument({ canWrite: true });
    setBehindKind(film(), 'photo');
    setBehindKind(film(), 'run');
    expect(said().split('\n')).toEqual([
      'There is no other photo for the background. Add one first.',
      'There is no other scene with poses for the background.',
    ]);
  });
});
