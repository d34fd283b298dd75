import type { Film } from '../../../core/film/film';
import { WorkerPool } from '../threads/worker-pool';
import type { Lost } from './check-stores';
import type { CheckWorker } from './check.worker';

const workers = new WorkerPool<CheckWorker>(
  'look through the stores',
  () => new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0 },
);

/** Looks through the stores for what a film needs, in a worker: there may be thousands of names. */
export const checkFilm = ({ photos, sounds }: Film): Promise<Lost> =>
  workers.run((worker) => worker.checkStores({ photos, sounds }));
