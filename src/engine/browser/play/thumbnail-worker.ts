import { wrap, type Remote } from 'comlink';
import type { ThumbnailWorker } from './thumbnail.worker';

let remote: Remote<ThumbnailWorker> | undefined;

/** The page's one worker for small pictures: made when first asked for, it lives as long as the page. */
export function thumbnailWorker(): Remote<ThumbnailWorker> {
  remote ??= wrap<ThumbnailWorker>(
    new Worker(new URL('./thumbnail.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}
