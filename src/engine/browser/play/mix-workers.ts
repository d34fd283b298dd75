import { WorkerPool } from '../threads/worker-pool';
import type { MixWorker } from './mix.worker';

/** Workers that mix a film's sound. */
export const mixWorkers = new WorkerPool<MixWorker>(
  'mix the sound',
  () => new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' }),
  { most: 2, warm: 0 },
);
