import { sayFault } from '../../state/shell/say-fault';
import { create } from 'zustand';
import type { Recipe } from '../../core/picture/recipe';
import { PictureCache, pictureWish, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { smallPicture } from '../../engine/browser/pictures/picture-workers';
import type { Band } from './draw-tickets';

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

/** A recipe's picture just large enough to fill the box of a ticket. */
function ticketWish(recipe: Recipe, { photo }: Band): PictureWish {
  const ratio = Math.ceil(devicePixelRatio);
  const { width, height } = recipe.film;
  const scale = Math.max((ratio * photo.width) / width, (ratio * photo.height) / height);
  return pictureWish(recipe, { width: Math.ceil(width * scale), height: Math.ceil(height * scale) });
}

// One for the page, as the strip is.
const cache = new PictureCache({
  load: ({ recipe, size }) => smallPicture(recipe, size).catch(sayFault),
  budget: BUDGET,
  onArrival: tell,
});

/** Changes when pictures have come that were wanted. */
export const useTicketPictures = (): number => useArrivals(({ count }) => count);

const wishesOf = (recipes: readonly (Recipe | undefined)[], band: Band): readonly PictureWish[] =>
  recipes.filter((recipe) => recipe !== undefined).map((recipe) => ticketWish(recipe, band));

/**
 * Small pictures of recipes as pixels, where they are there; they stay the cache's own. The others are made, and behind them
 * those that may be shown soon: as the strip is zoomed there is no time for that.
 */
export function wantPictures(
  now: readonly (Recipe | undefined)[],
  soon: readonly (Recipe | undefined)[],
  band: Band,
): (recipe: Recipe | undefined) => ImageBitmap | undefined {
  const wishes = wishesOf(now, band);
  shown = new Set(wishes.map(({ key }) => key));
  cache.want([...wishes, ...wishesOf(soon, band)]);
  return (recipe) => recipe && cache.getAny(ticketWish(recipe, band));
}

/** Tries again for pictures that were not there before. */
export const retryPictures = (): void => cache.retry();
