import { wrap } from 'comlink';
import type { SoundBroughtIn } from './bring-in-sound';
import { withProgress } from '../threads/with-progress';
import type { SoundWorker } from './sound.worker';

/** How far sounds have come in: files done of how many, and the seconds of the one that is read. */
export interface SoundProgress {
  readonly done: number;
  readonly total: number;
  readonly seconds: number;
}

/** Brings sounds in, one after the other, in a worker; stops between two pieces of a file when `signal` says so. */
export async function importSounds(
  files: readonly File[],
  signal: AbortSignal,
  onSound: (outcome: SoundBroughtIn) => void,
  onProgress: (progress: SoundProgress) => void = () => undefined,
): Promise<void> {
  const thread = new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<SoundWorker>(thread);
  const stopped = new Promise<undefined>((resolve) =>
    signal.addEventListener('abort', () => resolve(undefined), { once: true }),
  );
  try {
    for (const [done, file] of files.entries()) {
      if (signal.aborted) return;
      onProgress({ done, total: files.length, seconds: 0 });
      const outcome = await withProgress(
        (seconds: number) => onProgress({ done, total: files.length, seconds }),
        (tell) => Promise.race([remote.bringInSound(file, tell), stopped]),
      );
      if (!outcome) return;
      onSound(outcome);
    }
  } finally {
    thread.terminate();
  }
}
