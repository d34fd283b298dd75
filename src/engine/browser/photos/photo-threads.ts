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

/** Workers that bring photos in, one for each core. The owner closes them. */
export class PhotoThreads {
  /** How many photos are worked on at the same time. */
  readonly size: number;
  readonly #all: Thread[];
  readonly #idle: Thread[];
  readonly #waiting: ((thread: Thread) => void)[] = [];

  constructor(most: number) {
    this.size = Math.max(1, Math.min(6, navigator.hardwareConcurrency || 2, most));
    this.#all = Array.from({ length: this.size }, startThread);
    this.#idle = [...this.#all];
  }

  /** Brings a photo in as soon as a worker is free. */
  async bringIn(file: File): Promise<BroughtIn> {
    const thread = this.#idle.pop() ?? (await new Promise<Thread>((resolve) => this.#waiting.push(resolve)));
    try {
      return await thread.remote.bringInPhoto(file);
    } finally {
      const next = this.#waiting.shift();
      if (next) next(thread);
      else this.#idle.push(thread);
    }
  }

  close(): void {
    for (const { worker } of this.#all) worker.terminate();
  }
}
