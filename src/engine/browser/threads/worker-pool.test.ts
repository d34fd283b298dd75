import { expose } from 'comlink';
import { afterEach, expect, it, vi } from 'vitest';
import { WorkerPool } from './worker-pool';

/** What a worker of the tests can do. */
interface Api {
  readonly answer: (value: number) => Promise<number>;
  readonly hang: () => Promise<never>;
}

/** A worker in this thread: the two ends of a channel, that knows whether it was ended and can be made to break. */
class TestWorker extends EventTarget {
  readonly #channel = new MessageChannel();
  ended = false;
  /** Pieces of work in it now, and the most there were. */
  static most = 0;
  busy = 0;

  constructor() {
    super();
    const end = this.#channel.port1;
    const api: Api = {
      answer: async (value) => {
        TestWorker.most = Math.max(TestWorker.most, ++this.busy);
        await Promise.resolve();
        this.busy--;
        if (value < 0) throw new Error('below zero');
        return value * 2;
      },
      hang: () => new Promise(() => undefined),
    };
    expose(api, end);
  }

  get port(): MessagePort {
    return this.#channel.port2;
  }

  break(): void {
    this.dispatchEvent(Object.assign(new Event('error', { cancelable: true }), { message: 'no such file' }));
  }

  terminate(): void {
    this.ended = true;
    this.#channel.port1.close();
    this.#channel.port2.close();
  }
}

vi.mock('comlink', async (original) => {
  const comlink = await original<typeof import('comlink')>();
  return { ...comlink, wrap: (worker: TestWorker) => comlink.wrap(worker.port) };
});

const pools: WorkerPool<Api>[] = [];
afterEach(() => pools.splice(0).forEach((pool) => pool.close()));

function poolOf(options: ConstructorParameters<typeof WorkerPool>[2]): {
  readonly pool: WorkerPool<Api>;
  readonly started: readonly TestWorker[];
} {
  const started: TestWorker[] = [];
  const start = (): Worker => {
    const worker = new TestWorker();
    started.push(worker);
    return worker as unknown as Worker;
  };
  const pool = new WorkerPool<Api>('count', start, options);
  pools.push(pool);
  return { pool, started };
}

it('shares work out to no more workers than it may have, keeps the warm ones and ends the rest', async () => {
  const { pool, started } = poolOf({ most: 3, each: 1, warm: 1 });
  const all = Array.from({ length: 12 }, (_, i) => pool.run((worker) => worker.answer(i)));
  expect(await Promise.all(all)).toEqual(Array.from({ length: 12 }, (_, i) => 2 * i));
  expect(started).toHaveLength(3);
  expect(started.filter(({ ended }) => !ended)).toHaveLength(1);
  await pool.run((worker) => worker.answer(1));
  expect(started).toHaveLength(3);
});

it('work that throws says what it threw, and the worker goes on', async () => {
  const { pool, started } = poolOf({});
  await expect(pool.run((worker) => worker.answer(-1))).rejects.toThrow('below zero');
  expect(await pool.run((worker) => worker.answer(4))).toBe(8);
  expect(started).toHaveLength(1);
});

it('a worker that cannot be loaded, or breaks, is told in a sentence; its job ends, and the next gets a new one', async () => {
  const { pool, started } = poolOf({});
  const job = pool.run((worker) => worker.hang());
  await Promise.resolve();
  started[0]?.break();
  await expect(job).rejects.toThrow('Kermis stopped while it had to count. Reload the page and try again.');
  expect(started[0]?.ended).toBe(true);
  expect(await pool.run((worker) => worker.answer(2))).toBe(4);
  expect(started).toHaveLength(2);
});

it('what is stopped ends its worker and lets those that wait go on; what waits can be stopped, too', async () => {
  const { pool, started } = poolOf({});
  const [first, second] = [new AbortController(), new AbortController()];
  const hanging = pool.run((worker) => worker.hang(), first.signal);
  const waiting = pool.run((worker) => worker.answer(1), second.signal);
  const last = pool.run((worker) => worker.answer(5));
  second.abort(new Error('not wanted'));
  first.abort(new Error('stopped by hand'));
  await expect(hanging).rejects.toThrow('stopped by hand');
  await expect(waiting).rejects.toThrow('not wanted');
  expect(await last).toBe(10);
  expect(started.map(({ ended }) => ended)).toEqual([true, false]);
});

it('what is not done within its time gives what was asked for then, and ends its worker; what is stopped before says so', async () => {
  const { pool, started } = poolOf({});
  expect(await pool.runWithin(10_000, 0, (remote) => remote.answer(4))).toBe(8);
  expect(await pool.runWithin(5, 'late', (remote) => remote.hang())).toBe('late');
  expect(started.map(({ ended }) => ended)).toEqual([true]);
  const stopping = new AbortController();
  const stopped = pool.runWithin(10_000, 'late', (remote) => remote.hang(), stopping.signal);
  stopping.abort(new Error('stopped'));
  await expect(stopped).rejects.toThrow('stopped');
});

it('a worker that is lent is nobody else’s until it is given back', async () => {
  const { pool, started } = poolOf({});
  const lease = pool.lease();
  expect(await pool.run((worker) => worker.answer(1))).toBe(2);
  expect(started).toHaveLength(2);
  lease.release();
  lease.end();
  expect(started.filter(({ ended }) => ended).length).toBeGreaterThan(0);
});
