import type { ReadDrawing } from '../../../core/formats/svg/read-svg';
import type { FilledArea } from '../../../core/mend/draw/fill-area';
import type { Drawn } from '../../../core/picture/drawn/drawn';
import type { Size } from '../../../core/picture/size';
import { err, type Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { DrawWorker } from './draw.worker';

const startDrawWorker = (): Worker =>
  new Worker(new URL('./draw.worker.ts', import.meta.url), { type: 'module' });

const workers = new WorkerPool<DrawWorker>('work on drawings', startDrawWorker, { warm: 1, most: 1 });

/** Files are read beside what is drawn: one that takes long holds nothing up. */
const readers = new WorkerPool<DrawWorker>('read drawings', startDrawWorker, { warm: 1, most: 1 });

/** Time limit, in milliseconds. */
const TIMEOUT = 10_000;

/** Reads drawings from an SVG file, away from the page, within `TIMEOUT`; rejects when it is stopped. */
export const readDrawing = (
  file: Blob,
  { width, height }: Size,
  signal: AbortSignal,
): Promise<Result<ReadDrawing>> =>
  readers.runWithin(
    TIMEOUT,
    err(`it takes longer than ${TIMEOUT / 1000} s to read`),
    async (remote) => await remote.read(file, { width, height }),
    signal,
  );

/** The area around a place, in pixels of a picture of a size, that what is drawn closes in, away from the page. */
export const findFill = (
  drawn: Drawn,
  size: Size,
  x: number,
  y: number,
  gap: number,
): Promise<Result<FilledArea>> => workers.run(async (remote) => await remote.fill(drawn, size, x, y, gap));
