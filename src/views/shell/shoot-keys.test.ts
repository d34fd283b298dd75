import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../core/film/film';
import { photosById } from '../../core/film/film';
import { posesOf } from '../../core/film/items';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { filmWith, photoNamed } from '../../core/film/random-films';
import { SHOT_PLACES } from '../../core/shoot/shot-edits';
import { STANDING, type Puppet } from '../../core/shoot/stand-in/puppet';
import type { Camera } from '../../engine/browser/shoot/camera';
import { readKept } from '../../engine/browser/store/film-repository';
import { histories, shots } from '../../engine/browser/store/stores';
import { saveNow, startAutosave } from '../../state/document/autosave';
import { documentNow, openFilm, setDocument } from '../../state/document/document';
import { undoEdit } from '../../state/document/edit-film';
import { openForTest } from '../../state/document/open-for-test';
import { setShell } from '../../state/shell/shell';
import { bringInWaiting, restoreShots, waitingFor } from '../../state/shoot/bring-in-shot';
import { burstIn, chooseOfBurst, useBurst } from '../../state/shoot/burst';
import { closeCamera, useCamera } from '../../state/shoot/camera';
import { showLive, useLive } from '../../state/shoot/live';
import { posePuppet, usePuppet } from '../../state/shoot/puppet';
import { setShooting, shootingNow, useShooting } from '../../state/shoot/shooting';
import { useTake } from '../../state/shoot/take';
import { transportNow } from '../../state/transport/transport';
import { said } from '../../state/shell/said-for-test';
import { press } from './keys-for-test';
import { ToldError } from '../../core/time/told-error';

/** The content of a file of the test's camera, as JSON: the puppet at the press. */
interface Seen {
  readonly puppet: Puppet;
}
/** The photo that the browser has no room for. */
let noRoomFor: string | undefined;
const seenIn = new Map<string, Seen>();

// Stands in for the workers that read photos: each takes a while, and the second may be ready before the first.
vi.mock('../../engine/browser/photos/photo-threads', () => ({
  PhotoThreads: class {
    async bringIn(file: File) {
      const text = await file.text();
      await new Promise((resolve) => setTimeout(resolve, text.length % 3));
      if (file.name === noRoomFor) return { ok: false, problem: '', full: true };
      if (text === 'useless') return { ok: false, problem: `${file.name} is damaged. It was left out.` };
      const { id, ...photo } = photoNamed(file.name);
      seenIn.set(file.name, JSON.parse(text) as Seen);
      return { ok: true, photo: { ...photo, name: id, width: 1920, height: 1080 } };
    }
    close(): void {
      // Nothing was opened.
    }
  },
}));
// Stands in for the workers that compare a photo with the one before; their findings are tested in set-signs.test.ts.
vi.mock('../../engine/browser/mend/mend-workers', () => ({
  findLight: () => Promise.resolve({ ok: false }),
  findPlace: () => Promise.resolve({ ok: false }),
}));
// A count-in that is heard needs a browser.
vi.mock('../../state/shoot/count-tones', () => ({ playTones: () => () => undefined }));

/** Milliseconds from a press to its photo, one after the other; none where the list is at its end. */
let delays: number[] = [];
let isBroken = false;

const camera = {
  ...{ id: 'test', name: 'Camera of a test', sizes: [], rates: [] },
  photoSize: { width: 1920, height: 1080 },
  liveSize: { width: 1280, height: 720 },
  facts: () => ({ capabilities: {}, settings: {} }),
  close: () => undefined,
  take: async ({ type }: { type: string }) => {
    const seen: Seen = { puppet: usePuppet.getState().puppet };
    const delay = delays.shift();
    if (delay !== undefined) await new Promise((resolve) => setTimeout(resolve, delay));
    if (isBroken) throw new ToldError('The camera did not answer.');
    return new Blob([JSON.stringify(seen)], { type });
  },
} as unknown as Camera;

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};

/** Waits until all that was taken is in the film, and kept. */
const isIdle = (): Promise<void> =>
  vi.waitFor(
    async () => {
      expect(useTake.getState().storing).toBe(0);
      expect(await shots.keys()).toEqual([]);
      expect(documentNow().keeping.kind).toBe('kept');
    },
    { timeout: 20_000, interval: 2 },
  );

/** Presses Enter, and waits until the film has what was taken. */
async function take(): Promise<void> {
  press('Enter');
  await isIdle();
}

/** The poses as `number of the photo×hold`. */
const strip = (): string =>
  posesOf(film())
    .map(({ photoId, hold }) => `${numberOf(photosById(film()).get(photoId)?.name)}×${hold}`)
    .join(' ');
const numberOf = (name = ''): number => Number(/\d+/.exec(name)?.[0]);
/** Numbers of the photos that are set aside. */
const aside = (): readonly number[] =>
  film().photos.flatMap(({ name, setAside }) => (setAside ? [numberOf(name)] : []));
/** The puppet's place in each pose, in steps of 8 pixels to the right of `STANDING`. */
const stood = (): readonly number[] =>
  posesOf(film()).map(({ photoId }) => {
    const { puppet } = seenIn.get(photosById(film()).get(photoId)?.name ?? '') as Seen;
    return (puppet.x - STANDING.x) / 8;
  });

let leave: () => void = () => undefined;

/** Opens a film without photos in stage Shoot, before an open camera. */
async function begin(): Promise<void> {
  await Promise.all([shots.clear(), histories.clear()]);
  seenIn.clear();
  [delays, isBroken] = [[], false];
  await openForTest({ ...filmWith([[]]), photos: [] });
  setDocument({ canWrite: true });
  setShell({ stage: 'shoot' });
  useShooting.setState(useShooting.getInitialState(), true);
  useTake.setState(useTake.getInitialState(), true);
  useBurst.setState({ photoIds: [] });
  posePuppet(STANDING);
  useCamera.setState({ camera, doing: 'open', photo: camera.photoSize });
  showLive();
}

beforeEach(async () => {
  vi.stubGlobal('document', { visibilityState: 'visible', addEventListener() {}, removeEventListener() {} });
  vi.stubGlobal('addEventListener', () => undefined);
  vi.stubGlobal('removeEventListener', () => undefined);
  await begin();
  leave = startAutosave();
});
afterEach(async () => {
  // Lets photos on their way come in before the fake timers end: later they would never come.
  await isIdle();
  await saveNow();
  leave();
  vi.useRealTimers();
});

describe('photos', () => {
  it('are each as the set stood at the press, in order, none twice, however long the camera takes', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.nat(6), { minLength: 12, maxLength: 12 }), async (given) => {
        delays = [...given];
        for (let i = 0; i < 12; i++) press('Enter', 'Shift →');
        await isIdle();
        expect(stood()).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
        expect(strip()).toBe('1×2 2×2 3×2 4×2 5×2 6×2 7×2 8×2 9×2 10×2 11×2 12×2');
      }),
      { numRuns: 8, plugins: [fc.beforeEach(begin)] },
    );
  });

  it('wait, twelve at most; a press beyond them is told of, and takes nothing', async () => {
    delays = Array<number>(12).fill(20);
    for (let i = 0; i < 14; i++) press('Enter');
    expect(said()).toContain('this press took none. Wait a moment.');
    await isIdle();
    expect(posesOf(film())).toHaveLength(12);
    await take();
    expect(posesOf(film())).toHaveLength(13);
  });

  it('go behind the last pose, behind the one on screen, or in its place; then to the end again', async () => {
    for (let i = 0; i < 3; i++) {
      await take();
      press('Shift →');
    }
    // Back to the first pose, and photos behind it.
    press('↑', '↑', '↑', '↑', 'n', 'c');
    expect(shootingNow().place).toBe('behind');
    await take();
    press('Shift →');
    await take();
    expect(strip()).toBe('1×2 4×2 5×2 2×2 3×2');
    press('Shift →', 'r');
    expect(shootingNow().place).toBe('instead');
    await take();
    expect(shootingNow().place).toBe('end');
    expect(strip()).toBe('1×2 4×2 6×2 2×2 3×2');
    expect(stood()).toEqual([0, 3, 5, 1, 2]);
    expect(aside()).toEqual([5]);
  });

  it('keep the order of presses behind a pose, whatever is still on its way', async () => {
    for (let i = 0; i < 3; i++) await take();
    press('↑', '↑', 'n', 'c');
    expect(useLive.getState().isLive).toBe(true);
    delays = [9, 1, 4, 0];
    press('Enter', 'Enter', 'Enter', 'Enter');
    await isIdle();
    expect(strip()).toBe('1×2 2×2 4×2 5×2 6×2 7×2 3×2');
  });

  it('are taken back by undo and by Delete; they stay in the tray, in number order', async () => {
    for (let i = 0; i < 4; i++) await take();
    press('Ctrl z', 'Ctrl z');
    expect([strip(), aside()]).toEqual(['1×2 2×2', [3, 4]]);
    press('Ctrl Shift Z');
    expect([strip(), aside()]).toEqual(['1×2 2×2 3×2', [4]]);
    press('Delete');
    expect([strip(), aside()]).toEqual(['1×2 2×2', [3, 4]]);
    expect(said()).toContain('SHOT0003.JPG is out of the film, set aside in the tray.');
    for (let i = 0; i < 9; i++) press('Ctrl z');
    expect([strip(), aside()]).toEqual(['', [1, 2, 3, 4]]);
    // The next has a name of its own all the same.
    await take();
    expect(strip()).toBe('5×2');
  });

  it('have the hold of the film, and the shape of the first is the film’s', async () => {
    await take();
    expect(film().settings).toMatchObject({ width: 1920, height: 1080 });
    setDocument({ canWrite: false });
    press('Enter');
    expect(said()).toContain('This film is open in another tab. Close that tab to change it here.');
    setDocument({ canWrite: true });
    await take();
    expect(strip()).toBe('1×2 2×2');
  });
});

describe('over any presses and edits, by keys', () => {
  interface Model {
    readonly poses: readonly (readonly [number: number, hold: number])[];
  }
  const act = fc.oneof(
    {
      weight: 4,
      arbitrary: fc.record({
        does: fc.constant('take' as const),
        place: fc.constantFrom(...SHOT_PLACES),
        at: fc.nat(9),
      }),
    },
    fc.record({
      does: fc.constantFrom('take back' as const, 'undo' as const, 'redo' as const),
      at: fc.nat(9),
    }),
  );

  /** Steps from the live picture to a pose. */
  function stepTo(index: number): void {
    showLive();
    press('↑');
    const shown = (): number => poseAt(scheduleOf(film()), transportNow().frame)?.index ?? -1;
    for (let i = 0; i < 40 && shown() !== index; i++) press(shown() < index ? '↓' : '↑');
    expect(shown()).toBe(index);
  }

  it('film and tray are as a model says, and what is kept is what is on screen', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 1, maxLength: 24 }), async (steps) => {
        const past: Model[] = [];
        const future: Model[] = [];
        let model: Model = { poses: [] };
        let taken = 0;
        const change = (next: Model): void => {
          past.push(model);
          future.length = 0;
          model = next;
        };
        for (const { does, at, ...rest } of steps) {
          const index = at % Math.max(1, model.poses.length);
          const { poses } = model;
          if (does === 'take') {
            const place = poses.length > 0 && 'place' in rest ? rest.place : 'end';
            if (poses.length > 0) stepTo(index);
            setShooting({ place });
            press('c');
            await take();
            const number = ++taken;
            const old = poses[index];
            const next =
              place === 'instead' && old
                ? poses.with(index, [number, old[1]])
                : poses.toSpliced(place === 'end' ? poses.length : index + 1, 0, [number, 2]);
            change({ poses: next });
          } else if (does === 'take back' && poses.length > 0) {
            stepTo(index);
            press('Delete');
            change({ poses: poses.toSpliced(index, 1) });
          } else if (does === 'undo' || does === 'redo') {
            const [from, to] = does === 'undo' ? [past, future] : [future, past];
            press(does === 'undo' ? 'Ctrl z' : 'Ctrl Shift Z');
            const other = from.pop();
            if (other) {
              to.push(model);
              model = other;
            }
          }
          expect(strip()).toBe(model.poses.map(([number, hold]) => `${number}×${hold}`).join(' '));
        }
        const shown = new Set(model.poses.map(([number]) => number));
        const numbers = Array.from({ length: taken }, (_, i) => i + 1);
        expect(aside()).toEqual(numbers.filter((number) => !shown.has(number)));
        expect(film().photos.map(({ name }) => numberOf(name))).toEqual(numbers);
        await saveNow();
        const kept = await readKept(film().id);
        expect(kept.ok && kept.value.history.film).toEqual(film());
      }),
      { numRuns: 25, plugins: [fc.beforeEach(begin)] },
    );
  });
});

describe('a tab that is closed', () => {
  it('leaves a photo in the tray and its pose together, or neither', async () => {
    const write = vi.spyOn(histories, 'setItems');
    await take();
    const steps = write.mock.calls.map(([entries]) =>
      Object.entries(entries).flatMap(([, value]) => (JSON.stringify(value).includes('SHOT0001') ? 1 : [])),
    );
    write.mockRestore();
    // Both steps, the one that keeps it and the one that shows it, in one transaction.
    expect(steps.filter((each) => each.length > 0)).toEqual([[1, 1]]);
  });

  it('leaves photos that were stored and not in the film yet: the next one that opens it has them, in order', async () => {
    await take();
    const kept = film();
    const bytes = new TextEncoder().encode(JSON.stringify({ puppet: STANDING }));
    for (const [i, name] of ['SHOT0003', 'SHOT0002'].entries())
      await shots.setItem(`film/${name}`, {
        ...{ id: name, filmId: kept.id, name: `${name}.JPG`, type: 'image/jpeg', takenAt: 9 - i },
        ...{ place: 'end', hold: 2, bytes },
      });
    await restoreShots(kept.id);
    expect(strip()).toBe('1×2 2×2 3×2');
    expect(said()).toContain('2 photos that were taken when the page was closed are in the film now.');
    expect(await shots.keys()).toEqual([]);
    // As a film of before: one is in the tray and was never shown.
    await take();
    undoEdit();
    const [photo] = film().photos.slice(-1);
    await shots.setItem(`film/${photo?.id}`, {
      ...{ id: photo?.id, filmId: kept.id, name: 'SHOT0004.JPG', type: 'image/jpeg', takenAt: 10 },
      ...{ place: 'end', hold: 3, bytes },
    });
    await restoreShots(kept.id);
    expect(strip()).toBe('1×2 2×2 3×2 4×3');
    expect(said()).toContain('1 photo that was taken when the page was closed is in the film now.');
    // An entry that the schema refuses is ignored.
    await shots.setItem('film/strange', { id: 4, bytes: 'no' });
    await restoreShots(kept.id);
    expect(strip()).toBe('1×2 2×2 3×2 4×3');
    await shots.clear();
  });
});

describe('what goes wrong at a press', () => {
  it('a full disk: it is said, what is before stays, and the next press goes on', async () => {
    await take();
    const full = new DOMException('The disk is full.', 'QuotaExceededError');
    const store = vi.spyOn(shots, 'setItem').mockRejectedValueOnce(full);
    press('Enter');
    await vi.waitFor(() =>
      expect(said()).toContain('No room left: SHOT0002.JPG was not taken. The photos before it are saved.'),
    );
    store.mockRestore();
    await take();
    expect(strip()).toBe('1×2 2×2');
  });

  it('a photo that is stored but has no room in the film waits with its name, the next behind it; then all come in, in order', async () => {
    await take();
    // The next, which is smaller, would have room.
    noRoomFor = 'SHOT0002.JPG';
    for (const waiting of [1, 2]) {
      press('Enter');
      await vi.waitFor(() => expect(waitingFor(film().id)).toHaveLength(waiting));
    }
    expect(said()).toContain(
      'No room left to add SHOT0002.JPG. The photo is saved, and comes in once there is room: delete a film or free disk space.',
    );
    expect(strip()).toBe('1×2');
    noRoomFor = undefined;
    await bringInWaiting();
    expect(strip()).toBe('1×2 2×2 3×2');
    expect(said()).toContain('2 photos that waited for room are in the film now.');
    await isIdle();
  });

  it('a camera that does not answer: the photo is named, and what goes by itself ends', async () => {
    isBroken = true;
    setShooting({ every: 0.5 });
    press('Enter');
    await vi.waitFor(() =>
      expect(said()).toContain('SHOT0001.JPG was not taken. The camera did not answer.'),
    );
    expect(useTake.getState().doing).toBe('ready');
    expect(strip()).toBe('');
  });

  it('a camera that is gone ends a count-in; without one a press takes nothing', async () => {
    setShooting({ countIn: 10 });
    press('Enter');
    expect(useTake.getState()).toMatchObject({ doing: 'counting', left: 10 });
    closeCamera();
    expect(useTake.getState()).toMatchObject({ doing: 'ready', left: 0 });
    await isIdle();
    expect(strip()).toBe('');
  });
});

describe('by themselves', () => {
  /** Lets so many milliseconds pass, and what is done in them come to its end. */
  const pass = async (milliseconds: number): Promise<void> => {
    await vi.advanceTimersByTimeAsync(milliseconds);
  };
  beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] }));

  it('one after a count-in, which a second press stops', async () => {
    setShooting({ countIn: 3 });
    press('Enter');
    await pass(1500);
    expect(useTake.getState()).toMatchObject({ doing: 'counting', left: 2 });
    press('Enter');
    expect(useTake.getState().doing).toBe('ready');
    await pass(5000);
    expect(useTake.getState().taken).toBe(0);
    press('Enter');
    await pass(2990);
    expect(useTake.getState().taken).toBe(0);
    await pass(20);
    expect(useTake.getState()).toMatchObject({ taken: 1, doing: 'ready' });
  });

  it('one every so many seconds, as many as are wanted', async () => {
    setShooting({ every: 2, times: 3 });
    press('Enter');
    const taken: number[] = [];
    for (let second = 0; second < 8; second++) {
      await pass(second === 0 ? 10 : 1000);
      taken.push(useTake.getState().taken);
    }
    expect(taken).toEqual([1, 1, 2, 2, 3, 3, 3, 3]);
    expect(useTake.getState().doing).toBe('ready');
  });

  it('until the camera is gone: what was taken until then is there, and no more comes', async () => {
    setShooting({ every: 0.5 });
    press('Enter');
    await pass(1600);
    closeCamera();
    await pass(3000);
    await isIdle();
    expect([useTake.getState().doing, strip()]).toEqual(['ready', '1×2 2×2 3×2 4×2']);
  });

  it('a burst, of which one is shown and the others wait in the tray until one is chosen', async () => {
    setShooting({ burst: 3 });
    press('Enter');
    await pass(1000);
    await isIdle();
    expect([strip(), aside()]).toEqual(['1×2', [2, 3]]);
    const burst = burstIn(film(), useBurst.getState());
    expect(burst?.photos.map(({ name }) => numberOf(name))).toEqual([1, 2, 3]);
    const third = burst?.photos[2];
    if (third) chooseOfBurst(third);
    expect([strip(), aside()]).toEqual(['3×2', [1, 2]]);
    press('Ctrl z');
    expect([strip(), aside()]).toEqual(['1×2', [2, 3]]);
  });
});
