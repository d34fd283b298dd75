import { frameOfPose, scheduleOf, type ScheduledPose } from '../../core/film/schedule';
import { PictureCache, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { finePicture, largePicture } from '../../engine/browser/pictures/picture-workers';
import { openFilm } from '../document/document';
import { sayFault } from '../shell/say-fault';
import { spanToPlay } from '../transport/span-to-play';
import { transportNow } from '../transport/transport';
import { comingUp } from './coming-up';
import { drawAhead, drawnPictures } from './draw-ahead';
import { isDrafting, shownFilm } from './shown-film';
import type { Composition } from './composition';
import { wishesAhead, type Drawing, type Surface } from './plan-drawing';

/** Memory for decoded pictures, in bytes: about 145 of 960 × 720. */
const BUDGET = 400 * 1024 * 1024;

/** A picture that is there, which stays its cache's own. */
export type PictureOf = (wish: PictureWish) => ImageBitmap | undefined;

async function load({ key, recipe, size, kind }: PictureWish): Promise<ImageBitmap | undefined> {
  const drawn = kind === 'played' ? drawnPictures.get(key) : undefined;
  if (drawn) return createImageBitmap(drawn);
  return (kind === 'fine' ? finePicture : largePicture)(recipe, size);
}

/** All places where the big picture is shown, that in the window of the film first. */
const stands = new Set<PictureStand>();

/** One place where the big picture is shown. Owns the pictures that are made for it; `close` closes them all. */
export class PictureStand {
  readonly #cache: PictureCache;
  #surface: Surface | undefined;

  /** `onArrival` hears of each picture that is there. */
  constructor(onArrival: (key: string) => void) {
    this.#cache = new PictureCache({
      load: (wish) => load(wish).catch(sayFault),
      budget: BUDGET,
      onArrival,
    });
    stands.add(this);
  }

  /** What it is shown on; undefined until that is known. */
  get surface(): Surface | undefined {
    return this.#surface;
  }

  /** Says what it is shown on from here on. */
  setSurface(surface: Surface): void {
    this.#surface = surface;
  }

  /** A picture at its size, or in the meantime at another. */
  readonly pictureOf: PictureOf = (wish) => this.#cache.getAny(wish);

  /** Whether a picture is there at its size, or cannot be had. */
  has(wish: PictureWish): boolean {
    return this.#cache.has(wish);
  }

  /** Tries again for pictures that were not there before. */
  retry(): void {
    this.#cache.retry();
  }

  /** Has the pictures made that a drawing needs, and those that come after it. */
  want(composition: Composition, { panels, layers }: Drawing): void {
    const film = shownFilm();
    if (!film || !this.#surface) return;
    const { frame, playSpan } = transportNow();
    const own = openFilm();
    if (own && !isDrafting() && this === [...stands][0])
      drawAhead(own, this.#surface, () => this.#cache.isLoading);
    const all = [...panels, ...layers];
    const some = (wishes: readonly (PictureWish | undefined)[]): PictureWish[] =>
      wishes.filter((wish) => wish !== undefined);
    // What comes after is another with each step of a hand that is setting something.
    const next = isDrafting() ? [] : comingUp(film, frame, spanToPlay(film, playSpan));
    this.#cache.want([
      // What is quick first: something is seen at once.
      ...some(all.map(({ wish, before }) => before ?? wish)),
      ...some(panels.map(({ unmended }) => unmended)),
      ...some(all.map(({ wish }) => wish)),
      ...wishesAhead(this.#surface, film, composition, next),
    ]);
  }

  close(): void {
    stands.delete(this);
    this.#cache.close();
  }
}

/** While it plays one picture fills the surface. */
const WHILE_PLAYING = { panels: [{ share: 1 }], quick: true } as const;

/** Whether the picture of a pose at a frame of the film can be shown in its time while that plays; where none is shown, nothing is waited for. */
export function isPictureReady(entry: ScheduledPose, frame: number): boolean {
  const film = shownFilm();
  const [stand] = stands;
  if (!film || !stand?.surface || scheduleOf(film).frames === 0) return true;
  const [wish] = wishesAhead(stand.surface, film, WHILE_PLAYING, [
    { pose: entry.pose, frame: frameOfPose(entry, frame) },
  ]);
  return !wish || stand.has(wish) || stand.pictureOf(wish) !== undefined;
}
