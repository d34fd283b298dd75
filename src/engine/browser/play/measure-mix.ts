import { wrap } from 'comlink';
import type { Loudness } from '../../../core/sound/loudness';
import type { MixPlan } from '../../../core/sound/mix-plan';
import { withProgress } from '../threads/with-progress';
import type { MixWorker } from './mix.worker';

/** Measures a mix from end to end in a worker of its own. */
export async function measureMix(plan: MixPlan, onPart: (part: number) => void): Promise<Loudness> {
  const thread = new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await withProgress(onPart, (tell) => wrap<MixWorker>(thread).measure(plan, tell));
  } finally {
    thread.terminate();
  }
}
