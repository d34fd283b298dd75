import { wrap } from 'comlink';
import type { Beats } from '../../../core/film/sound';
import type { SoundWorker } from './sound.worker';

/** Finds the beats of a sound in a worker of its own; stopped when `signal` says so. */
export async function findBeatsOf(
  hash: string,
  samples: number,
  signal: AbortSignal,
): Promise<Beats | undefined> {
  const thread = new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' });
  try {
    const stopped = new Promise<never>((_, reject) =>
      signal.addEventListener('abort', () => reject(new Error('stopped')), { once: true }),
    );
    return await Promise.race([wrap<SoundWorker>(thread).beatsOf(hash, samples), stopped]);
  } finally {
    thread.terminate();
  }
}
