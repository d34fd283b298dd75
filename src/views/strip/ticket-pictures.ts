import { create } from 'zustand';
import type { Photo } from '../../core/film/film';
import { fileOf, turnOf } from '../../core/film/photo-picture';
import type { Orientation } from '../../core/picture/orientation';
import { PictureCache } from '../../engine/browser/play/picture-cache';
import { thumbnailWorker } from '../../engine/browser/play/thumbnail-worker';
import { PHOTO } from './draw-tickets';

/** Memory for small pictures, in bytes: about 800 of the size of a ticket, more than are ever in sight. */
const BUDGET = 32 * 1024 * 1024;

/** Pictures that come within so many milliseconds are told at once: each time all of the strip's are drawn anew. */
const TOGETHER = 60;

/** How often pictures have come. */
const useArrivals = create<{ count: number }>(() => ({ count: 0 }));
let telling = false;
/** Keys of the pictures that are drawn, once they are there. */
let shown: ReadonlySet<string> = new Set();

function tell(key: string): void {
  if (telling || !shown.has(key)) return;
  telling = true;
  setTimeout(() => {
    telling = false;
    useArrivals.setState(({ count }) => ({ count: count + 1 }));
  }, TOGETHER);
}

const keyOf = (photo: Photo): string => `${fileOf(photo).hash} ${turnOf(photo)}`;

function load(key: string): Promise<ImageBitmap | undefined> {
  const [hash = '', turn] = key.split(' ');
  const scale = Math.ceil(devicePixelRatio);
  const box = { width: scale * PHOTO.width, height: scale * PHOTO.height };
  return thumbnailWorker().pixels(hash, Number(turn) as Orientation, box);
}

// One for the page, as the strip is.
const cache = new PictureCache({ load, budget: BUDGET, onArrival: tell });

/** Changes when pictures have come that were wanted. */
export const useTicketPictures = (): number => useArrivals(({ count }) => count);

const keysOf = (photos: readonly (Photo | undefined)[]): readonly string[] =>
  photos.filter((photo) => photo !== undefined).map(keyOf);

/**
 * Small pictures of photos as pixels, where they are there; they stay the cache's own. The others are fetched, and behind them
 * those that may be shown soon: as the strip is zoomed there is no time for that.
 */
export function wantPictures(
  now: readonly (Photo | undefined)[],
  soon: readonly (Photo | undefined)[],
): (photo: Photo | undefined) => ImageBitmap | undefined {
  const keys = keysOf(now);
  shown = new Set(keys);
  cache.want([...keys, ...keysOf(soon)]);
  return (photo) => photo && cache.get(keyOf(photo));
}

/** Tries again for pictures that were not there before. */
export const retryPictures = (): void => cache.retry();
