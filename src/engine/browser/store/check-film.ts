import { wrap } from 'comlink';
import type { Film } from '../../../core/film/film';
import type { Lost } from './check-stores';
import type { CheckWorker } from './check.worker';

/** Looks through the stores for what a film needs, in a worker: there may be thousands of names. */
export async function checkFilm({ photos, sounds }: Film): Promise<Lost> {
  const thread = new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<CheckWorker>(thread).checkStores({ photos, sounds });
  } finally {
    thread.terminate();
  }
}
