import { proxy, wrap } from 'comlink';
import type { Loudness } from '../../../core/sound/loudness';
import type { MixPlan } from '../../../core/sound/mix-plan';
import type { MixWorker } from './mix.worker';

/** Measures a mix from end to end in a worker of its own. */
export async function measureMix(plan: MixPlan, onPart: (part: number) => void): Promise<Loudness> {
  const thread = new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<MixWorker>(thread).measure(plan, proxy(onPart));
  } finally {
    thread.terminate();
  }
}
