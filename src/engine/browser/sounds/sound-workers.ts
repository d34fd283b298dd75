import { WorkerPool } from '../threads/worker-pool';
import type { SoundWorker } from './sound.worker';

/** Workers that read sounds and look for beats in them. */
export const soundWorkers = new WorkerPool<SoundWorker>(
  'read sounds',
  () => new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' }),
  { most: 2, warm: 0 },
);
