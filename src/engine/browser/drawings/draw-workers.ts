import type { ReadDrawing } from '../../../core/formats/svg/read-svg';
import type { FilledArea } from '../../../core/mend/draw/fill-area';
import type { Drawn } from '../../../core/picture/drawn/drawn';
import type { Size } from '../../../core/picture/size';
import type { Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { DrawWorker } from './draw.worker';

const workers = new WorkerPool<DrawWorker>(
  'work on drawings',
  () => new Worker(new URL('./draw.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 1, most: 1 },
);

/** Reads drawings from an SVG file, away from the page; rejects when it is stopped. */
export const readDrawing = (file: Blob, film: Size, signal: AbortSignal): Promise<Result<ReadDrawing>> =>
  workers.run(async (remote) => await remote.read(file, { width: film.width, height: film.height }), signal);

/** The area around a place, in pixels of a picture of a size, that what is drawn closes in, away from the page. */
export const findFill = (
  drawn: Drawn,
  size: Size,
  x: number,
  y: number,
  gap: number,
): Promise<Result<FilledArea>> => workers.run(async (remote) => await remote.fill(drawn, size, x, y, gap));
