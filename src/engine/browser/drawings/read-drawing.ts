import type { ReadDrawing } from '../../../core/formats/svg/read-svg';
import type { Size } from '../../../core/picture/size';
import type { Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { SvgWorker } from './svg.worker';

const workers = new WorkerPool<SvgWorker>(
  'read drawings',
  () => new Worker(new URL('./svg.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0, most: 1 },
);

/** Reads drawings from an SVG file, away from the page; rejects when it is stopped. */
export const readDrawing = (file: Blob, film: Size, signal: AbortSignal): Promise<Result<ReadDrawing>> =>
  workers.run(async (remote) => await remote.read(file, { width: film.width, height: film.height }), signal);
