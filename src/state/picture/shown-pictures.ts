import { create } from 'zustand';
import { scheduleOf, type ScheduledPose } from '../../core/film/schedule';
import { PictureCache, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { largePicture } from '../../engine/browser/pictures/picture-workers';
import { openFilm } from '../document/document';
import { sayFault } from '../shell/say-fault';
import { spanToPlay } from '../transport/span-to-play';
import { transportNow } from '../transport/transport';
import { comingUp } from './coming-up';
import type { Composition } from './composition';
import { wishesAhead, type Drawing, type Surface } from './plan-drawing';

/** Memory for decoded pictures, in bytes: about 145 of 960 × 720. */
const BUDGET = 400 * 1024 * 1024;

interface ShownPictures {
  /** What they are shown on; undefined where no picture is shown. */
  readonly surface: Surface | undefined;
  /** Owned by what was opened last, and closed with it. */
  readonly cache: PictureCache | undefined;
}

const useShownPictures = create<ShownPictures>(() => ({ surface: undefined, cache: undefined }));
const shown = useShownPictures.getState;

/** Begins to make pictures to be shown; `onArrival` hears of each. The function given back closes all of them. */
export function openPictures(onArrival: (key: string) => void): () => void {
  const cache = new PictureCache({
    load: ({ recipe, size }) => largePicture(recipe, size).catch(sayFault),
    budget: BUDGET,
    onArrival,
  });
  useShownPictures.setState({ cache });
  return () => {
    if (shown().cache === cache) useShownPictures.setState({ cache: undefined, surface: undefined });
    cache.close();
  };
}

/** Says what pictures are shown on from here on. */
export const setSurface = (surface: Surface): void => useShownPictures.setState({ surface });

/** What they are shown on; undefined where no picture is shown. */
export const surfaceNow = (): Surface | undefined => shown().surface;

/** A picture that is there, at its size or in the meantime at another; it stays where it is kept. */
export const pictureOf = (wish: PictureWish): ImageBitmap | undefined => shown().cache?.getAny(wish);

/** Whether a picture is there at its size, or cannot be had. */
export const hasPicture = (wish: PictureWish): boolean => shown().cache?.has(wish) ?? false;

/** Tries again for pictures that were not there before. */
export const retryPictures = (): void => shown().cache?.retry();

/** Has the pictures made that a drawing needs, and those that come after it. */
export function wantPictures(composition: Composition, { panels, layers }: Drawing): void {
  const film = openFilm();
  const { surface, cache } = shown();
  if (!film || !surface) return;
  const { frame, playSpan } = transportNow();
  const now = [...panels, ...layers].flatMap(({ wish }) => (wish ? [wish] : []));
  const next = comingUp(film, frame, spanToPlay(film, playSpan));
  cache?.want([...now, ...wishesAhead(surface, film, composition, next)]);
}

/** While it plays one picture fills the surface. */
const WHILE_PLAYING = { panels: [{ share: 1 }], quick: true } as const;

/** Whether the picture of a pose can be shown in its time while the film plays; where none is shown, nothing is waited for. */
export function isPictureReady({ pose }: Pick<ScheduledPose, 'pose'>): boolean {
  const film = openFilm();
  const { surface, cache } = shown();
  if (!film || !surface || !cache || scheduleOf(film).frames === 0) return true;
  const [wish] = wishesAhead(surface, film, WHILE_PLAYING, [pose]);
  return !wish || cache.has(wish) || cache.getAny(wish) !== undefined;
}
