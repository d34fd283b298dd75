import type { Photo } from '../../../core/film/film';
import type { FoundLight } from '../../../core/film/photo-mends';
import type { Move } from '../../../core/picture/move';
import type { LightChange } from '../../../core/picture/steps/light-change';
import type { Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { MendWorker } from './mend.worker';

const pool = new WorkerPool<MendWorker>(
  'look for mends',
  () => new Worker(new URL('./mend.worker.ts', import.meta.url), { type: 'module' }),
  { most: () => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2)), each: 2, warm: 2 },
);

/**
 * What brings the light of a photo to how another one looks, whose own light is changed by `look`.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findLight = (
  photo: Photo,
  reference: Photo,
  look: LightChange,
  signal: AbortSignal,
): Promise<Result<FoundLight>> =>
  pool.run(async (worker) => await worker.matchLight(photo, reference, look), signal);

/**
 * Where what stands still in an anchor lies in a photo, as both are shown.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findPlace = (photo: Photo, anchor: Photo, signal: AbortSignal): Promise<Result<Move>> =>
  pool.run(async (worker) => await worker.matchPlace(photo, anchor), signal);

/**
 * Of the changes of a run, in the order of the film, what does not change slowly.
 * @throws a sentence where its worker breaks.
 */
export const findFlicker = (wanted: readonly LightChange[]): Promise<readonly LightChange[]> =>
  pool.run((worker) => worker.withoutSlow(wanted));
