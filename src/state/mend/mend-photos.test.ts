import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film, Photo } from '../../core/film/film';
import { photosById } from '../../core/film/film';
import type { FoundLight } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { filmWith, photoNamed } from '../../core/film/random-films';
import { UNMOVED, type Move } from '../../core/picture/move';
import { evenChange } from '../../core/picture/steps/light-change';
import { err, ok, type Result } from '../../core/time/result';
import * as workers from '../../engine/browser/mend/mend-workers';
import { documentNow, openFilm, setDocument } from '../document/document';
import { edit, redoEdit, undoEdit } from '../document/edit-film';
import { openForTest } from '../document/open-for-test';
import { choosePose } from '../selection/choose';
import { useQuestion } from '../shell/ask';
import { useLongJob } from '../shell/long-job';
import { said } from '../shell/said-for-test';
import { setShell } from '../shell/shell';
import { goTo } from '../transport/play';
import { matchTheLight } from './match-film-light';
import { setMend, useMend } from './mend';
import { lightAsBefore, setStrength, setTouch, toggleLight, toggleReference } from './mend-light';
import { frameShared } from './frame-shared';
import { setNudge } from './move-photos';
import { steadyThePhotos } from './steady-film';
import { ToldError } from '../../core/time/told-error';

vi.mock('../../engine/browser/mend/mend-workers', () => ({
  findLight: vi.fn(),
  findPlace: vi.fn(),
  findFlicker: vi.fn(),
}));
const found = vi.mocked(workers);

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};
const mendsOf = (id: string) => fileOf(photosById(film()).get(id) as Photo).mends;
const matched = (): readonly string[] =>
  film().photos.flatMap(({ id }) => (mendsOf(id)?.matched ? [id] : []));
const steps = (): number => documentNow().history?.done.length ?? 0;

const LIGHT: FoundLight = { change: evenChange(0.5), before: 100, after: 120 };
const MOVED: Move = { ...UNMOVED, right: 0.01 };

beforeEach(async () => {
  for (const each of Object.values(found)) (each as unknown as ReturnType<typeof vi.fn>).mockReset();
  found.findLight.mockResolvedValue(ok(LIGHT));
  found.findPlace.mockResolvedValue(ok(MOVED));
  const pose = (id: string, photoId: string) => ({ id, photoId, hold: 2 });
  await openForTest({
    ...filmWith([[pose('p1', 'a'), pose('p2', 'b'), pose('p3', 'c')], [pose('p4', 'd')]]),
    photos: ['a', 'b', 'c', 'd', 'e'].map((name) => ({
      ...photoNamed(name),
      name: `${name.toUpperCase()}.JPG`,
    })),
  });
  setDocument({ canWrite: true });
  setShell({ notices: [] });
  useMend.setState(useMend.getInitialState(), true);
  goTo(0);
});

/** One that is found only when it is stopped: never. */
const never = (signal?: AbortSignal): Promise<Result<never>> =>
  new Promise((_, reject) =>
    signal?.addEventListener('abort', () => reject(new Error('stopped')), { once: true }),
  );

describe('light', () => {
  it('is matched to the photo on screen where none is well lit yet, in one step with that', async () => {
    await matchTheLight();
    expect(mendsOf('a')?.isReference).toBe(true);
    expect(matched()).toEqual(expect.arrayContaining(['b', 'c']));
    expect(matched()).not.toContain('d');
    expect(said()).toContain('2 photos matched.');
    expect(steps()).toBe(1);
    undoEdit();
    expect([matched(), mendsOf('a')]).toEqual([[], undefined]);
    redoEdit();
    expect(matched()).toContain('b');
  });

  it('is matched in the scene, the chosen poses, or all of the film', async () => {
    setMend({ scope: 'film' });
    await matchTheLight();
    expect(matched()).toEqual(expect.arrayContaining(['b', 'c', 'd']));
    undoEdit();
    setMend({ scope: 'chosen' });
    choosePose('p3', 'only');
    goTo(0);
    await matchTheLight();
    expect(matched()).not.toContain('b');
    expect(matched()).toContain('c');
  });

  it('that is not found leaves its photo as it is, which is said with the reason', async () => {
    found.findLight.mockImplementation((photo) =>
      Promise.resolve(photo.id === 'b' ? err('It is black.') : ok(LIGHT)),
    );
    await matchTheLight();
    expect(matched()).not.toContain('b');
    expect(said()).toContain('1 photo matched. B.JPG was left as it is. It is black.');
  });

  it('that is found for no photo changes nothing, nor what is well lit', async () => {
    found.findLight.mockImplementation((photo) =>
      Promise.resolve(photo.id === 'a' ? ok(LIGHT) : err('It is black.')),
    );
    await matchTheLight();
    expect(said()).toContain('No photo was matched.');
    expect([steps(), mendsOf('a')]).toEqual([0, undefined]);
  });

  it('of which a worker breaks is told; what was found stays', async () => {
    found.findLight.mockImplementation((photo) =>
      photo.id === 'c'
        ? Promise.reject(new ToldError('The part that mends broke off.'))
        : Promise.resolve(ok(LIGHT)),
    );
    await matchTheLight();
    expect(matched()).toContain('b');
    expect(said()).toContain('The part that mends broke off. What was found stays.');
  });

  it('is stopped half-way: what was found stays, as one step', async () => {
    found.findLight.mockImplementation((photo, _other, _look, signal) =>
      photo.id === 'c' ? never(signal) : Promise.resolve(ok(LIGHT)),
    );
    const matching = matchTheLight();
    await vi.waitFor(() => expect(useLongJob.getState().job?.label).toBe('Matching the light'));
    // One thing of that kind goes on at a time.
    await steadyThePhotos();
    expect(said()).toContain('“Matching the light” is still running.');
    useLongJob.getState().job?.stop();
    await matching;
    expect(matched()).toContain('b');
    expect(matched()).not.toContain('c');
    expect(said()).toContain('Stopped. What was found stays.');
    undoEdit();
    expect(matched()).toEqual([]);
  });

  it('that is found for a photo which is gone by then, or shows another file, is left', async () => {
    let go: () => void = () => undefined;
    const waiting = new Promise<void>((resolve) => (go = resolve));
    found.findLight.mockImplementation(async () => {
      await waiting;
      return ok(LIGHT);
    });
    const matching = matchTheLight();
    const { hash, type, bytes, width, height, orientation } = photoNamed('new');
    const retouched = { name: 'B.png', hash, type, bytes, width, height, orientation };
    edit({ kind: 'patch', of: 'photos', patches: [{ id: 'b', patch: { retouched } }] });
    go();
    await matching;
    expect(matched()).not.toContain('b');
    expect(matched()).toContain('c');
  });

  it('of which only the flicker is taken out keeps what changes slowly', async () => {
    found.findFlicker.mockImplementation((changes) => Promise.resolve(changes.map(() => evenChange(0.1))));
    setMend({ keepSlow: true });
    await matchTheLight();
    expect(mendsOf('b')?.matched?.change).toEqual(evenChange(0.1));
    undoEdit();
    found.findFlicker.mockRejectedValueOnce(new ToldError('It broke off.'));
    await matchTheLight();
    expect(said()).toContain('It broke off. Nothing was changed.');
    expect(matched()).toEqual([]);
  });

  it('is touched up, weakened, left out and taken away for the chosen photos', async () => {
    await matchTheLight();
    choosePose('p2', 'only');
    choosePose('p3', 'toggle');
    setTouch('light', 0.5);
    setStrength(40);
    expect(['b', 'c'].map((id) => mendsOf(id)?.light)).toEqual([0.5, 0.5]);
    expect(['a', 'b', 'c'].map((id) => mendsOf(id)?.matched?.strength)).toEqual([100, 40, 40]);
    toggleLight();
    expect(['b', 'c'].map((id) => mendsOf(id)?.lightOff)).toEqual([true, true]);
    toggleLight();
    expect(['b', 'c'].map((id) => mendsOf(id)?.lightOff)).toEqual([undefined, undefined]);
    lightAsBefore();
    expect(matched()).not.toContain('b');
    goTo(0);
    toggleReference();
    expect(mendsOf('a')?.isReference).toBeUndefined();
    toggleReference();
    expect(mendsOf('a')?.isReference).toBe(true);
  });

  it('has nothing to match in a film of one photo, or without poses, which is said', async () => {
    await openForTest({ ...filmWith([[{ id: 'p1', photoId: 'a', hold: 2 }]]), photos: [photoNamed('a')] });
    setDocument({ canWrite: true });
    await matchTheLight();
    expect(said()).toContain('There is no other photo to match: all these are references or switched off.');
    await openForTest({ ...filmWith([[]]), photos: [] });
    setDocument({ canWrite: true });
    await matchTheLight();
    expect(said()).toContain('There is no pose yet whose light could be matched.');
    await steadyThePhotos();
    expect(said()).toContain('There is no pose yet that could be steadied.');
    expect(steps()).toBe(0);
  });
});

describe('places', () => {
  const places = (): readonly string[] =>
    film().photos.flatMap(({ id }) => (mendsOf(id)?.steadied ? [id] : []));

  it('are found against the photo that stands right, scene by scene, in one step', async () => {
    setMend({ scope: 'film' });
    await steadyThePhotos();
    expect(found.findPlace.mock.calls.map(([photo, anchor]) => `${photo.id} to ${anchor.id}`)).toEqual([
      'b to a',
      'c to a',
    ]);
    expect(places()).toEqual(expect.arrayContaining(['b', 'c']));
    expect(said()).toContain('2 photos steadied.');
    expect(steps()).toBe(1);
    undoEdit();
    expect(places()).toEqual([]);
  });

  it('that are right already are counted; what is not found is named and left', async () => {
    found.findPlace.mockImplementation((photo) =>
      Promise.resolve(photo.id === 'b' ? ok(UNMOVED) : err('Too little of it stays still.')),
    );
    await steadyThePhotos();
    expect(said()).toContain(
      '1 photo stood still already. C.JPG was left as it is. Too little of it stays still.',
    );
    expect(places()).not.toContain('c');
  });

  it('of which one alone asks for a closer framing: it is named, and left out where that is wanted', async () => {
    choosePose('p2', 'only');
    setNudge({ right: 400 });
    for (const [choice, size] of [
      ['Leave it out', 0.75],
      ['Crop to what all share', 0.5415],
    ] as const) {
      const framing = frameShared();
      const { asked } = useQuestion.getState();
      expect(asked?.text).toMatch(/^All photos .* share 54\.2 % .* width; without B\.JPG it is 75 %, but/);
      asked?.answer(choice);
      await framing;
      expect(film().scenes[0]?.crop?.size).toBeCloseTo(size, 3);
      undoEdit();
    }
  });

  it('that none is found for change nothing', async () => {
    found.findPlace.mockResolvedValue(err('It is black.'));
    const before = film();
    await steadyThePhotos();
    expect(film()).toBe(before);
    expect(said()).toContain(
      'No photo was steadied. B.JPG was left as it is. It is black. C.JPG was left too.',
    );
    setMend({ scope: 'scene' });
    goTo(6);
    await steadyThePhotos();
    expect(said()).toContain('There is no other photo to steady: all these are references or switched off.');
  });
});
