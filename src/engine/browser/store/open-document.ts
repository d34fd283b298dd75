import type { Film } from '../../../core/film/film';
import { readFilmDocument } from '../../../core/formats/film-document';
import { canBeMended, type OpenedFilm } from '../../../core/formats/mend-document';
import { err, ok, type Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { DocumentWorker } from './document.worker';

const workers = new WorkerPool<DocumentWorker>(
  'read a film',
  () => new Worker(new URL('./document.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0 },
);

/** Time limit, in milliseconds. */
const TIMEOUT = 10_000;

/** Films of more photos are read in a worker: to check 20,000 takes a second or two. */
const MAX_ON_PAGE = 2000;

/** Photos of a document that was not checked yet. */
function photosIn(value: unknown): number {
  const { film } = (value ?? {}) as { readonly film?: { readonly photos?: unknown } | null };
  return Array.isArray(film?.photos) ? film.photos.length : 0;
}

/** Reads a document as it is. */
const readWhole = async (value: unknown): Promise<Result<Film>> =>
  photosIn(value) <= MAX_ON_PAGE
    ? readFilmDocument(value)
    : workers.run(async (remote) => await remote.readFilmDocument(value));

/**
 * Reads a stored film; what is wrong with single fields of it is put right, in a worker and for so long at most: a document
 * may be made to take hours. Rejects where that worker cannot be started.
 */
export async function openDocument(value: unknown): Promise<Result<OpenedFilm>> {
  const read = await readWhole(value);
  if (read.ok) return ok({ film: read.value, mended: [] });
  if (!canBeMended(value)) return read;
  return workers.runWithin(
    TIMEOUT,
    err(TOO_DAMAGED),
    async (remote) => await remote.mendFilmDocument(value, read.problem),
  );
}

const TOO_DAMAGED = `This film is damaged in so many places that it cannot be put right here within ${TIMEOUT / 1000} s. It stays as it is.`;
