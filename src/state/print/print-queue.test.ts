import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../core/film/film';
import { filmOf, withStoredIds } from '../../core/film/random-films';
import { planOrders, type PlannedOrder } from '../../core/print/plan-orders';
import type { PrintPart } from '../../core/print/print-part';
import { PLAIN_PRINT, type PrintSettings } from '../../core/print/print-settings';
import type { PrintPlace } from '../../engine/browser/print/print-context';
import type { Printed, PrintListeners } from '../../engine/browser/print/print-in-worker';
import { storedPrints } from '../../engine/browser/store/print-repository';
import { prints } from '../../engine/browser/store/stores';
import { said } from '../shell/said-for-test';
import { setShell } from '../shell/shell';
import { useFinishedPrints } from './finished-prints';
import {
  isPrinting,
  pausePrint,
  pauseRunningPrint,
  printLater,
  restorePrints,
  resumePrint,
  stopPrint,
  stopRunningPrint,
  usePrintQueue,
} from './print-queue';
import { setPrint, usePrintSettings } from './print-settings';
import { ToldError } from '../../core/time/told-error';

/** A print that was begun, as its worker would make it. */
interface Begun {
  readonly fileName: string;
  readonly place: PrintPlace;
  readonly tell: PrintListeners;
  isPaused: boolean;
  readonly end: (outcome: Printed) => void;
}

const made = vi.hoisted(() => ({
  begun: [] as Begun[],
  /** Files among the browser's own. */
  files: new Set<string>(),
  /** Locks that are held, by this tab or another. */
  locks: new Set<string>(),
  missing: undefined as string | undefined,
}));

vi.mock('../../engine/browser/print/print-in-worker', () => ({
  startInWorker: (
    { fileName }: { fileName: string },
    place: PrintPlace,
    _room: number,
    tell: PrintListeners,
  ) => {
    let end: (outcome: Printed) => void = () => undefined;
    const outcome = new Promise<Printed>((resolve) => (end = resolve));
    const print: Begun = { fileName, place, tell, isPaused: false, end };
    made.begun.push(print);
    if ('own' in place) made.files.add(place.own);
    return {
      outcome,
      pause: (isPaused: boolean) => void (print.isPaused = isPaused),
      stop: () => end({ ok: false, stopped: true, problem: '' }),
    };
  },
}));
vi.mock('../../engine/browser/print/print-files', () => ({
  deletePrintFile: (id: string) => {
    made.files.delete(id);
    return Promise.resolve();
  },
  printFileNames: () => Promise.resolve([...made.files]),
  emptyFolder: () => Promise.resolve(),
  removeFile: (file: { gone?: boolean }) => {
    file.gone = true;
    return Promise.resolve();
  },
}));
vi.mock('../../engine/browser/store/film-lock', () => ({
  tryPrintLock: (id: string) => {
    if (made.locks.has(id)) return Promise.resolve(undefined);
    made.locks.add(id);
    return Promise.resolve({ release: () => void made.locks.delete(id) });
  },
}));
vi.mock('../document/missing', () => ({ missingForPrint: () => Promise.resolve(made.missing) }));

/** Two scenes. */
const film: Film = withStoredIds({ ...filmOf([[2, 3], [4]]), title: 'Fair' });
const FRAMES = 9;

const orders = (
  settings: Partial<PrintSettings> = {},
  part: PrintPart = { of: 'film' },
): readonly PlannedOrder[] =>
  planOrders(
    film,
    part,
    { ...PLAIN_PRINT, ...settings },
    new Date(2026, 0, 1),
    new Set(usePrintQueue.getState().queue.map(({ order }) => order.fileName)),
  );

const line = (): readonly string[] =>
  usePrintQueue.getState().queue.map(({ order, status }) => `${order.fileName} ${status}`);
const idOf = (fileName: string): string =>
  usePrintQueue.getState().queue.find(({ order }) => order.fileName === fileName)?.id ?? 'none';
const finished = (): readonly string[] => useFinishedPrints.getState().prints.map(({ fileName }) => fileName);
const last = (): Begun => {
  const print = made.begun.at(-1);
  if (!print) throw new Error('Nothing was begun.');
  return print;
};

/** The print that goes on is done. */
function finish(print = last()): void {
  const proof = { holds: true, words: '9 of 9 frames', lines: [] };
  const report = { bytes: 1000, frames: FRAMES, proof, poster: undefined, readSeconds: 0 };
  print.end({ ok: true, seconds: 2, report } as unknown as Printed);
}
const fail = (problem: string): void => last().end({ ok: false, stopped: false, problem });

const begins = (count: number): Promise<void> =>
  vi.waitFor(() => expect(made.begun).toHaveLength(count), { interval: 2 });
/** Waits until the line is as it should be. */
const stands = (...wanted: readonly string[]): Promise<void> =>
  vi.waitFor(() => expect(line()).toEqual(wanted), { interval: 2 });

async function clear(): Promise<void> {
  made.missing = undefined;
  while (usePrintQueue.getState().queue.length > 0 || isPrinting()) {
    stopRunningPrint();
    for (const { id } of usePrintQueue.getState().queue) stopPrint(id);
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
  made.begun.length = 0;
  made.files.clear();
  made.locks.clear();
  useFinishedPrints.setState({ prints: [] });
  await prints.clear();
  setShell({ notices: [] });
}

beforeEach(clear);
afterEach(clear);

describe('prints in line', () => {
  it('are made one after the other, each kept until it is finished; its lock is given back', async () => {
    await printLater(orders());
    await printLater(orders());
    await begins(1);
    expect(line()).toEqual(['Fair.mp4 printing', 'Fair 2.mp4 waiting']);
    expect((await storedPrints()).open.map(({ order }) => order.fileName)).toEqual([
      'Fair.mp4',
      'Fair 2.mp4',
    ]);
    last().tell.onNews({ frames: 4, found: 2 });
    expect(usePrintQueue.getState().queue[0]).toMatchObject({ frames: 4, found: 2, total: FRAMES });
    last().tell.onRead(3);
    expect(line()[0]).toBe('Fair.mp4 reading');
    finish();
    await begins(2);
    expect([line(), finished()]).toEqual([['Fair 2.mp4 printing'], ['Fair.mp4']]);
    expect(made.locks.size).toBe(1);
    finish();
    await stands();
    const kept = await storedPrints();
    expect(kept.open).toEqual([]);
    expect(kept.finished).toHaveLength(2);
    expect(kept.finished[0]).toMatchObject({ isKept: true, bytes: 1000, frames: FRAMES, filmTitle: 'Fair' });
    expect(made.locks.size).toBe(0);
  });

  it('are of the film as it was when they were asked for, one a scene where that is wanted', async () => {
    await printLater(orders({ eachScene: true }));
    await begins(1);
    expect(line()).toEqual(['Fair 01 Scene 0.mp4 printing', 'Fair 02 Scene 1.mp4 waiting']);
    expect(usePrintQueue.getState().queue.map(({ total }) => total)).toEqual([5, 4]);
    finish();
    await begins(2);
    finish();
    await stands();
    expect(useFinishedPrints.getState().prints.map(({ partWords }) => partWords)).toEqual([
      'Scene 1',
      'Scene 0',
    ]);
  });

  it('count the frames of the file where that has another rate', async () => {
    await printLater(orders({ rate: { num: 48, den: 1 } }));
    await begins(1);
    const [print] = usePrintQueue.getState().queue;
    expect(print?.total).toBe((FRAMES * 48 * film.settings.rate.den) / film.settings.rate.num);
  });

  it('are held back and go on', async () => {
    await printLater(orders());
    await begins(1);
    pauseRunningPrint();
    expect([line(), last().isPaused]).toEqual([['Fair.mp4 paused'], true]);
    pauseRunningPrint();
    expect([line(), last().isPaused]).toEqual([['Fair.mp4 printing'], false]);
    // One that does not go on cannot be held.
    pausePrint('other', true);
    expect(last().isPaused).toBe(false);
  });

  it('are held back before they begin, too, and go on or are stopped from there', async () => {
    await printLater(orders());
    pauseRunningPrint();
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect([line(), made.begun.length]).toEqual([['Fair.mp4 paused'], 0]);
    pauseRunningPrint();
    await begins(1);
    finish();
    await stands();
    await printLater(orders());
    pauseRunningPrint();
    stopRunningPrint();
    await stands();
    expect(made.begun).toHaveLength(1);
  });

  it('are one a scene only once', async () => {
    setPrint({ eachScene: true });
    await printLater(orders(usePrintSettings.getState().settings));
    expect(usePrintSettings.getState().settings.eachScene).toBe(false);
  });

  it('teach the forecast what they took, but not where much was found from before', async () => {
    usePrintSettings.setState({ experience: {} });
    await printLater(orders());
    await begins(1);
    last().tell.onNews({ frames: 9, found: 7 });
    finish();
    await stands();
    expect(usePrintSettings.getState().experience).toEqual({});
    await printLater(orders());
    await begins(2);
    finish();
    await stands();
    expect(Object.keys(usePrintSettings.getState().experience)).toEqual([
      `${PLAIN_PRINT.kind} ${PLAIN_PRINT.quality}`,
    ]);
  });
});

describe('a print that is stopped', () => {
  it('leaves nothing, which is said, and the next one begins', async () => {
    await printLater(orders());
    await printLater(orders());
    await begins(1);
    expect(made.files.size).toBe(1);
    stopPrint(idOf('Fair.mp4'));
    await begins(2);
    expect([line(), finished(), said()]).toEqual([
      ['Fair 2.mp4 printing'],
      [],
      'The print Fair.mp4 was stopped. No file was made.',
    ]);
    // The file of the one that goes on now.
    expect([...made.files]).toEqual([idOf('Fair 2.mp4')]);
    expect((await storedPrints()).open.map(({ order }) => order.fileName)).toEqual(['Fair 2.mp4']);
  });

  it('before it began is out of the line, and so is one that waits', async () => {
    await printLater(orders());
    stopRunningPrint();
    await stands();
    expect([made.begun.length, finished()]).toEqual([0, []]);
    await printLater(orders());
    await printLater(orders());
    await begins(1);
    stopPrint(idOf('Fair 2.mp4'));
    await stands('Fair.mp4 printing');
    await vi.waitFor(async () => expect((await storedPrints()).open).toHaveLength(1));
    expect(made.locks.size).toBe(1);
  });

  it('takes its empty file away, and leaves one that had something in it', async () => {
    const file = (size: number) => ({ getFile: () => Promise.resolve({ size }), gone: false });
    for (const [size, isGone] of [
      [0, true],
      [7, false],
    ] as const) {
      const picked = file(size);
      await printLater(orders(), () =>
        Promise.resolve({ file: picked as unknown as FileSystemFileHandle }),
      ).catch(() => undefined);
      stopPrint(idOf('Fair.mp4'));
      await stands();
      await vi.waitFor(() => expect(picked.gone).toBe(isGone));
    }
  });
});

describe('a print that fails', () => {
  it('says why, leaves nothing, lets the next one go on, and goes on itself when it is asked to', async () => {
    await printLater(orders());
    await printLater(orders());
    await begins(1);
    fail('The encoder fell over. No file was made.');
    await begins(2);
    expect(line()).toEqual(['Fair.mp4 failed', 'Fair 2.mp4 printing']);
    expect(usePrintQueue.getState().queue[0]?.problem).toBe('The encoder fell over. No file was made.');
    expect([...made.files]).toEqual([idOf('Fair 2.mp4')]);
    await resumePrint(idOf('Fair.mp4'));
    expect(line()).toEqual(['Fair 2.mp4 printing', 'Fair.mp4 waiting']);
    finish();
    await begins(3);
    finish();
    await stands();
    expect(finished()).toEqual(['Fair.mp4', 'Fair 2.mp4']);
  });

  it('does not come back where it is taken out of the line while the browser asks whether its file may be written', async () => {
    let answer: (may: PermissionState) => void = () => undefined;
    const asks = new Promise<PermissionState>((resolve) => (answer = resolve));
    const file = { requestPermission: () => asks, getFile: () => Promise.resolve({ size: 1 }) };
    await printLater(orders(), () => Promise.resolve({ file: file as unknown as FileSystemFileHandle }));
    await begins(1);
    fail('The disk is gone.');
    await stands('Fair.mp4 failed');
    const resuming = resumePrint(idOf('Fair.mp4'));
    stopPrint(idOf('Fair.mp4'));
    answer('granted');
    await resuming;
    expect([line(), made.begun.length]).toEqual([[], 1]);
  });

  it('for want of photos is told before its worker begins', async () => {
    made.missing = '2 photos are missing: PICT1.JPG and PICT2.JPG.';
    await printLater(orders());
    await stands('Fair.mp4 failed');
    expect(usePrintQueue.getState().queue[0]?.problem).toBe(made.missing);
    expect(made.begun).toEqual([]);
    made.missing = undefined;
    await resumePrint(idOf('Fair.mp4'));
    await begins(1);
    finish();
    await stands();
  });

  it('since its place cannot be written is told, and the next one begins', async () => {
    const folder = {
      getFileHandle: () => Promise.reject(new ToldError('The folder is gone.')),
    } as unknown as FileSystemDirectoryHandle;
    await printLater(orders(), () => Promise.resolve({ folder })).catch(() => undefined);
    await vi.waitFor(() => expect(line()[0]).toBe('Fair.mp4 failed'));
    expect(usePrintQueue.getState().queue[0]?.problem).toContain(
      'It cannot be saved there. The folder is gone.',
    );
  });
});

describe('a tab that opens', () => {
  it('lists what broke off and is nobody else’s, with what is finished; files that nothing knows of go', async () => {
    await printLater(orders());
    await printLater(orders());
    await begins(1);
    finish();
    await begins(2);
    const stored = (await storedPrints()).open[0];
    if (!stored) throw new Error('no print');
    // As another tab left it, and one that another tab has.
    await prints.setItem('left', { ...(await prints.getItem<object>(stored.id)), id: 'left', asked: 1 });
    await prints.setItem('theirs', { ...(await prints.getItem<object>(stored.id)), id: 'theirs', asked: 2 });
    await prints.setItem('strange', { state: 'open', id: 7 });
    made.locks.add('theirs');
    for (const name of ['left', 'theirs', 'orphan']) made.files.add(name);
    await restorePrints();
    expect(line()).toContain('Fair 2.mp4 broken');
    expect(line()).toContain('Fair 2.mp4 printing');
    expect(line()).toHaveLength(2);
    expect(said()).toContain(
      'The print Fair 2.mp4 stopped when its tab was closed. Choose “Go on” in Print.',
    );
    expect(finished()).toEqual(['Fair.mp4']);
    expect([...made.files].sort()).toEqual(
      [...useFinishedPrints.getState().prints.map(({ id }) => id), stored.id, ...['left', 'theirs']].sort(),
    );
    finish();
    await vi.waitFor(() => expect(isPrinting()).toBe(false));
    await resumePrint('left');
    await begins(3);
    finish();
    await stands();
    made.locks.delete('theirs');
  });
});

describe('whatever is asked of the line', () => {
  const act = fc.oneof(
    { weight: 3, arbitrary: fc.constant('add' as const) },
    fc.constantFrom('stop' as const, 'finish' as const, 'fail' as const, 'resume' as const, 'pause' as const),
  );

  it('one print goes on at most, none is lost or made twice, and locks and store are of those in line', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(act, fc.nat(5)), { maxLength: 14 }), async (acts) => {
        const asked: string[] = [];
        const given = new Set<string>();
        for (const [does, at] of acts) {
          const { queue } = usePrintQueue.getState();
          const one = queue[at % Math.max(1, queue.length)];
          const goes = (): boolean =>
            queue.some(({ status }) => status === 'printing' || status === 'paused');
          if (does === 'add') {
            const planned = orders();
            // A name that was finished is not in the line any more.
            asked.push(...planned.map(() => 'print'));
            await printLater(planned);
          } else if (does === 'stop' && one) {
            given.add(one.id);
            stopPrint(one.id);
          } else if (does === 'finish' && goes() && made.begun.length > 0) finish();
          else if (does === 'fail' && goes() && made.begun.length > 0) fail('It failed.');
          else if (does === 'resume' && one?.status === 'failed') await resumePrint(one.id);
          else if (does === 'pause') pauseRunningPrint();
          for (let i = 0; i < 6; i++) await new Promise((resolve) => setTimeout(resolve, 0));
          const now = usePrintQueue.getState().queue;
          expect(
            now.filter(({ status }) => status === 'printing' || status === 'paused').length,
          ).toBeLessThan(2);
          expect(new Set(now.map(({ id }) => id)).size).toBe(now.length);
        }
        // Let all go through.
        for (let i = 0; usePrintQueue.getState().queue.length > 0 && i < 60; i++) {
          for (const { id, status } of usePrintQueue.getState().queue)
            if (status === 'failed') await resumePrint(id);
          if (usePrintQueue.getState().queue.some(({ status }) => status === 'paused')) pauseRunningPrint();
          if (made.begun.length > 0) finish();
          await new Promise((resolve) => setTimeout(resolve, 1));
        }
        expect(line()).toEqual([]);
        await vi.waitFor(async () => {
          expect(made.locks.size).toBe(0);
          expect((await storedPrints()).open).toEqual([]);
        });
        const ids = useFinishedPrints.getState().prints.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        // A print that was stopped may have finished just before.
        expect(ids.length).toBeGreaterThanOrEqual(asked.length - given.size);
        expect(ids.length).toBeLessThanOrEqual(asked.length);
        expect([...made.files].sort()).toEqual([...ids].sort());
      }),
      { numRuns: 25, plugins: [fc.beforeEach(clear)] },
    );
  });
});
