import { reasonOf } from '../../faults/reason-of';
import type { BroughtIn, HowToBringIn } from './bring-in-photo';
import { WorkerPool } from '../threads/worker-pool';
import type { PhotoWorker } from './photo.worker';

/** A worker as it is used here. */
export interface PhotoThread {
  readonly bringIn: (file: File, how: HowToBringIn) => Promise<BroughtIn | 'slow'>;
  readonly end: () => void;
}

const workers = new WorkerPool<PhotoWorker>(
  'read photos',
  () => new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' }),
);

function startThread(): PhotoThread {
  const lease = workers.lease();
  return {
    bringIn: (file, how) => Promise.race([lease.remote.bringInPhoto(file, how), lease.failed]),
    end: () => lease.end(),
  };
}

/** Photos in each worker at the same time: a few are kept together while others are read and computed. */
const IN_EACH = 6;

/** Files for a package that may wait: they are not read yet. */
const MOST_WAITING = 48;

/** A worker that finishes nothing for so long is ended, and what was in it tried one by one; in milliseconds. */
const STALLED = 10_000;
/** How long photos that are being looked at are waited for when the work is stopped, in milliseconds. */
const PATIENCE = 4000;
/** So long a file may take that is worked on alone. */
const LONGEST = 30_000;

/** What is known of a file that is brought in. */
export interface Known {
  readonly signal?: AbortSignal;
  /** The hash that its bytes must have. */
  readonly expected?: string;
  /** It comes out of the store: only its small pictures are made. */
  readonly isStored?: boolean;
  /** It is waited for, and stored at once. */
  readonly atOnce?: boolean;
}

interface Job {
  readonly file: File;
  readonly known: Known;
  readonly resolve: (outcome: BroughtIn | undefined) => void;
}

/** A place for workers: each is started when it is needed first, and started anew where one was ended. */
interface Place {
  thread: PhotoThread | undefined;
  readonly jobs: Set<Job>;
  timer: ReturnType<typeof setTimeout> | undefined;
}

const newPlaces = (count: number): readonly Place[] =>
  Array.from({ length: count }, () => ({ thread: undefined, jobs: new Set<Job>(), timer: undefined }));

/**
 * Workers that bring photos in, one for each core; and as many again for files that a package has to decode, one file each:
 * what takes long, or never ends, holds up no other. The owner closes them.
 */
export class PhotoThreads {
  /** How many photos are worked on at the same time, and how many more may wait for a package without holding up others. */
  readonly size: number;
  readonly room: number;
  readonly #start: () => PhotoThread;
  readonly #quick: readonly Place[];
  readonly #slow: readonly Place[];
  #waiting: Job[] = [];
  #waitingSlow: Job[] = [];
  #closed = false;

  constructor(most: number, start: () => PhotoThread = startThread) {
    this.#start = start;
    const threads = Math.max(1, Math.min(6, navigator.hardwareConcurrency || 2, most));
    this.#quick = newPlaces(threads);
    this.#slow = newPlaces(threads);
    this.size = threads * IN_EACH;
    this.room = this.size + MOST_WAITING;
  }

  /**
   * Brings a photo in as soon as a worker has room for it. Once `signal` is aborted none is begun any more; what is being
   * looked at is waited for, but not for ever: a store that takes no more and does not say so must not hold up who wants to
   * stop. Undefined for what was left.
   */
  bringIn(file: File, known: Known = {}): Promise<BroughtIn | undefined> {
    return new Promise((resolve) => {
      const { signal } = known;
      if (signal?.aborted) return resolve(undefined);
      const job: Job = { file, known, resolve };
      const stop = (): void => {
        const isWaiting = this.#waiting.includes(job) || this.#waitingSlow.includes(job);
        this.#waiting = this.#waiting.filter((each) => each !== job);
        this.#waitingSlow = this.#waitingSlow.filter((each) => each !== job);
        if (isWaiting) resolve(undefined);
        else setTimeout(() => resolve(undefined), PATIENCE);
      };
      signal?.addEventListener('abort', stop, { once: true });
      this.#waiting.push(job);
      this.#next();
    });
  }

  close(): void {
    this.#closed = true;
    for (const place of [...this.#quick, ...this.#slow]) this.#end(place);
    this.#waiting = [];
    this.#waitingSlow = [];
  }

  #end(place: Place): readonly Job[] {
    clearTimeout(place.timer);
    place.thread?.end();
    place.thread = undefined;
    const jobs = [...place.jobs];
    place.jobs.clear();
    return jobs;
  }

  /** Gives what waits to who has room. */
  #next(): void {
    if (this.#closed) return;
    const roomiest = (): Place | undefined =>
      this.#quick.reduce<Place | undefined>(
        (best, each) => (each.jobs.size < (best?.jobs.size ?? IN_EACH) ? each : best),
        undefined,
      );
    for (let place = roomiest(); place && this.#waiting.length > 0; place = roomiest())
      this.#run(place, this.#waiting.shift() as Job, false);
    for (const place of this.#slow) {
      const job = place.jobs.size === 0 ? this.#waitingSlow.shift() : undefined;
      if (job) this.#run(place, job, true);
    }
  }

  #run(place: Place, job: Job, slowly: boolean): void {
    place.thread ??= this.#start();
    place.jobs.add(job);
    if (slowly || place.jobs.size === 1) this.#watch(place, slowly);
    const { thread } = place;
    const { expected, isStored, atOnce } = job.known;
    const done = (outcome: BroughtIn | 'slow'): void => {
      // What comes from a worker that was given up is not waited for any more.
      if (place.thread !== thread || !place.jobs.delete(job)) return;
      if (place.jobs.size > 0) this.#watch(place, slowly);
      else clearTimeout(place.timer);
      if (outcome === 'slow' && job.known.signal?.aborted) job.resolve(undefined);
      else if (outcome === 'slow') this.#waitingSlow.push(job);
      else job.resolve(outcome);
      this.#next();
    };
    thread.bringIn(job.file, { expected, isStored, atOnce, slowly }).then(done, (error: unknown) =>
      done({
        ok: false,
        name: job.file.name,
        problem: `${job.file.name} could not be read. ${reasonOf(error)} It was left out.`,
        full: false,
      }),
    );
  }

  /** From now on something has to be finished in time. */
  #watch(place: Place, slowly: boolean): void {
    clearTimeout(place.timer);
    place.timer = setTimeout(() => this.#giveUp(place, slowly), slowly ? LONGEST : STALLED);
  }

  #giveUp(place: Place, slowly: boolean): void {
    const jobs = this.#end(place);
    if (!slowly) this.#waitingSlow.push(...jobs);
    else
      for (const { file, resolve } of jobs)
        resolve({
          ok: false,
          name: file.name,
          problem: `${file.name} could not be read within ${LONGEST / 1000} s: it is damaged, or too large for this computer. It was left out.`,
          full: false,
        });
    this.#next();
  }
}
