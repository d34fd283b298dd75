import { newId } from '../new-id';
import type { IntakeRow } from '../../../core/film/intake/intake-row';
import { inNumberOrder, pathOf } from '../../../core/film/numbering';
import { foldersBelow } from './files-of';
import { nextTask } from '../threads/next-task';
import { PhotoThreads } from './photo-threads';

/** How far an import is. */
export interface ImportProgress {
  readonly done: number;
  readonly total: number;
}

export interface ImportOptions {
  readonly signal: AbortSignal;
  readonly onProgress: (progress: ImportProgress) => void;
  /** Called with files as they have been looked at, in number order within each call; photos are already kept. */
  readonly onRows: (rows: readonly IntakeRow[]) => void;
  /** Called now and then with files that have been looked at and wait to be handed over: their photos are kept already. */
  readonly onWaiting?: ((rows: readonly IntakeRow[]) => void) | undefined;
}

/** Rows are handed over together this often, in milliseconds: each time the table is drawn anew. */
const HAND_OVER_EVERY = 1000;
/** Handing over may take this share of the time at most: the larger the film, the rarer. */
const HAND_OVER_SHARE = 0.05;
/** The progress is told this often, in milliseconds. */
const TELL_EVERY = 400;
/** What waits to be handed over is told this often, in milliseconds. */
const WAITING_EVERY = 200;
/** So long a photo is waited for before those behind it are handed over, in milliseconds. */
const STUCK = 1500;

/**
 * Brings files in, in number order, with a worker for each core. Resolves when all are in, the import was
 * stopped, or the storage is full; what came in until then has been handed over. Gives those that found no room.
 */
export async function importPhotos(
  files: readonly File[],
  options: ImportOptions,
): Promise<{ readonly left: readonly File[] }> {
  const folders = foldersBelow(files);
  const queue = inNumberOrder(files, (file) => pathOf({ folder: folders.get(file), name: file.name }));
  const total = queue.length;
  const threads = new PhotoThreads(total);
  let next = 0;
  let done = 0;
  const room = { full: false };
  const looked = new Set<number>();
  // Rows wait here until all before them are in, so that the table grows from its start.
  const waiting = new Map<number, IntakeRow>();
  let handedOver = 0;
  // The first rows are handed over at once.
  let nextHandOver = 0;
  let lastTold = 0;
  let movedOn = performance.now();

  const handOver = (everything: boolean): void => {
    const now = performance.now();
    if (!everything && now < nextHandOver) return;
    const ready: IntakeRow[] = [];
    const take = (index: number): void => {
      const row = waiting.get(index);
      waiting.delete(index);
      if (row) ready.push(row);
    };
    // One that takes long does not hold up what is behind it.
    const stuck = !waiting.has(handedOver) && now - movedOn > STUCK;
    if (everything || stuck) {
      const indices = [...waiting.keys()].sort((a, b) => a - b);
      handedOver = Math.max(handedOver, (indices.at(-1) ?? -1) + 1);
      for (const index of indices) take(index);
    } else for (; waiting.has(handedOver); handedOver++) take(handedOver);
    for (const index of waiting.keys()) if (index < handedOver) take(index);
    if (ready.length > 0) movedOn = now;
    if (ready.length === 0) return;
    options.onRows(ready);
    // Measured behind what drawing follows; a tab in the background draws nothing and must go on all the same.
    setTimeout(() => {
      const took = performance.now() - now;
      nextHandOver = performance.now() + Math.max(HAND_OVER_EVERY, took / HAND_OVER_SHARE);
    });
    nextHandOver = Number.POSITIVE_INFINITY;
  };

  let waitingTold = 0;
  const tellWaiting = (): void => {
    const now = performance.now();
    if (now - waitingTold < WAITING_EVERY) return;
    waitingTold = now;
    options.onWaiting?.([...waiting.values()]);
  };

  const work = async (): Promise<void> => {
    while (next < total && !room.full && !options.signal.aborted) {
      const index = next++;
      const file = queue[index] as File;
      const id = newId();
      const outcome = await threads.bringIn(file, { signal: options.signal });
      // What was being looked at is left; its original is kept last, so nothing half is used.
      if (!outcome) return;
      const folder = folders.get(file);
      const within = folder === undefined ? {} : { folder };
      const row = { id, name: file.name, ...within, modifiedAt: file.lastModified, leftOut: false };
      // What found no room is no file that cannot be used: it comes in when there is some.
      if (!outcome.ok && outcome.full) {
        room.full = true;
        return;
      }
      waiting.set(
        index,
        outcome.ok
          ? { ...row, photo: { id, ...within, ...outcome.photo } }
          : { ...row, problem: outcome.problem },
      );
      looked.add(index);
      done++;
      const now = performance.now();
      if (now - lastTold >= TELL_EVERY || done === total) {
        lastTold = now;
        options.onProgress({ done, total });
      }
      handOver(false);
      tellWaiting();
    }
  };

  try {
    await Promise.all(Array.from({ length: threads.room }, work));
  } finally {
    threads.close();
  }
  handOver(true);
  // Thousands of rows are drawn before who waits for them does anything else.
  await nextTask();
  return { left: room.full ? queue.filter((_, index) => !looked.has(index)) : [] };
}
