import type { Loudness } from '../../../core/sound/loudness';
import type { MixPlan } from '../../../core/mix/mix-plan';
import { withProgress } from '../threads/with-progress';
import { mixWorkers } from './mix-workers';

/**
 * Measures a mix from end to end in a worker; `onPart` hears how much of it is done, 0 to 1.
 * @throws a sentence where the worker breaks.
 */
export const measureMix = (plan: MixPlan, onPart: (part: number) => void): Promise<Loudness> =>
  withProgress(onPart, (tell) => mixWorkers.run((worker) => worker.measure(plan, tell)));
