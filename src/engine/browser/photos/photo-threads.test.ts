import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { BroughtIn, HowToBringIn } from './bring-in-photo';
import { PhotoThreads, type PhotoThread } from './photo-threads';

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('navigator', { hardwareConcurrency: 2 });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const looked = (name: string): BroughtIn => ({ ok: true, photo: { name } as never });

/** Workers that do as their files are called: `quick` at once, `slow 9` in nine seconds, `hangs` never; `raw` is handed back. */
function workers(): { start: () => PhotoThread; ended: () => number; started: () => number } {
  let [started, ended] = [0, 0];
  const start = (): PhotoThread => {
    started++;
    return {
      bringIn: async ({ name }: File, { slowly }: HowToBringIn) => {
        if (name.startsWith('raw') && !slowly) return 'slow';
        if (name.includes('hangs')) return new Promise(() => undefined);
        const seconds = Number(/slow (\d+)/.exec(name)?.[1] ?? 0);
        if (seconds > 0) await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
        return looked(name);
      },
      end: () => ended++,
    };
  };
  return { start, ended: () => ended, started: () => started };
}

/** Brings files in; gives what became of each by its name, filled as they are done. */
function bringIn(threads: PhotoThreads, names: readonly string[]): Record<string, string> {
  const outcomes: Record<string, string> = {};
  for (const name of names)
    void threads.bringIn(new File([], name)).then((outcome) => {
      outcomes[name] = outcome?.ok ? 'in' : (outcome?.problem ?? 'stopped');
    });
  return outcomes;
}

const COULD_NOT =
  /could not be read within 30 s: it is damaged, or too large for this computer\. It was left out\./;

it('a file that never ends is given up with a sentence, and none that came with it is lost', async () => {
  const { start, ended } = workers();
  const threads = new PhotoThreads(20, start);
  const outcomes = bringIn(threads, ['hangs', ...Array.from({ length: 19 }, (_, i) => `quick ${i}`)]);
  await vi.advanceTimersByTimeAsync(1000);
  // The other worker, and its own, go on.
  expect(Object.keys(outcomes)).toHaveLength(19);
  await vi.advanceTimersByTimeAsync(10_000 + 30_000);
  expect(outcomes['hangs']).toMatch(COULD_NOT);
  expect(Object.values(outcomes).filter((each) => each === 'in')).toHaveLength(19);
  // Where it hung first, and where it was tried alone.
  expect(ended()).toBe(2);
  threads.close();
});

it('what stands behind one that halts its worker comes in all the same, and what is only slow does, too', async () => {
  const { start } = workers();
  // A worker that computes does nothing else: what is in it waits.
  let busy = Promise.resolve();
  const halting = (): PhotoThread => {
    const thread = start();
    return {
      ...thread,
      bringIn: (file, how) =>
        (busy = busy.then(() => thread.bringIn(file, how).then(() => undefined))).then(() =>
          looked(file.name),
        ),
    };
  };
  vi.stubGlobal('navigator', { hardwareConcurrency: 1 });
  const threads = new PhotoThreads(
    4,
    (() => {
      let first = true;
      return () => {
        const own = first ? halting() : start();
        first = false;
        return own;
      };
    })(),
  );
  const outcomes = bringIn(threads, ['hangs', 'quick a', 'slow 12', 'quick b']);
  await vi.advanceTimersByTimeAsync(9000);
  expect(outcomes).toEqual({});
  await vi.advanceTimersByTimeAsync(60_000);
  expect(outcomes).toMatchObject({ 'quick a': 'in', 'slow 12': 'in', 'quick b': 'in' });
  expect(outcomes['hangs']).toMatch(COULD_NOT);
  threads.close();
});

it('files that a package decodes are in nobody’s way', async () => {
  const { start, started } = workers();
  const threads = new PhotoThreads(40, start);
  const outcomes = bringIn(threads, [
    'raw hangs 1',
    'raw slow 5',
    'raw quick',
    ...Array.from({ length: 30 }, (_, i) => `quick ${i}`),
  ]);
  await vi.advanceTimersByTimeAsync(100);
  expect(Object.values(outcomes).filter((each) => each === 'in')).toHaveLength(30);
  await vi.advanceTimersByTimeAsync(6000);
  expect(outcomes).toMatchObject({ 'raw slow 5': 'in', 'raw quick': 'in' });
  await vi.advanceTimersByTimeAsync(30_000);
  expect(outcomes['raw hangs 1']).toMatch(COULD_NOT);
  expect(started()).toBe(4);
  threads.close();
});

it('who stops waits a moment for what is being looked at, and for nothing else', async () => {
  const threads = new PhotoThreads(1, workers().start);
  const stopping = new AbortController();
  const waiting = threads.bringIn(new File([], 'hangs'), { signal: stopping.signal });
  const behind = threads.bringIn(new File([], 'raw'), { signal: stopping.signal });
  const begun = Promise.race([waiting, Promise.resolve('still looked at')]);
  stopping.abort();
  expect(await begun).toBe('still looked at');
  await vi.advanceTimersByTimeAsync(4000);
  expect([await waiting, await behind]).toEqual([undefined, undefined]);
  threads.close();
});
