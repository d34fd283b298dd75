import type { Film } from '../../../core/film/film';
import type { Span } from '../../../core/film/moments';
import { withProgress } from '../threads/with-progress';
import { WorkerPool } from '../threads/worker-pool';
import type { PrintKind } from './print-kinds';
import type { PrintWorker } from './print.worker';

/** A finished print, or a sentence about why there is none. */
export type Printed =
  | { readonly ok: true; readonly file: Blob; readonly seconds: number }
  | { readonly ok: false; readonly stopped: boolean; readonly problem: string };

const workers = new WorkerPool<PrintWorker>(
  'print',
  () => new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0 },
);

/** Prints a film in a worker. Never throws; nothing is left behind when `signal` stops it. */
export async function printInWorker(
  film: Film,
  kind: PrintKind,
  span: Span,
  signal: AbortSignal,
  onFrame: (written: number) => void,
): Promise<Printed> {
  const started = performance.now();
  try {
    const file = await withProgress(onFrame, (tell) =>
      workers.run((worker) => worker.print(film, kind, span, tell), signal),
    );
    return { ok: true, file, seconds: (performance.now() - started) / 1000 };
  } catch (error) {
    if (signal.aborted)
      return { ok: false, stopped: true, problem: 'The print was stopped. No file was made.' };
    const reason = error instanceof Error ? error.message : String(error);
    return { ok: false, stopped: false, problem: `The print failed: ${reason} No file was made.` };
  }
}
