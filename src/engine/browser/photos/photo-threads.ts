import { wrap, type Remote } from 'comlink';
import type { BroughtIn } from './bring-in-photo';
import type { PhotoWorker } from './photo.worker';

interface Thread {
  readonly worker: Worker;
  readonly remote: Remote<PhotoWorker>;
}

const startThread = (): Thread => {
  const worker = new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<PhotoWorker>(worker) };
};

/** Photos in each worker at the same time: a few are kept together while others are read and computed. */
const IN_EACH = 6;

/** Workers that bring photos in, one for each core. The owner closes them. */
export class PhotoThreads {
  /** How many photos are worked on at the same time. */
  readonly size: number;
  readonly #all: Thread[];
  /** Free places, each the thread it belongs to; a thread stands here once for each. */
  readonly #free: Thread[];
  readonly #waiting: ((thread: Thread) => void)[] = [];

  constructor(most: number) {
    const threads = Math.max(1, Math.min(6, navigator.hardwareConcurrency || 2, most));
    this.#all = Array.from({ length: threads }, startThread);
    this.#free = Array.from({ length: IN_EACH }, () => this.#all).flat();
    this.size = this.#free.length;
  }

  /** Brings a photo in as soon as a worker has room for it. */
  async bringIn(file: File): Promise<BroughtIn> {
    const thread =
      this.#free.shift() ?? (await new Promise<Thread>((resolve) => this.#waiting.push(resolve)));
    try {
      return await thread.remote.bringInPhoto(file);
    } finally {
      const next = this.#waiting.shift();
      if (next) next(thread);
      else this.#free.push(thread);
    }
  }

  close(): void {
    for (const { worker } of this.#all) worker.terminate();
  }
}
