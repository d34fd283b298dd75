import { reasonOf } from '../../faults/reason-of';
import type { PrintOrder } from '../../../core/print/print-order';
import { withProgress } from '../threads/with-progress';
import { WorkerPool } from '../threads/worker-pool';
import type { PrintNews, PrintPlace } from './print-context';
import type { PrintReport, PrintWorker } from './print.worker';

/** What became of a print, or a sentence about why there is none. */
export type Printed =
  | {
      readonly ok: true;
      readonly report: PrintReport;
      /** How long it took to make, but for reading it again. */
      readonly seconds: number;
    }
  | { readonly ok: false; readonly stopped: boolean; readonly problem: string };

const workers = new WorkerPool<PrintWorker>(
  'print',
  () => new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0 },
);

/** A print that goes on in a worker. */
export interface RunningPrint {
  /** Never rejects; nothing is left behind under the file's name when it was stopped or failed. */
  readonly outcome: Promise<Printed>;
  /** Holds it back, or lets it go on. */
  pause(isPaused: boolean): void;
  stop(): void;
}

export interface PrintListeners {
  readonly onNews: (news: PrintNews) => void;
  /** Frames that are read again once the file is there. */
  readonly onRead: (frames: number) => void;
}

/** Begins a print in a worker of its own. `piecesRoom` is how many bytes kept pieces may take. */
export function startInWorker(
  order: PrintOrder,
  place: PrintPlace,
  piecesRoom: number,
  { onNews, onRead }: PrintListeners,
): RunningPrint {
  const lease = workers.lease();
  const stopping = new AbortController();
  const started = performance.now();
  const stopped = new Promise<never>((_, reject) =>
    stopping.signal.addEventListener('abort', () => reject(new Error('stopped'))),
  );
  stopped.catch(() => undefined);
  const run = async (): Promise<Printed> => {
    try {
      const report = await withProgress(onNews, (tell) =>
        withProgress(onRead, (read) =>
          Promise.race([lease.remote.print(order, place, piecesRoom, tell, read), lease.failed, stopped]),
        ),
      );
      const seconds = (performance.now() - started) / 1000 - report.readSeconds;
      return { ok: true, report, seconds };
    } catch (error) {
      if (stopping.signal.aborted)
        return { ok: false, stopped: true, problem: 'The print was stopped. No file was made.' };
      return {
        ok: false,
        stopped: false,
        problem: `${reasonOf(error)} No file was made: choose “Go on” to try again.`,
      };
    } finally {
      lease.end();
    }
  };
  return {
    outcome: run(),
    pause: (isPaused) => void lease.remote.pause(isPaused),
    stop: () => stopping.abort(),
  };
}
