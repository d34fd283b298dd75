import { transfer } from 'comlink';
import type { Photo } from '../../../core/film/film';
import type { PhotoPair } from '../../../core/film/photo-pair';
import type { UnsureCells } from '../../../core/film/stroke';
import type { Ground, GroundPhoto } from '../../../core/mend/paint/ground';
import { unsureCells } from '../../../core/mend/paint/ground';
import type { Rect, Size } from '../../../core/picture/size';
import { WorkerPool } from '../threads/worker-pool';
import type { PlateWorker } from './plate.worker';

/** A photo, and how it lies on the plate. */
export interface PlatePhoto {
  readonly photo: Photo;
  readonly pair: PhotoPair;
}

export interface MadePlate {
  readonly png: Uint8Array<ArrayBuffer>;
  readonly unsure: UnsureCells | undefined;
}

/** Memory for photos that are looked through together, in bytes: for more of them the plate is made in several parts. */
const BUDGET = 420e6;

const cores = (): number => Math.max(1, Math.min(4, navigator.hardwareConcurrency || 2));

/** How often all photos are looked through for a plate of a size: once for each of its parts. */
export const passesFor = ({ width, height }: Size, photos: number): number =>
  Math.max(1, Math.ceil((3 * width * height * photos) / BUDGET));

/**
 * Makes a picture of the empty set out of photos that lie on each other: what most of them agree on. `onDone` counts photos that were
 * looked at, over all passes.
 * @throws the signal's reason once it is aborted, or a sentence where a photo is missing.
 */
export async function makePlate(
  photos: readonly PlatePhoto[],
  size: Size,
  signal: AbortSignal,
  onDone: (done: number) => void,
): Promise<MadePlate> {
  const pool = new WorkerPool<PlateWorker>(
    'make a clean plate',
    () => new Worker(new URL('./plate.worker.ts', import.meta.url), { type: 'module' }),
    { most: cores, each: 1, warm: cores() },
  );
  const passes = passesFor(size, photos.length);
  const parts: Ground[] = [];
  let done = 0;
  try {
    for (let pass = 0; pass < passes; pass++) {
      const [top, bottom] = [pass, pass + 1].map((each) => Math.floor((size.height * each) / passes)) as [
        number,
        number,
      ];
      const rows: Rect = { x: 0, y: top, width: size.width, height: bottom - top };
      const shown = await Promise.all(
        photos.map(async ({ photo, pair }) => {
          const part = await pool.run((worker) => worker.rows(photo, pair, size, rows, cores()), signal);
          onDone(++done);
          return part;
        }),
      );
      const grounds = await Promise.all(
        Array.from({ length: cores() }, (_, i) => {
          const own = shown.map((each) => each[i] as GroundPhoto);
          const buffers = own.map(({ data }) => data.buffer as ArrayBuffer);
          return pool.run((worker) => worker.ground(transfer(own, buffers), size.width), signal);
        }),
      );
      parts.push(...grounds);
    }
    const unsure = new Uint8Array(size.width * size.height);
    let at = 0;
    for (const part of parts) {
      unsure.set(part.unsure, at);
      at += part.unsure.length;
    }
    const colours = parts.map(({ data }) => data);
    const png = await pool.run((worker) => worker.png(size, colours), signal);
    return { png, unsure: unsureCells(size, unsure) };
  } finally {
    pool.close();
  }
}
