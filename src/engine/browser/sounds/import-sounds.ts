import { reasonOf } from '../../faults/reason-of';
import type { SoundBroughtIn } from './bring-in-sound';
import { withProgress } from '../threads/with-progress';
import { soundWorkers } from './sound-workers';

/** How far sounds have come in: files done of how many, and the seconds of the one that is read. */
export interface SoundProgress {
  readonly done: number;
  readonly total: number;
  readonly seconds: number;
}

/** A file of which nothing comes for so long is given up, in milliseconds; a large one is hashed before anything does. */
const LONGEST_SILENCE = 60_000;

/**
 * Brings sounds in, one after the other, in a worker; stops between two pieces of a file when `signal` says so. A worker that
 * hangs is ended and started anew: no file holds up those behind it.
 */
export async function importSounds(
  files: readonly File[],
  signal: AbortSignal,
  onSound: (outcome: SoundBroughtIn) => void,
  onProgress: (progress: SoundProgress) => void = () => undefined,
): Promise<void> {
  let thread = soundWorkers.lease();
  const stopped = new Promise<undefined>((resolve) =>
    signal.addEventListener('abort', () => resolve(undefined), { once: true }),
  );
  try {
    for (const [done, file] of files.entries()) {
      if (signal.aborted) return;
      onProgress({ done, total: files.length, seconds: 0 });
      let giveUp: () => void = () => undefined;
      const silent = new Promise<'silent'>((resolve) => (giveUp = () => resolve('silent')));
      let timer = setTimeout(giveUp, LONGEST_SILENCE);
      const outcome = await withProgress(
        (seconds: number) => {
          clearTimeout(timer);
          timer = setTimeout(giveUp, LONGEST_SILENCE);
          onProgress({ done, total: files.length, seconds });
        },
        (tell) => {
          const { remote, failed } = thread;
          return Promise.race([remote.bringInSound(file, tell), failed, stopped, silent]);
        },
      )
        .catch((error: unknown): SoundBroughtIn => {
          thread = soundWorkers.lease();
          return {
            ok: false,
            problem: `${file.name} could not be read. ${reasonOf(error)} It was left out.`,
          };
        })
        .finally(() => clearTimeout(timer));
      if (!outcome) return;
      if (outcome === 'silent') {
        thread.end();
        thread = soundWorkers.lease();
        const problem = `${file.name} could not be read: nothing of it came for ${LONGEST_SILENCE / 1000} s. It was left out.`;
        onSound({ ok: false, problem });
      } else onSound(outcome);
    }
  } finally {
    thread.end();
  }
}
