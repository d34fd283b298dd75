import { type Beats } from '../../../core/sound/beats/beats';
import { soundWorkers } from './sound-workers';

/**
 * Finds the beats of a sound in a worker; undefined where it has none.
 * @throws the signal's reason when it is stopped, or a sentence where the worker breaks.
 */
export const findBeatsOf = (hash: string, samples: number, signal: AbortSignal): Promise<Beats | undefined> =>
  soundWorkers.run((worker) => worker.beatsOf(hash, samples), signal);
