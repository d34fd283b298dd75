import { wrap, type Remote } from 'comlink';
import { ToldError } from '../../../core/time/told-error';

/** Why a worker cannot work, as a sentence: it is the app that is broken, not what it was given. */
export class WorkerFault extends ToldError {}

/** A worker that is lent: who has it says what becomes of it. */
export interface Lease<T> {
  readonly remote: Remote<T>;
  /** Rejects with a sentence when the worker cannot be loaded or breaks; never resolves. */
  readonly failed: Promise<never>;
  /** Gives it back: it is kept for the next, or ended where there are enough. */
  release(): void;
  /** Ends it, whatever it is doing. */
  end(): void;
}

export interface PoolOptions {
  /** Workers that work at the same time; asked for when there is work, where it depends on the machine. */
  readonly most?: number | (() => number);
  /** Pieces of work that each is given at the same time: one is fetched while another is computed. */
  readonly each?: number;
  /** Workers kept while they have nothing to do. */
  readonly warm?: number;
}

interface Held<T> {
  readonly thread: Worker;
  // Held by the pool: once it is collected, the worker answers no more.
  readonly remote: Remote<T>;
  readonly failed: Promise<never>;
  busy: number;
}

/**
 * Workers of one kind. It starts them when they are needed, hears their errors, keeps a few, and ends them. `start` makes
 * one; `does` says what they do, for the sentence when one cannot: “make pictures”.
 */
export class WorkerPool<T> {
  readonly #start: () => Worker;
  readonly #does: string;
  readonly #options: Required<PoolOptions>;
  readonly #held = new Set<Held<T>>();
  /** In the order in which they came; each looks again when it is woken. */
  readonly #waiting: (() => void)[] = [];

  constructor(does: string, start: () => Worker, { most = 1, each = 1, warm = 1 }: PoolOptions = {}) {
    this.#does = does;
    this.#start = start;
    this.#options = { most, each, warm };
  }

  /** A worker for its own use, for as long as it likes, over and above those that `run` shares out. */
  lease(): Lease<T> {
    const idle = [...this.#held].find(({ busy }) => busy === 0) ?? this.#open();
    // It is nobody else's meanwhile.
    this.#held.delete(idle);
    return {
      remote: idle.remote,
      failed: idle.failed,
      release: () => {
        this.#held.add(idle);
        this.#settle();
      },
      end: () => idle.thread.terminate(),
    };
  }

  /**
   * Does the same with a time limit in milliseconds, counted from this call; gives `late` if it is not met.
   * @throws as `run` does.
   */
  async runWithin<R>(
    limit: number,
    late: R,
    work: (remote: Remote<T>) => Promise<R>,
    signal?: AbortSignal,
  ): Promise<R> {
    const timeout = AbortSignal.timeout(limit);
    try {
      return await this.run(work, signal ? AbortSignal.any([signal, timeout]) : timeout);
    } catch (error) {
      if (timeout.aborted && !signal?.aborted) return late;
      throw error;
    }
  }

  /**
   * Has a worker do something as soon as one has room.
   * @throws the signal's reason once it is aborted, a sentence where the worker breaks, or whatever `work` throws. A worker
   * that did only this is ended then: what it is at is not waited for.
   */
  async run<R>(work: (remote: Remote<T>) => Promise<R>, signal?: AbortSignal): Promise<R> {
    signal?.throwIfAborted();
    const stop = stopOf(signal);
    const held = await this.#room(stop.aborted).catch((error: unknown) => {
      stop.forget();
      throw error;
    });
    try {
      return await Promise.race([work(held.remote), held.failed, stop.aborted]);
    } catch (error) {
      if (signal?.aborted && held.busy === 1) this.#drop(held);
      throw error;
    } finally {
      stop.forget();
      held.busy--;
      this.#settle();
    }
  }

  /** Ends all workers that are not lent. */
  close(): void {
    for (const held of this.#held) this.#drop(held);
  }

  #open(): Held<T> {
    const thread = this.#start();
    const failed = new Promise<never>((_, reject) => {
      thread.addEventListener('error', (event) => {
        event.preventDefault();
        this.#drop(held);
        reject(
          new WorkerFault(`Kermis stopped while it had to ${this.#does}. Reload the page and try again.`, {
            cause: event.message,
          }),
        );
      });
    });
    failed.catch(() => undefined);
    const held: Held<T> = { thread, remote: wrap<T>(thread), failed, busy: 0 };
    this.#held.add(held);
    return held;
  }

  #drop(held: Held<T>): void {
    held.thread.terminate();
    this.#held.delete(held);
  }

  /** The worker with the most room, with a place in it taken; waits where there is none. */
  async #room(aborted: Promise<never>): Promise<Held<T>> {
    const { each } = this.#options;
    const most = typeof this.#options.most === 'function' ? this.#options.most() : this.#options.most;
    for (;;) {
      const [roomiest] = [...this.#held].sort((a, b) => a.busy - b.busy);
      const held =
        roomiest && (roomiest.busy === 0 || this.#held.size >= most)
          ? roomiest
          : this.#held.size < most
            ? this.#open()
            : undefined;
      if (held && held.busy < each) {
        held.busy++;
        return held;
      }
      await Promise.race([new Promise<void>((resolve) => this.#waiting.push(resolve)), aborted]);
    }
  }

  /** Lets those that wait look again, and ends what is too much. */
  #settle(): void {
    const waiting = this.#waiting.splice(0);
    for (const wake of waiting) wake();
    const idle = [...this.#held].filter(({ busy }) => busy === 0);
    if (waiting.length === 0) for (const held of idle.slice(this.#options.warm)) this.#drop(held);
  }
}

/** A promise that rejects when a signal is aborted, and what takes its listener away. */
function stopOf(signal: AbortSignal | undefined): {
  readonly aborted: Promise<never>;
  readonly forget: () => void;
} {
  let listener: () => void = () => undefined;
  const aborted = new Promise<never>((_, reject) => {
    listener = () => reject(signal?.reason as Error);
  });
  aborted.catch(() => undefined);
  signal?.addEventListener('abort', listener, { once: true });
  return { aborted, forget: () => signal?.removeEventListener('abort', listener) };
}
