import type { Photo } from '../../../core/film/film';
import { inNumberOrder } from '../../../core/film/numbering';
import type { BroughtIn } from './bring-in-photo';
import { PhotoThreads } from './photo-threads';

/** How far an import is. */
export interface ImportProgress {
  readonly done: number;
  readonly total: number;
}

export interface ImportOptions {
  readonly signal: AbortSignal;
  readonly onProgress: (progress: ImportProgress) => void;
  /** Called with photos as they come in, in number order within each call; they are already kept. */
  readonly onPhotos: (photos: readonly Photo[]) => void;
  readonly onProblem: (problem: Extract<BroughtIn, { ok: false }>) => void;
}

/** Photos are handed over together this often, in milliseconds, so that the strip is not redrawn for each. */
const HAND_OVER_EVERY = 300;

/**
 * Brings files in, in number order, with a worker for each core. Resolves when all are in, the import was
 * stopped, or the storage is full; what came in until then has been handed over.
 */
export async function importPhotos(files: readonly File[], options: ImportOptions): Promise<void> {
  const queue = inNumberOrder(files, (file) => file.name);
  const total = queue.length;
  const threads = new PhotoThreads(total);
  let next = 0;
  let done = 0;
  let full = false;
  // Photos wait here until all before them are in, so that the film grows from its start.
  const waiting = new Map<number, Photo | null>();
  let handedOver = 0;
  let lastTime = 0;

  const handOver = (everything: boolean): void => {
    const now = performance.now();
    if (!everything && now - lastTime < HAND_OVER_EVERY) return;
    lastTime = now;
    const ready: Photo[] = [];
    const take = (index: number): void => {
      const photo = waiting.get(index);
      waiting.delete(index);
      if (photo) ready.push(photo);
    };
    if (everything) for (const index of [...waiting.keys()].sort((a, b) => a - b)) take(index);
    else for (; waiting.has(handedOver); handedOver++) take(handedOver);
    if (ready.length > 0) options.onPhotos(ready);
  };

  const work = async (): Promise<void> => {
    while (next < total && !full && !options.signal.aborted) {
      const index = next++;
      const outcome = await threads.bringIn(queue[index] as File);
      if (outcome.ok) waiting.set(index, { id: crypto.randomUUID(), ...outcome.photo });
      else {
        waiting.set(index, null);
        full ||= outcome.full;
        options.onProblem(outcome);
      }
      done++;
      options.onProgress({ done, total });
      handOver(false);
    }
  };

  try {
    await Promise.all(Array.from({ length: threads.size }, work));
  } finally {
    threads.close();
  }
  handOver(true);
}
